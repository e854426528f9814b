package dauntingledger.app.room;

import java.time.Duration;
import java.time.ZoneId;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of the exam room.
 *
 * @param zone the time zone of the clock on the wall
 * @param timeSignal how often every open room is told the server's time
 */
@ConfigurationProperties("exam")
record RoomSettings(
        @DefaultValue("UTC") ZoneId zone,
        @DefaultValue("15s") Duration timeSignal) {}

package dauntingledger.app.room;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of the exam room.
 *
 * @param timeSignal how often every open room is told the server's time
 */
@ConfigurationProperties("exam")
record RoomSettings(@DefaultValue("15s") Duration timeSignal) {}

package dauntingledger.app.room;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of the exam room.
 *
 * @param timeSignal how often every open room is told the server's time
 * @param heartbeat how often every open room tells that it is there
 * @param mostStreams how many windows of one sitting can listen to the server at once
 */
@ConfigurationProperties("exam")
record RoomSettings(
        @DefaultValue("15s") Duration timeSignal,
        @DefaultValue("5s") Duration heartbeat,
        @DefaultValue("4") int mostStreams) {}

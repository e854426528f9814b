package dauntingledger.app.operations;

import dauntingledger.app.time.TimeServer;
import java.io.IOException;
import java.time.Duration;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Asks a time server now and then how far the computer's clock is off, if one is named. */
@Component
class ClockWatch {

    private final String server;
    private volatile Optional<Duration> off = Optional.empty();

    ClockWatch(@Value("${exam.time-server:}") String server) {
        this.server = server;
    }

    @Scheduled(fixedDelayString = "${exam.time-server-every:10m}")
    void look() {
        if (!server.isEmpty()) {
            try {
                off = Optional.of(TimeServer.of(server).ahead());
            } catch (IOException e) {
                off = Optional.empty();
            }
        }
    }

    /** Returns how far the computer's clock is ahead of the server's; nothing if none is asked or answers. */
    Optional<Duration> off() {
        return off;
    }
}

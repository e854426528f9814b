package dauntingledger.app.room;

import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Timer;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** How long it takes until a candidate's entries are acknowledged. */
@Component
class Acknowledgements {

    /** A figure speaks of the last minutes, not of the whole day. */
    private static final Duration SPOKEN_OF = Duration.ofMinutes(2);

    private final Timer timer;

    Acknowledgements(MeterRegistry registry) {
        this.timer = Timer.builder("exam.acknowledgement")
                .description("from a batch of entries that was read to its answer")
                .publishPercentiles(0.5, 0.99)
                .distributionStatisticExpiry(SPOKEN_OF)
                .serviceLevelObjectives(
                        Duration.ofMillis(10),
                        Duration.ofMillis(50),
                        Duration.ofMillis(100),
                        Duration.ofMillis(250),
                        Duration.ofSeconds(1),
                        Duration.ofSeconds(5))
                .register(registry);
    }

    void took(Duration span) {
        timer.record(span);
    }
}

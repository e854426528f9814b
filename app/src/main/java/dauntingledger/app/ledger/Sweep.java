package dauntingledger.app.ledger;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Writes down what time has ended in sittings that nobody looks at, so that an exam is handed in also when its browser is gone. */
@Component
class Sweep {

    /*
     * What ends a stage is derived from the ledger at any time; the sweep only sees to it that the lines are written.
     * So it may come late, twice, or on two nodes at once without changing anything but when they are written. A turn
     * takes sittings in batches and claims each batch; a claim that its node did not live to keep runs out by itself.
     */

    private static final Logger log = LoggerFactory.getLogger(Sweep.class);

    private final Deadlines deadlines;
    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Leaving leaving;
    private final SweepSettings settings;
    private final Clock clock;

    Sweep(
            Deadlines deadlines,
            Appointments appointments,
            Ledgers ledgers,
            Leaving leaving,
            SweepSettings settings,
            Clock clock) {
        this.deadlines = deadlines;
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.leaving = leaving;
        this.settings = settings;
        this.clock = clock;
    }

    @Scheduled(fixedDelayString = "${exam.sweep.every:5s}", initialDelayString = "${exam.sweep.every:5s}")
    void turn() {
        sweep(clock.instant());
    }

    /** Deals with everything that has run out by {@code now}; returns how many sittings that were. */
    int sweep(Instant now) {
        int swept = 0;
        List<SittingId> batch;
        do {
            batch = deadlines.claim(now, settings.batch(), settings.claim());
            try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
                batch.forEach(sitting -> threads.submit(() -> close(sitting, now)));
            }
            swept += batch.size();
        } while (batch.size() == settings.batch());
        return swept;
    }

    private void close(SittingId sitting, Instant now) {
        try {
            Appointment appointment = appointments.find(sitting).orElseThrow();
            deadlines.find(sitting).ifPresent(due -> leaving.stopBefore(due, appointment));
            ledgers.open(appointment, now);
        } catch (RuntimeException e) {
            log.warn(
                    "Sitting {} could not be swept and is tried again later: {}",
                    sitting,
                    e.getClass().getName());
        }
    }
}

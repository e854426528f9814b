package dauntingledger.app.ledger;

import dauntingledger.app.time.SteadyClock;
import jakarta.persistence.EntityManager;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Steers the exam's clock, and keeps it from going back with a restart by writing down now and then what it has reached. */
@Component
class ClockKeeper implements SmartLifecycle {

    private static final Logger log = LoggerFactory.getLogger(ClockKeeper.class);
    private static final Duration WORTH_SAYING = Duration.ofSeconds(2);

    private final SteadyClock clock;
    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private volatile boolean running;
    private boolean said;
    private volatile Duration ahead = Duration.ZERO;

    ClockKeeper(SteadyClock clock, EntityManager entities, TransactionTemplate transactions) {
        this.clock = clock;
        this.entities = entities;
        this.transactions = transactions;
    }

    /** Goes on where the clock was before the restart; before the first request is answered. */
    @Override
    public void start() {
        List<?> kept = transactions.execute(
                status -> entities.createNativeQuery("select reached_at from exam_clock", OffsetDateTime.class)
                        .getResultList());
        kept.forEach(reached -> clock.atLeast(((OffsetDateTime) reached).toInstant()));
        running = true;
        steer();
    }

    @Override
    public void stop() {
        running = false;
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    @Override
    public int getPhase() {
        return Integer.MIN_VALUE + 2;
    }

    @Scheduled(fixedRate = 1_000)
    void steer() {
        ahead = clock.steer();
        boolean far = ahead.abs().compareTo(WORTH_SAYING) > 0;
        if (far && !said) {
            log.warn(
                    "The computer's clock is {} ahead of the exam's. Exam time does not jump: it goes on as it was and"
                            + " follows slowly, or at the next start.",
                    ahead);
        }
        said = far;
    }

    /** Returns how far the computer's clock was ahead of the exam's when it was last looked at. */
    Duration ahead() {
        return ahead;
    }

    /** Writes down what the clock has reached; throws if the store does not take it. */
    void keep() {
        Instant reached = clock.instant();
        transactions.executeWithoutResult(status -> entities.createNativeQuery("""
                                merge into exam_clock d
                                using (values (1, cast(?1 as timestamp with time zone))) n (id, reached_at) on d.id = n.id
                                when matched then update set reached_at = greatest(d.reached_at, n.reached_at)
                                when not matched then insert (id, reached_at) values (n.id, n.reached_at)""")
                .setParameter(1, reached.atOffset(ZoneOffset.UTC))
                .executeUpdate());
    }
}

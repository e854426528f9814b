package dauntingledger.app.marking;

import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.SittingId;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Whom the office leaves out of the cohort of an exam, and why: they move nobody's percentile and get no result. */
@Component
public class LeftOut {

    public static final int MOST_REASON = 400;

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Clock clock;

    LeftOut(EntityManager entities, TransactionTemplate transactions, Clock clock) {
        this.entities = entities;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** Returns the reasons by sitting. */
    public Map<SittingId, String> of(ExamId exam) {
        return transactions.execute(status -> {
            List<?> rows = entities.createNativeQuery("""
                            select o.sitting, o.reason from left_out o join sitting s on s.id = o.sitting
                            where s.exam = ?1 and o.taken_in_at is null order by o.left_out_at, o.sitting""")
                    .setParameter(1, exam.value())
                    .getResultList();
            Map<SittingId, String> reasons = new LinkedHashMap<>();
            rows.stream()
                    .map(row -> (Object[]) row)
                    .forEach(row -> reasons.put(new SittingId(((Number) row[0]).longValue()), String.valueOf(row[1])));
            return reasons;
        });
    }

    /** Leaves a sitting out, also for another reason than before. */
    public void leaveOut(SittingId sitting, String reason, String person) {
        transactions.executeWithoutResult(status -> {
            entities.createNativeQuery("delete from left_out where sitting = ?1")
                    .setParameter(1, sitting.value())
                    .executeUpdate();
            entities.createNativeQuery(
                            "insert into left_out (sitting, left_out_at, left_out_by, reason) values (?1, ?2, ?3, ?4)")
                    .setParameter(1, sitting.value())
                    .setParameter(2, clock.instant())
                    .setParameter(3, person)
                    .setParameter(4, reason)
                    .executeUpdate();
        });
    }

    public void takeIn(SittingId sitting) {
        transactions.executeWithoutResult(status -> entities.createNativeQuery(
                        "update left_out set taken_in_at = ?2 where sitting = ?1 and taken_in_at is null")
                .setParameter(1, sitting.value())
                .setParameter(2, clock.instant())
                .executeUpdate());
    }

    /** Returns when somebody was left out or taken in again last; the epoch if nobody ever was. */
    public Instant lastAt(ExamId exam) {
        return transactions.execute(status -> {
            Object last = entities.createNativeQuery("""
                            select max(greatest(o.left_out_at, coalesce(o.taken_in_at, o.left_out_at)))
                            from left_out o join sitting s on s.id = o.sitting where s.exam = ?1""")
                    .setParameter(1, exam.value())
                    .getSingleResultOrNull();
            return last instanceof OffsetDateTime at ? at.toInstant() : last instanceof Instant at ? at : Instant.EPOCH;
        });
    }
}

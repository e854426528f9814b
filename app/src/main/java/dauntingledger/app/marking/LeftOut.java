package dauntingledger.app.marking;

import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.SittingId;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Whom the office leaves out of the cohort of an exam, and why: they move nobody's percentile and get no result. */
@Component
public class LeftOut {

    public static final int MOST_REASON = 400;

    private final EntityManager entities;
    private final Clock clock;

    LeftOut(EntityManager entities, Clock clock) {
        this.entities = entities;
        this.clock = clock;
    }

    /** Returns the reasons by sitting. */
    @Transactional(readOnly = true)
    public Map<SittingId, String> of(ExamId exam) {
        Map<SittingId, String> reasons = new LinkedHashMap<>();
        kept(exam).filter(LeftOutRecord::isOut).forEach(kept -> reasons.put(kept.sitting(), kept.reason()));
        return reasons;
    }

    private Stream<LeftOutRecord> kept(ExamId exam) {
        return entities.createQuery(
                        "from LeftOutRecord where exam = ?1 order by leftOutAt, sitting", LeftOutRecord.class)
                .setParameter(1, exam.value())
                .getResultStream();
    }

    /** Leaves a sitting out, also for another reason than before. */
    @Transactional
    public void leaveOut(ExamId exam, SittingId sitting, String reason, String person) {
        LeftOutRecord kept = entities.find(LeftOutRecord.class, sitting.value());
        if (kept == null) {
            kept = new LeftOutRecord(sitting, exam);
            entities.persist(kept);
        }
        kept.leaveOut(reason, person, clock.instant());
    }

    @Transactional
    public void takeIn(SittingId sitting) {
        Optional.ofNullable(entities.find(LeftOutRecord.class, sitting.value()))
                .filter(LeftOutRecord::isOut)
                .ifPresent(kept -> kept.takeIn(clock.instant()));
    }

    /** Returns when somebody was left out or taken in again last; the epoch if nobody ever was. */
    @Transactional(readOnly = true)
    public Instant lastAt(ExamId exam) {
        return kept(exam)
                .map(LeftOutRecord::lastAt)
                .max(Comparator.naturalOrder())
                .orElse(Instant.EPOCH);
    }
}

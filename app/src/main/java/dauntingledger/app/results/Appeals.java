package dauntingledger.app.results;

import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.SittingId;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What candidates ask to be looked at again, and what was decided. */
@Component
class Appeals {

    static final int MOST_OF_A_SITTING = 20;

    private final EntityManager entities;
    private final Clock clock;

    Appeals(EntityManager entities, Clock clock) {
        this.entities = entities;
        this.clock = clock;
    }

    /** Keeps an appeal; returns false if there is an open one of the same, or there are too many of this sitting. */
    @Transactional
    boolean ask(ExamId exam, SittingId sitting, String item, String reason) {
        List<Appeal> before = of(sitting);
        if (before.size() >= MOST_OF_A_SITTING
                || before.stream().anyMatch(one -> one.isOpen() && one.item().equals(item))) {
            return false;
        }
        entities.persist(new Appeal(exam, sitting, item, reason, clock.instant()));
        return true;
    }

    @Transactional
    void assign(long appeal, String marker) {
        entities.find(Appeal.class, appeal).assign(marker);
    }

    /** Decides an open appeal; returns whether it was open. */
    @Transactional
    boolean decide(long appeal, Appeal.Outcome outcome, String answer, String person) {
        Appeal found = entities.find(Appeal.class, appeal, LockModeType.PESSIMISTIC_WRITE);
        boolean open = found.isOpen();
        if (open) {
            found.decide(outcome, answer, person, clock.instant());
        }
        return open;
    }

    /** Returns the appeals of a sitting, the first first. */
    @Transactional(readOnly = true)
    List<Appeal> of(SittingId sitting) {
        return entities.createQuery("from Appeal where sitting = ?1 order by id", Appeal.class)
                .setParameter(1, sitting.value())
                .getResultList();
    }

    /** Returns the appeals of an exam: the open ones, the first first, then the others. */
    @Transactional(readOnly = true)
    List<Appeal> of(ExamId exam) {
        return entities.createQuery(
                        "from Appeal where exam = ?1 order by case when outcome is null then 0 else 1 end, id",
                        Appeal.class)
                .setParameter(1, exam.value())
                .getResultList();
    }

    @Transactional(readOnly = true)
    Optional<Appeal> find(ExamId exam, long id) {
        return Optional.ofNullable(entities.find(Appeal.class, id)).filter(found -> found.isIn(exam));
    }
}

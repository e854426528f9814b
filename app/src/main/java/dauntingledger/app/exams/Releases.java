package dauntingledger.app.exams;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.rulebook.exam.ExamState;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.Comparator;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Who is told their result: everybody once an exam is released, and before that those of the places that were. */
@Component
public class Releases {

    public static final String EVERYWHERE = "";
    public static final String HOME = "home";

    private final EntityManager entities;
    private final Clock clock;

    Releases(EntityManager entities, Clock clock) {
        this.entities = entities;
        this.clock = clock;
    }

    /** Returns since when the candidate of a sitting is told its result; empty if they are not. */
    @Transactional(readOnly = true)
    public Optional<Instant> toldSince(Exam exam, Appointment sitting) {
        ExamState state = exam.state();
        if (state != ExamState.RELEASED && state != ExamState.MARKED) {
            return Optional.empty();
        }
        Map<String, Instant> all = of(exam.id());
        return Stream.of(place(sitting), EVERYWHERE)
                .flatMap(place -> Optional.ofNullable(all.get(place)).stream())
                .min(Comparator.naturalOrder());
    }

    /** Returns the place that a sitting belongs to: a room's number, or {@value #HOME}. */
    public static String place(Appointment sitting) {
        return sitting.room().map(RoomId::toString).orElse(HOME);
    }

    /** Returns since when each place is told. */
    @Transactional(readOnly = true)
    public Map<String, Instant> of(ExamId exam) {
        return entities.createQuery("from ReleaseRecord where key.exam = ?1", ReleaseRecord.class)
                .setParameter(1, exam.value())
                .getResultStream()
                .collect(Collectors.toMap(ReleaseRecord::place, ReleaseRecord::releasedAt));
    }

    /** Tells the candidates of a place from now on. */
    @Transactional
    public void release(ExamId exam, String place, String person) {
        ReleaseRecord.Key key = new ReleaseRecord.Key(exam.value(), place);
        if (entities.find(ReleaseRecord.class, key) == null) {
            entities.persist(new ReleaseRecord(key, clock.instant(), person));
        }
    }
}

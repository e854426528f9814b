package dauntingledger.app.exams;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.rulebook.exam.ExamState;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Who is told their result: everybody once an exam is released, and before that those of the places that were. */
@Component
public class Releases {

    public static final String EVERYWHERE = "";
    public static final String HOME = "home";

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Releases(EntityManager entities, TransactionTemplate transactions, Clock clock) {
        this.entities = entities;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** Returns since when the candidate of a sitting is told its result; empty if they are not. */
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
    public Map<String, Instant> of(ExamId exam) {
        return transactions.execute(status -> {
            List<?> rows = entities.createNativeQuery("select place, released_at from release where exam = ?1")
                    .setParameter(1, exam.value())
                    .getResultList();
            Map<String, Instant> all = new HashMap<>();
            rows.stream()
                    .map(row -> (Object[]) row)
                    .forEach(row -> all.put(
                            String.valueOf(row[0]),
                            row[1] instanceof OffsetDateTime at ? at.toInstant() : (Instant) row[1]));
            return all;
        });
    }

    /** Tells the candidates of a place from now on. */
    public void release(ExamId exam, String place, String person) {
        transactions.executeWithoutResult(status -> {
            if (!of(exam).containsKey(place)) {
                entities.createNativeQuery("insert into release values (?1, ?2, ?3, ?4)")
                        .setParameter(1, exam.value())
                        .setParameter(2, place)
                        .setParameter(3, clock.instant())
                        .setParameter(4, person)
                        .executeUpdate();
            }
        });
    }
}

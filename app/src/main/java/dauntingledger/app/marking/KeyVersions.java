package dauntingledger.app.marking;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.papers.Corrections;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.plain.KeyCodec;
import dauntingledger.rulebook.scoring.Correction;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * The versions of the key of each exam: the paper's own is the first; each decision about it after the exam makes another,
 * which is never changed.
 */
@Component
public class KeyVersions implements Corrections {

    public static final int MOST_REASON = 400;
    private static final int FIRST = 1;

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Papers papers;
    private final JsonMapper json;
    private final Clock clock;

    KeyVersions(EntityManager entities, TransactionTemplate transactions, Papers papers, JsonMapper json, Clock clock) {
        this.entities = entities;
        this.transactions = transactions;
        this.papers = papers;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A version of a key.
     *
     * @param at when it was decided; the epoch for the first
     * @param person who decided; nobody for the first
     * @param corrections all that it changes of the paper's own key
     */
    public record Version(int number, Instant at, String person, String reason, List<Correction> corrections) {
        public Version {
            corrections = List.copyOf(corrections);
        }

        /** Returns this version as a document that {@code bin/paper score --key} reads. */
        public Map<String, Object> toPlain() {
            return KeyCodec.toPlain(corrections);
        }
    }

    /** Returns all versions, the last first. */
    public List<Version> of(ExamId exam) {
        List<Version> versions = new ArrayList<>(kept(exam));
        versions.add(new Version(FIRST, Instant.EPOCH, "", "", List.of()));
        return List.copyOf(versions);
    }

    @Override
    public List<Correction> of(long exam) {
        return latest(new ExamId(exam)).corrections();
    }

    public Version latest(ExamId exam) {
        return of(exam).getFirst();
    }

    /** Returns how the answers of an exam are judged by the last version of its key. */
    public PaperMarking marking(Exam exam) {
        return marking(exam, latest(exam.id()).corrections());
    }

    /** Returns how the answers of an exam would be judged. */
    public PaperMarking marking(Exam exam, List<Correction> corrections) {
        return papers.marking(exam.paper(), corrections);
    }

    /**
     * Makes {@code corrections} the last version, if that is still {@code after}.
     *
     * @return the new version, or nothing if somebody else was faster
     */
    public Optional<Version> decide(
            ExamId exam, int after, List<Correction> corrections, String reason, String person) {
        Version next = new Version(after + 1, clock.instant(), person, reason, corrections);
        return transactions.execute(status -> {
            lock(exam);
            if (latest(exam).number() != after) {
                return Optional.<Version>empty();
            }
            entities.createNativeQuery("insert into key_version values (?1, ?2, ?3, ?4, ?5, ?6)")
                    .setParameter(1, exam.value())
                    .setParameter(2, next.number())
                    .setParameter(3, next.at())
                    .setParameter(4, person)
                    .setParameter(5, reason)
                    .setParameter(6, json.writeValueAsString(next.toPlain()))
                    .executeUpdate();
            return Optional.of(next);
        });
    }

    private void lock(ExamId exam) {
        entities.createNativeQuery("select id from exam where id = ?1 for update")
                .setParameter(1, exam.value())
                .getSingleResult();
    }

    private List<Version> kept(ExamId exam) {
        return transactions.execute(status -> {
            List<?> rows = entities.createNativeQuery("""
                            select version, decided_at, decided_by, reason, corrections from key_version where exam = ?1
                            order by version desc""")
                    .setParameter(1, exam.value())
                    .getResultList();
            return rows.stream().map(row -> version((Object[]) row)).toList();
        });
    }

    private Version version(Object[] row) {
        return new Version(
                ((Number) row[0]).intValue(),
                row[1] instanceof OffsetDateTime at ? at.toInstant() : (Instant) row[1],
                String.valueOf(row[2]),
                String.valueOf(row[3]),
                KeyCodec.fromPlain(json.readValue(String.valueOf(row[4]), Map.class)));
    }
}

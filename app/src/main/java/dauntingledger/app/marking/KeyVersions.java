package dauntingledger.app.marking;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.plain.KeyCodec;
import dauntingledger.rulebook.scoring.Correction;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * The versions of the key of each exam: the paper's own is the first; each decision about it after the exam makes another,
 * which is never changed.
 */
@Component
@Transactional(readOnly = true)
public class KeyVersions {

    public static final int MOST_REASON = 400;
    private static final int FIRST = 1;

    private final EntityManager entities;
    private final Papers papers;
    private final JsonMapper json;
    private final Clock clock;

    KeyVersions(EntityManager entities, Papers papers, JsonMapper json, Clock clock) {
        this.entities = entities;
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
        return Stream.concat(
                        entities.createQuery(
                                        "from KeyVersionRecord where key.exam = ?1 order by key.version desc",
                                        KeyVersionRecord.class)
                                .setParameter(1, exam.value())
                                .getResultStream()
                                .map(this::version),
                        Stream.of(new Version(FIRST, Instant.EPOCH, "", "", List.of())))
                .toList();
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
     * @throws IllegalArgumentException if they are too many to be kept
     */
    @Transactional
    public Optional<Version> decide(
            ExamId exam, int after, List<Correction> corrections, String reason, String person) {
        Version next = new Version(after + 1, clock.instant(), person, reason, corrections);
        String text = json.writeValueAsString(next.toPlain());
        if (text.length() > KeyVersionRecord.LONGEST) {
            throw new IllegalArgumentException("a key can be corrected at most " + KeyVersionRecord.LONGEST
                    + " characters long, but this is " + text.length());
        }
        lock(exam);
        if (latest(exam).number() != after) {
            return Optional.empty();
        }
        entities.persist(new KeyVersionRecord(
                new KeyVersionRecord.Key(exam.value(), next.number()), next.at(), person, reason, text));
        return Optional.of(next);
    }

    private void lock(ExamId exam) {
        entities.createNativeQuery("select id from exam where id = ?1 for update")
                .setParameter(1, exam.value())
                .getSingleResult();
    }

    private Version version(KeyVersionRecord kept) {
        return new Version(
                kept.version(),
                kept.decidedAt(),
                kept.decidedBy(),
                kept.reason(),
                KeyCodec.fromPlain(json.readValue(kept.corrections(), Map.class)));
    }
}

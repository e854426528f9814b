package dauntingledger.app.results;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ResultsFixed;
import dauntingledger.app.exams.Unmarked;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.marking.KeyVersions;
import dauntingledger.app.marking.LeftOut;
import dauntingledger.app.marking.MarkingLedger;
import dauntingledger.app.results.Reckoning.Reckoned;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.results.Marks;
import dauntingledger.rulebook.results.Result;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * The results of exams. Each time somebody has them worked out is a version; one that is worked out while the exam is
 * marked is fixed, and only such a one is released.
 */
@Component
public class Results implements ResultsFixed {

    private static final int BATCH = 500;
    private static final int MOST_OUTCOMES = 10;
    private static final String KEPT =
            "select sitting, candidate, score, most, percentile, outcome, grade, scaled, sections from result"
                    + " where exam = ?1 and version = ?2";

    private final Reckoning reckoning;
    private final KeyVersions keys;
    private final LeftOut leftOut;
    private final Unmarked unmarked;
    private final MarkingLedger marking;
    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final JsonMapper json;
    private final Clock clock;

    Results(
            Reckoning reckoning,
            KeyVersions keys,
            LeftOut leftOut,
            Unmarked unmarked,
            MarkingLedger marking,
            EntityManager entities,
            TransactionTemplate transactions,
            JsonMapper json,
            Clock clock) {
        this.reckoning = reckoning;
        this.keys = keys;
        this.leftOut = leftOut;
        this.unmarked = unmarked;
        this.marking = marking;
        this.entities = entities;
        this.transactions = transactions;
        this.json = json;
        this.clock = clock;
    }

    /**
     * @param fixed whether the exam was marked when it was worked out, so that nothing waited for anybody
     * @param key the version of the key that it stands under
     */
    public record Version(int number, Instant at, String person, boolean fixed, int key) {}

    /**
     * The result of one candidate as it is kept. Numbers are exact, as text.
     *
     * @param outcome {@code pass}, {@code fail}, {@code pending}, or empty
     * @param sections as {@link Section}s
     */
    record Kept(
            long sitting,
            String candidate,
            String score,
            String most,
            String percentile,
            String outcome,
            String grade,
            String scaled,
            String sections) {}

    /** @param least the minimum in marks, or empty */
    record Section(String section, String marks, String most, String weight, String least, boolean counts) {}

    /** Why results cannot be worked out now. */
    enum NotNow {
        /** The exam is not over, or put away. */
        NOT_NOW,
        /** They are released, and nothing has changed since they were fixed. */
        NOTHING_CHANGED,
        /** They are released, and an answer waits for its first marks. */
        WAITS
    }

    /** Returns why the results of an exam cannot be worked out now, or nothing if they can. */
    Optional<NotNow> refusal(Exam exam) {
        return switch (exam.state(clock.instant())) {
            case CLOSED, MARKED -> Optional.empty();
            case RELEASED ->
                in(exam)
                        ? Optional.of(NotNow.NOTHING_CHANGED)
                        : unmarked.in(exam) > 0 ? Optional.of(NotNow.WAITS) : Optional.empty();
            default -> Optional.of(NotNow.NOT_NOW);
        };
    }

    /** Works the results of an exam out by the last version of its key, and keeps them as its next version. */
    public Version workOut(Exam exam, String person) {
        Instant now = clock.instant();
        KeyVersions.Version key = keys.latest(exam.id());
        Reckoned reckoned = reckoning.of(exam, List.of(key.corrections()));
        ExamState state = exam.state(now);
        boolean fixed = state == ExamState.MARKED || state == ExamState.RELEASED;
        return requireNonNull(transactions.execute(status -> {
            Version version =
                    new Version(latest(exam.id()).map(Version::number).orElse(0) + 1, now, person, fixed, key.number());
            entities.createNativeQuery("insert into result_version values (?1, ?2, ?3, ?4, ?5, ?6)")
                    .setParameter(1, exam.id().value())
                    .setParameter(2, version.number())
                    .setParameter(3, now)
                    .setParameter(4, person)
                    .setParameter(5, fixed)
                    .setParameter(6, key.number())
                    .executeUpdate();
            entities.unwrap(Session.class)
                    .doWork(connection -> insert(connection, exam.id(), version.number(), reckoned));
            return version;
        }));
    }

    private void insert(Connection connection, ExamId exam, int version, Reckoned reckoned) throws SQLException {
        try (PreparedStatement insert =
                connection.prepareStatement("insert into result values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")) {
            int waiting = 0;
            for (Result result : reckoned.results().getFirst()) {
                insert.setLong(1, exam.value());
                insert.setInt(2, version);
                insert.setLong(
                        3,
                        requireNonNull(reckoned.sittings().get(result.candidate()))
                                .value());
                insert.setString(4, result.candidate());
                insert.setString(5, result.marks().total().toString());
                insert.setString(6, result.marks().most().toString());
                insert.setString(7, result.percentile().toString());
                insert.setString(8, result.outcome().map(PlainNames::name).orElse(""));
                insert.setString(9, result.grade().orElse(""));
                insert.setString(
                        10, result.scaled().map(BigDecimal::toPlainString).orElse(""));
                insert.setString(
                        11,
                        json.writeValueAsString(result.marks().sections().stream()
                                .map(Results::section)
                                .toList()));
                insert.addBatch();
                if (++waiting % BATCH == 0) {
                    insert.executeBatch();
                }
            }
            insert.executeBatch();
        }
    }

    private static Section section(Marks.OfSection section) {
        return new Section(
                section.section().value(),
                section.marks().toString(),
                section.most().toString(),
                section.rule().weight().toString(),
                section.rule()
                        .least()
                        .map(bar -> bar.marksOf(section.most()).toString())
                        .orElse(""),
                section.counts());
    }

    List<Section> sections(Kept result) {
        return List.of(json.readValue(result.sections(), Section[].class));
    }

    /** Returns the last version of an exam's results. */
    Optional<Version> latest(ExamId exam) {
        return rows(0, 1, """
                        select version, worked_out_at, worked_out_by, fixed, key_version from result_version where exam = ?1
                        order by version desc""", exam.value()).stream()
                .map(row -> new Version(
                        ((Number) row[0]).intValue(),
                        instant(row[1]),
                        String.valueOf(row[2]),
                        (Boolean) row[3],
                        ((Number) row[4]).intValue()))
                .findFirst();
    }

    private List<Object[]> rows(int from, int most, String sql, Object... parameters) {
        return transactions.execute(status -> {
            Query query = entities.createNativeQuery(sql).setFirstResult(from).setMaxResults(most);
            for (int i = 0; i < parameters.length; i++) {
                query.setParameter(i + 1, parameters[i]);
            }
            List<?> rows = query.getResultList();
            return rows.stream().map(row -> (Object[]) row).toList();
        });
    }

    private static Instant instant(Object value) {
        return value instanceof OffsetDateTime at ? at.toInstant() : (Instant) value;
    }

    /** Returns some results of a version, by the numbers of the candidates. */
    List<Kept> page(ExamId exam, int version, int from, int most) {
        return rows(from, most, KEPT + " order by candidate", exam.value(), version).stream()
                .map(Results::kept)
                .toList();
    }

    private static Kept kept(Object[] row) {
        return new Kept(
                ((Number) row[0]).longValue(),
                String.valueOf(row[1]),
                String.valueOf(row[2]),
                String.valueOf(row[3]),
                String.valueOf(row[4]),
                String.valueOf(row[5]),
                String.valueOf(row[6]),
                String.valueOf(row[7]),
                String.valueOf(row[8]));
    }

    /** Returns how many of a version have each outcome, those without one among them. */
    Map<String, Integer> outcomes(ExamId exam, int version) {
        Map<String, Integer> counts = new LinkedHashMap<>();
        rows(0, MOST_OUTCOMES, """
                        select outcome, count(*) from result where exam = ?1 and version = ?2
                        group by outcome order by outcome""", exam.value(), version)
                .forEach(row -> counts.put(String.valueOf(row[0]), ((Number) row[1]).intValue()));
        return counts;
    }

    /** Returns the result of a sitting, if the exam has one that is fixed. */
    Optional<Kept> fixed(ExamId exam, SittingId sitting) {
        return latest(exam)
                .filter(Version::fixed)
                .flatMap(version ->
                        rows(0, 1, KEPT + " and sitting = ?3", exam.value(), version.number(), sitting.value()).stream()
                                .map(Results::kept)
                                .findFirst());
    }

    /** Returns whether two versions tell a candidate the same: marks, outcome and grade. */
    boolean areTheSame(ExamId exam, int one, int other, SittingId sitting) {
        return row(exam, one, sitting).equals(row(exam, other, sitting));
    }

    private Optional<List<String>> row(ExamId exam, int version, SittingId sitting) {
        return rows(0, 1, KEPT + " and sitting = ?3", exam.value(), version, sitting.value()).stream()
                .map(Results::kept)
                .map(kept -> List.of(kept.score(), kept.most(), kept.outcome(), kept.grade()))
                .findFirst();
    }

    @Override
    public Optional<Fixed> of(Exam exam, SittingId sitting) {
        return fixed(exam.id(), sitting)
                .map(kept -> new Fixed(Rational.parse(kept.score()), Rational.parse(kept.most())));
    }

    @Override
    public boolean in(Exam exam) {
        return latest(exam.id())
                .filter(Version::fixed)
                .filter(version -> !version.at().isBefore(marking.changedAt(exam.id())))
                .filter(version -> !version.at().isBefore(leftOut.lastAt(exam.id())))
                .filter(version -> version.key() == keys.latest(exam.id()).number())
                .isPresent();
    }
}

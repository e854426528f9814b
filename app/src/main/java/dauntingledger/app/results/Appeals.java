package dauntingledger.app.results;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.rulebook.plain.PlainNames;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** What candidates ask to be looked at again, and what was decided. */
@Component
class Appeals {

    static final int MOST_OF_A_SITTING = 20;
    static final int MOST_WORDS = 2_000;
    private static final String COLUMNS =
            "select id, exam, sitting, item, reason, asked_at, marker, outcome, answer, decided_at from appeal where ";

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Clock clock;

    Appeals(EntityManager entities, TransactionTemplate transactions, Clock clock) {
        this.entities = entities;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** What came of an appeal. */
    enum Outcome {
        CHANGED,
        STAYS
    }

    /**
     * Something that is to be looked at again.
     *
     * @param item which question; empty for the whole
     * @param marker who was asked to look at it; empty for nobody
     * @param outcome what came of it; empty while it is open
     * @param answer what the candidate is told
     */
    record Appeal(
            long id,
            ExamId exam,
            SittingId sitting,
            String item,
            String reason,
            Instant askedAt,
            String marker,
            Optional<Outcome> outcome,
            String answer,
            Optional<Instant> decidedAt) {
        boolean isOpen() {
            return outcome.isEmpty();
        }
    }

    /** Keeps an appeal; returns false if there is an open one of the same, or there are too many of this sitting. */
    boolean ask(ExamId exam, SittingId sitting, String item, String reason) {
        List<Appeal> before = of(sitting);
        if (before.size() >= MOST_OF_A_SITTING
                || before.stream().anyMatch(one -> one.isOpen() && one.item().equals(item))) {
            return false;
        }
        update(
                "insert into appeal (exam, sitting, item, reason, asked_at) values (?1, ?2, ?3, ?4, ?5)",
                exam.value(),
                sitting.value(),
                item,
                reason,
                clock.instant());
        return true;
    }

    void assign(long appeal, String marker) {
        update("update appeal set marker = ?2 where id = ?1", appeal, marker);
    }

    /** Decides an open appeal; returns whether it was open. */
    boolean decide(long appeal, Outcome outcome, String answer, String person) {
        return update(
                        "update appeal set outcome = ?2, answer = ?3, decided_by = ?4, decided_at = ?5 where id = ?1 and"
                                + " outcome = ''",
                        appeal,
                        PlainNames.name(outcome),
                        answer,
                        person,
                        clock.instant())
                == 1;
    }

    private int update(String sql, Object... parameters) {
        return requireNonNull(transactions.execute(status -> {
            Query query = entities.createNativeQuery(sql);
            for (int i = 0; i < parameters.length; i++) {
                query.setParameter(i + 1, parameters[i]);
            }
            return query.executeUpdate();
        }));
    }

    /** Returns the appeals of a sitting, the first first. */
    List<Appeal> of(SittingId sitting) {
        return all("sitting = ?1 order by id", sitting.value());
    }

    /** Returns the appeals of an exam: the open ones, the first first, then the others. */
    List<Appeal> of(ExamId exam) {
        return all("exam = ?1 order by case outcome when '' then 0 else 1 end, id", exam.value());
    }

    Optional<Appeal> find(ExamId exam, long id) {
        return all("exam = ?1 and id = ?2", exam.value(), id).stream().findFirst();
    }

    private List<Appeal> all(String where, Object... parameters) {
        return transactions.execute(status -> {
            Query query = entities.createNativeQuery(COLUMNS + where);
            for (int i = 0; i < parameters.length; i++) {
                query.setParameter(i + 1, parameters[i]);
            }
            List<?> rows = query.getResultList();
            return rows.stream().map(row -> appeal((Object[]) row)).toList();
        });
    }

    private static Appeal appeal(Object[] row) {
        return new Appeal(
                ((Number) row[0]).longValue(),
                new ExamId(((Number) row[1]).longValue()),
                new SittingId(((Number) row[2]).longValue()),
                String.valueOf(row[3]),
                String.valueOf(row[4]),
                Results.instant(row[5]),
                String.valueOf(row[6]),
                Stream.of(Outcome.values())
                        .filter(outcome -> PlainNames.name(outcome).equals(row[7]))
                        .findFirst(),
                String.valueOf(row[8]),
                Optional.ofNullable(row[9]).map(Results::instant));
    }
}

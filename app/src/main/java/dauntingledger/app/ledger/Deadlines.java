package dauntingledger.app.ledger;

import jakarta.persistence.EntityManager;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** The table of what runs out next in each sitting. It is written with the lines that move a deadline. */
@Component
class Deadlines {

    private final EntityManager entities;
    private final TransactionTemplate transactions;

    Deadlines(EntityManager entities, TransactionTemplate transactions) {
        this.entities = entities;
        this.transactions = transactions;
    }

    Optional<Instant> find(SittingId sitting) {
        List<?> found = transactions.execute(status -> entities.createNativeQuery(
                        "select due_at from deadline where sitting = ?1", OffsetDateTime.class)
                .setParameter(1, sitting.value())
                .getResultList());
        return found.stream().findFirst().map(due -> ((OffsetDateTime) due).toInstant());
    }

    /** Returns for how long the earliest deadline has been over that is left. */
    Duration lag(Instant now) {
        List<?> earliest = transactions.execute(
                status -> entities.createNativeQuery("select min(due_at) from deadline", OffsetDateTime.class)
                        .getResultList());
        return earliest.getFirst() instanceof OffsetDateTime due
                        && due.toInstant().isBefore(now)
                ? Duration.between(due.toInstant(), now)
                : Duration.ZERO;
    }

    /**
     * Returns at most {@code most} sittings in which something has run out by {@code now}, earliest first, and keeps
     * other nodes from taking them for the time of {@code claim}. One that is not dealt with by then comes again.
     */
    List<SittingId> claim(Instant now, int most, Duration claim) {
        return transactions.execute(status -> {
            List<?> due = entities.createNativeQuery("""
                            select sitting from deadline
                            where due_at <= ?1 and (claimed_until is null or claimed_until <= ?1)
                            order by due_at fetch first ?2 rows only for update skip locked""", Long.class)
                    .setParameter(1, stamp(now))
                    .setParameter(2, most)
                    .getResultList();
            if (!due.isEmpty()) {
                entities.createNativeQuery("update deadline set claimed_until = ?1 where sitting in (?2)")
                        .setParameter(1, stamp(now.plus(claim)))
                        .setParameter(2, due)
                        .executeUpdate();
            }
            return due.stream().map(id -> new SittingId((Long) id)).toList();
        });
    }

    /** Writes rows inside the transaction of {@code connection}. */
    static void write(Connection connection, List<DeadlineRow> rows) throws SQLException {
        try (PreparedStatement merge = connection.prepareStatement("""
                        merge into deadline d
                        using (values (cast(? as bigint), cast(? as timestamp with time zone))) n (sitting, due_at)
                        on d.sitting = n.sitting
                        when matched then update set due_at = n.due_at, claimed_until = null
                        when not matched then insert (sitting, due_at) values (n.sitting, n.due_at)""");
                PreparedStatement delete = connection.prepareStatement("delete from deadline where sitting = ?")) {
            for (DeadlineRow row : rows) {
                PreparedStatement statement = row.due().isPresent() ? merge : delete;
                statement.setLong(1, row.sitting().value());
                if (row.due().isPresent()) {
                    statement.setObject(2, stamp(row.due().get()));
                }
                statement.executeUpdate();
            }
        }
    }

    private static OffsetDateTime stamp(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC);
    }
}

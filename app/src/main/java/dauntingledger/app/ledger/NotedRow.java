package dauntingledger.app.ledger;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;

/** A line that the log of the room has: something that whoever is in charge of it should know. */
record NotedRow(SittingId sitting, int seq, Instant at) implements SittingChange {

    /** Writes rows inside the transaction of {@code connection}; a row that is there already stays as it is. */
    static void write(Connection connection, List<NotedRow> rows) throws SQLException {
        try (PreparedStatement insert = connection.prepareStatement("""
                merge into noted d
                using (values (cast(? as bigint), cast(? as integer), cast(? as timestamp with time zone))) n (sitting, seq, at)
                on d.sitting = n.sitting and d.seq = n.seq
                when not matched then insert (sitting, seq, at) values (n.sitting, n.seq, n.at)""")) {
            for (NotedRow row : rows) {
                insert.setLong(1, row.sitting().value());
                insert.setInt(2, row.seq());
                insert.setObject(3, row.at().atOffset(ZoneOffset.UTC));
                insert.addBatch();
            }
            insert.executeBatch();
        }
    }
}

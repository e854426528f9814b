package dauntingledger.app.ledger;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.sitting.Progress;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.List;

/**
 * How a sitting stands, as lists show it without reading its ledger.
 *
 * @param held how many entries wait for a decision
 * @param readable whether its ledger could be read when it was last opened
 */
record StandingRow(SittingId sitting, Progress progress, int held, boolean readable) implements SittingChange {

    StandingRow {
        requireNonNull(progress, "progress");
    }

    /** Writes rows inside the transaction of {@code connection}. */
    static void write(Connection connection, List<StandingRow> rows) throws SQLException {
        try (PreparedStatement update =
                connection.prepareStatement("update sitting set progress = ?, held = ?, readable = ? where id = ?")) {
            for (StandingRow row : rows) {
                update.setString(1, row.progress().name());
                update.setInt(2, row.held());
                update.setBoolean(3, row.readable());
                update.setLong(4, row.sitting().value());
                update.addBatch();
            }
            update.executeBatch();
        }
    }
}

package dauntingledger.app.ledger;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.List;

/** Writes how sittings stand into their rows. */
final class StandingRows {

    private StandingRows() {}

    /** Writes them inside the transaction of {@code connection}. */
    static void write(Connection connection, List<Standing> standings) throws SQLException {
        try (PreparedStatement update = connection.prepareStatement(
                "update sitting set progress = ?, held = ?, readable = ?, board = ? where id = ?")) {
            for (Standing standing : standings) {
                update.setString(1, standing.progress().name());
                update.setInt(2, standing.held());
                update.setBoolean(3, standing.readable());
                update.setString(4, standing.board());
                update.setLong(5, standing.sitting().value());
                update.addBatch();
            }
            update.executeBatch();
        }
    }
}

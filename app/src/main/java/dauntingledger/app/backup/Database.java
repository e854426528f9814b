package dauntingledger.app.backup;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;

/** What is asked of the database for a copy, by a connection of whoever has it open. */
final class Database {

    private Database() {}

    /** Has the engine write a consistent archive of its file while others read and write. */
    static void pack(Connection connection, Path archive) throws SQLException {
        try (PreparedStatement backup = connection.prepareStatement("backup to ?")) {
            backup.setString(1, archive.toAbsolutePath().toString());
            backup.execute();
        }
    }

    static long rows(Connection connection, String table) throws SQLException {
        try (Statement count = connection.createStatement();
                ResultSet row = count.executeQuery("select count(*) from " + table)) {
            row.next();
            return row.getLong(1);
        }
    }
}

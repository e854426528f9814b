package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** {@code bin/lists}: what lists show is made anew out of the ledgers, and is what the ledgers' events had kept. */
class ListsCommandTest {

    @TempDir
    private Path data;

    private Connection database() throws SQLException {
        return DriverManager.getConnection("jdbc:h2:file:" + data.resolve("ledger"), "", "");
    }

    private Map<Long, String> standings() throws SQLException {
        Map<Long, String> standings = new TreeMap<>();
        try (Connection connection = database();
                ResultSet rows =
                        connection.createStatement().executeQuery("select id, progress, held, readable from sitting")) {
            while (rows.next()) {
                standings.put(rows.getLong(1), rows.getString(2) + " " + rows.getInt(3) + " " + rows.getBoolean(4));
            }
        }
        return standings;
    }

    @Test
    @Timeout(value = 3, unit = TimeUnit.MINUTES)
    void makesTheListsAnewAsTheyWere() throws Exception {
        ChildServer.start(data).close();
        Map<Long, String> kept = standings();
        assertThat(kept.values()).contains("BEFORE 0 true", "IN_PROGRESS 0 true", "HANDED_IN 0 true");
        long words;
        try (Connection connection = database()) {
            words = count(connection);
            connection.createStatement().execute("update sitting set progress = 'DECLINED', held = 3");
            connection.createStatement().execute("delete from search_word");
        }

        Process command = ChildServer.process(data, "--exam.rebuild-lists=true", "--server.port=0");
        assertThat(command.waitFor()).isZero();

        assertThat(Files.readString(data.resolve("child.log"))).contains("The lists are made anew.");
        assertThat(standings()).isEqualTo(kept);
        try (Connection connection = database()) {
            assertThat(count(connection)).isEqualTo(words);
        }
    }

    private static long count(Connection connection) throws SQLException {
        try (ResultSet rows = connection.createStatement().executeQuery("select count(*) from search_word")) {
            rows.next();
            return rows.getLong(1);
        }
    }
}

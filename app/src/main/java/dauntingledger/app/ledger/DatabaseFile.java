package dauntingledger.app.ledger;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;

/** The database file of an installation whose server is stopped. */
public final class DatabaseFile {

    /** What the file is called in the folder of the data. */
    public static final String NAME = "ledger.mv.db";

    private DatabaseFile() {}

    /** @throws SQLException if the folder has no database, or a server has it open */
    public static Connection open(Path folder) throws SQLException {
        String url = "jdbc:h2:file:" + folder.toAbsolutePath().resolve("ledger")
                + ";IFEXISTS=TRUE;WRITE_DELAY=0;TRACE_LEVEL_FILE=0;COMPRESS=TRUE";
        return DriverManager.getConnection(url, "", "");
    }
}

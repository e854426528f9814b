package dauntingledger.app.start;

import java.sql.SQLException;
import org.jspecify.annotations.Nullable;

/** What a refusal of the database to be opened means, and what to do. */
final class DatabaseTrouble {

    // Error codes of H2 (org.h2.api.ErrorCode).
    private static final int ALREADY_OPEN = 90020;
    private static final int CORRUPTED = 90030;
    private static final int OTHER_FORMAT = 90048;
    private static final int IO = 90028;
    private static final int IO_AT = 90031;
    private static final int GENERAL = 50000;

    private DatabaseTrouble() {}

    static @Nullable StartRefusedException of(SQLException error) {
        return switch (error.getErrorCode()) {
            case ALREADY_OPEN ->
                new StartRefusedException(
                        "The database is open already: another server, or a command, uses this folder of data.",
                        "Stop it, or wait until the command is done. One folder belongs to one server.");
            case CORRUPTED, OTHER_FORMAT, IO, IO_AT, GENERAL ->
                new StartRefusedException(
                        "The database file ledger.mv.db is damaged, or was written by another version of the database"
                                + " (error " + error.getErrorCode() + ").",
                        "Change nothing in the folder, and copy it away as it is. Restore the latest copy with"
                                + " bin/restore COPY NEW-FOLDER, and start on the new folder. docs/OPERATIONS.md tells how,"
                                + " under 'The database file is damaged'.");
            default -> null;
        };
    }
}

package dauntingledger.app.backup;

import dauntingledger.app.ledger.DatabaseFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Keeps what there was before a new version changes it: a copy like all others, beside the database. */
@Component
public class CopyBefore {

    private static final Logger log = LoggerFactory.getLogger(CopyBefore.class);

    private final Path data;

    public CopyBefore(@Value("${exam.data:./data}") Path data) {
        this.data = data;
    }

    /**
     * Makes the copy, before anything else uses the database.
     *
     * @param version of the schema that is copied
     */
    public Path keep(Connection connection, String version) throws BackupFailedException, SQLException {
        Path archive = data.resolve("packing.tmp");
        Path kept = data.toAbsolutePath().normalize().resolve("before-upgrade-of-" + version + CopyFile.ENDING);
        try {
            if (Files.getFileStore(data).getUsableSpace()
                    < Backups.SIZES_NEEDED * Files.size(data.resolve(DatabaseFile.NAME))) {
                throw new BackupFailedException(
                        "There is too little space for a copy of the database in " + data + ".");
            }
            Database.pack(connection, archive);
            CopyFile.write(
                    kept,
                    archive,
                    data,
                    new Copy(
                            "",
                            0,
                            Instant.now().truncatedTo(ChronoUnit.MILLIS),
                            "schema " + version,
                            Database.rows(connection, "sitting"),
                            Database.rows(connection, "ledger_line")));
            return kept;
        } catch (IOException e) {
            throw new BackupFailedException("The copy could not be written to " + kept + ".", e);
        } finally {
            Backups.forget(archive);
        }
    }

    /** Lets go of a copy that is needed no more. */
    public void forget(Path kept) {
        Backups.forget(kept);
        log.info("What was kept of the former version is deleted: {}", kept);
    }
}

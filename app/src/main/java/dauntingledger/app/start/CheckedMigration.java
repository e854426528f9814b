package dauntingledger.app.start;

import dauntingledger.app.backup.BackupFailedException;
import dauntingledger.app.backup.CopyBefore;
import dauntingledger.app.ledger.Engine;
import dauntingledger.app.ledger.LedgerSurvey;
import dauntingledger.app.marking.MarkingSurvey;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.sql.DataSource;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.flywaydb.core.api.MigrationInfo;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.stereotype.Component;

/**
 * Brings the database to what this version needs, and follows the chains before anybody is answered: those of the sittings
 * that are open today, or all of them if something was changed. What was there before a change is kept until then; a
 * database server keeps it by its own means.
 */
@Component
class CheckedMigration implements FlywayMigrationStrategy {

    private static final Logger log = LoggerFactory.getLogger(CheckedMigration.class);
    private static final Duration TODAY = Duration.ofDays(1);
    private static final int MOST_SAID = 20;

    private final CopyBefore copies;
    private final Engine engine;

    CheckedMigration(CopyBefore copies, Engine engine) {
        this.copies = copies;
        this.engine = engine;
    }

    @Override
    public void migrate(Flyway flyway) {
        @org.jspecify.annotations.Nullable MigrationInfo current = flyway.info().current();
        boolean upgraded = current != null && flyway.info().pending().length > 0;
        DataSource database = flyway.getConfiguration().getDataSource();
        Optional<Path> kept = upgraded && !engine.isServer()
                ? Optional.of(keep(database, String.valueOf(current.getVersion())))
                : Optional.empty();
        try {
            flyway.migrate();
        } catch (FlywayException e) {
            throw new StartRefusedException(
                    "The database could not be brought to this version: " + reason(e),
                    kept.map(CheckedMigration::goBack).orElse("Start the version that made this database."));
        }
        verify(database, upgraded, kept);
        kept.ifPresent(copies::forget);
    }

    private static String reason(FlywayException e) {
        return String.valueOf(e.getMessage()).lines().findFirst().orElse("") + ".";
    }

    private Path keep(DataSource database, String version) {
        try (Connection connection = database.getConnection()) {
            Path kept = copies.keep(connection, version);
            log.info(
                    "The database is of version {}; it is kept as {} until this version has verified it.",
                    version,
                    kept);
            return kept;
        } catch (SQLException e) {
            throw new StartRefusedException(
                    "The database could not be copied before it is changed (" + e.getSQLState() + ").",
                    "See docs/OPERATIONS.md, 'The database file is damaged'.");
        } catch (BackupFailedException e) {
            throw new StartRefusedException(
                    "The database is changed only after it was copied. " + e.getMessage(),
                    "Make room, and start again; nothing was changed.");
        }
    }

    private static String goBack(Path kept) {
        return "Nothing is lost: what was there before is in " + kept
                + ". Restore it with the former version: bin/restore " + kept
                + " NEW-FOLDER, and start the former version on the new folder.";
    }

    private static void verify(DataSource database, boolean all, Optional<Path> kept) {
        List<String> found = new ArrayList<>();
        try {
            Instant now = Instant.now();
            LedgerSurvey survey = all
                    ? LedgerSurvey.ofAll(database.getConnection(), found::add)
                    : LedgerSurvey.ofThoseOpen(database.getConnection(), now.minus(TODAY), now.plus(TODAY), found::add);
            int marks = 0;
            if (all) {
                try (Connection connection = database.getConnection()) {
                    marks = MarkingSurvey.of(connection, found::add);
                }
            }
            if (!survey.isIntact() || marks > 0) {
                throw new StartRefusedException(
                        "Ledgers cannot be followed:\n"
                                + String.join("\n", found.subList(0, Math.min(found.size(), MOST_SAID))),
                        kept.map(CheckedMigration::goBack)
                                .orElse(
                                        "Run bin/repair on the folder of the data: it changes no line, notes what it found,"
                                                + " and lets the other sittings go on. Or restore a copy: docs/OPERATIONS.md, 'The"
                                                + " database file is damaged'."));
            }
            log.info(
                    "{} {}",
                    all ? "All chains were followed." : "The chains of today were followed.",
                    survey.sentence());
        } catch (SQLException e) {
            throw new StartRefusedException(
                    "The ledgers cannot be read (" + e.getSQLState() + ").",
                    kept.map(CheckedMigration::goBack)
                            .orElse("See docs/OPERATIONS.md, 'The database file is damaged'."));
        }
    }
}

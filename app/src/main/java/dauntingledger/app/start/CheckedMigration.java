package dauntingledger.app.start;

import dauntingledger.app.backup.BackupFailedException;
import dauntingledger.app.backup.CopyBefore;
import dauntingledger.app.ledger.LedgerSurvey;
import dauntingledger.app.marking.MarkingSurvey;
import dauntingledger.app.nodes.Engine;
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
 * that are open today, or all of them if something was changed, by this start or by one that did not come so far. What was
 * there before a change is kept until then; a database server keeps it by its own means.
 */
@Component
class CheckedMigration implements FlywayMigrationStrategy {

    private static final Logger log = LoggerFactory.getLogger(CheckedMigration.class);
    private static final Duration TODAY = Duration.ofDays(1);
    private static final int MOST_SAID = 20;
    private static final String DAMAGED = "'The database file is damaged'";

    private final CopyBefore copies;
    private final Engine engine;
    private final SameKey key;

    CheckedMigration(CopyBefore copies, Engine engine, SameKey key) {
        this.key = key;
        this.copies = copies;
        this.engine = engine;
    }

    @Override
    public void migrate(Flyway flyway) {
        MigrationInfo current = flyway.info().current();
        boolean changes = current != null && flyway.info().pending().length > 0;
        DataSource database = flyway.getConfiguration().getDataSource();
        Optional<Path> kept = changes && !engine.isServer() ? Optional.of(keep(database, current)) : copies.kept();
        try {
            flyway.migrate();
        } catch (FlywayException e) {
            throw new StartRefusedException(
                    "The database could not be brought to this version: " + reason(e),
                    kept.map(CheckedMigration::goBack).orElse("Start the version that made this database."));
        }
        try {
            follow(database, changes || kept.isPresent());
        } catch (StartRefusedException e) {
            throw kept.map(copy -> new StartRefusedException(String.valueOf(e.getMessage()), goBack(copy)))
                    .orElse(e);
        }
        kept.ifPresent(copies::forget);
        if (engine.isServer()) {
            checkKey(database);
        }
    }

    private void checkKey(DataSource database) {
        try (Connection connection = database.getConnection()) {
            key.check(connection);
        } catch (SQLException e) {
            throw new StartRefusedException(
                    "The signing key cannot be compared with the other nodes' (" + e.getSQLState() + ").",
                    "See whether the database is well, and start again.");
        }
    }

    private static String reason(FlywayException e) {
        return String.valueOf(e.getMessage()).lines().findFirst().orElse("") + ".";
    }

    private Path keep(DataSource database, MigrationInfo current) {
        try {
            return copies.keep(database, String.valueOf(current.getVersion()));
        } catch (BackupFailedException e) {
            throw new StartRefusedException(
                    "The database is changed only after it was copied. " + e.getMessage(),
                    "Put that right, and start again; nothing was changed.");
        }
    }

    private static String goBack(Path kept) {
        return "Nothing is lost: what was there before is in " + kept
                + ". Restore it with the former version: bin/restore " + kept
                + " NEW-FOLDER, and start the former version on the new folder.";
    }

    /** Follows all chains, or those of the sittings that are open today. */
    private static void follow(DataSource database, boolean all) {
        List<String> found = new ArrayList<>();
        try {
            Instant now = Instant.now();
            LedgerSurvey survey = all
                    ? LedgerSurvey.ofAll(database.getConnection(), found::add)
                    : LedgerSurvey.ofThoseOpen(database.getConnection(), now.minus(TODAY), now.plus(TODAY), found::add);
            int marks = all ? marks(database, found) : 0;
            if (!survey.isIntact() || marks > 0) {
                throw new StartRefusedException(
                        "Ledgers cannot be followed:\n"
                                + String.join("\n", found.subList(0, Math.min(found.size(), MOST_SAID))),
                        "Run bin/repair on the folder of the data: it changes no line, notes what it found, and lets the"
                                + " other sittings go on. Or restore a copy: docs/OPERATIONS.md, " + DAMAGED + ".");
            }
            log.info(
                    "{} {}",
                    all ? "All chains were followed." : "The chains of today were followed.",
                    survey.sentence());
        } catch (SQLException e) {
            throw new StartRefusedException(
                    "The ledgers cannot be read (" + e.getSQLState() + ").",
                    "See docs/OPERATIONS.md, " + DAMAGED + ".");
        }
    }

    private static int marks(DataSource database, List<String> found) throws SQLException {
        try (Connection connection = database.getConnection()) {
            return MarkingSurvey.of(connection, found::add);
        }
    }
}

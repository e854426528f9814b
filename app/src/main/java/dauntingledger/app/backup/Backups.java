package dauntingledger.app.backup;

import dauntingledger.app.nodes.Engine;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.locks.ReentrantLock;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.info.BuildProperties;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Makes copies of the installation while it runs, by the database's own online backup, and keeps the latest. */
@Component
public class Backups implements MeterBinder {

    private static final Logger log = LoggerFactory.getLogger(Backups.class);
    private final DataSource database;
    private final Clock clock;
    private final Path data;
    private final Path folder;
    private final int keep;
    private final String version;
    private final Engine engine;
    private final ReentrantLock making = new ReentrantLock();
    private volatile Optional<Failure> failure = Optional.empty();

    Backups(
            DataSource database,
            Clock clock,
            BackupSettings settings,
            Optional<BuildProperties> build,
            Engine engine,
            @Value("${exam.data:./data}") Path data) {
        this.database = database;
        this.clock = clock;
        this.engine = engine;
        this.data = data;
        this.folder = settings.folder();
        this.keep = settings.keep();
        this.version = build.map(BuildProperties::getVersion).orElse("");
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Gauge.builder(
                        "exam.backup.age",
                        () -> kept().stream()
                                .findFirst()
                                .map(latest -> (double) Duration.between(latest.made(), clock.instant())
                                        .toSeconds())
                                .orElse(Double.NaN))
                .description("how old the latest copy is; no number if there is none")
                .baseUnit("seconds")
                .register(registry);
    }

    /** Why the last copy could not be made. */
    public record Failure(Instant at, String why) {}

    /** Makes a copy now, and lets go of the oldest beyond those that are kept. */
    public Copy make() throws BackupFailedException {
        if (!isMadeHere()) {
            throw new BackupFailedException(
                    "The database is a server, which makes its own copies (pg_basebackup, pg_dump): docs/OPERATIONS.md.");
        }
        if (!making.tryLock()) {
            throw new BackupFailedException("Another copy is being made; wait until it is done.");
        }
        try {
            Copy made = write();
            failure = Optional.empty();
            forgetOld();
            log.info("A copy was made: {}, {} sittings, {} entries", made.name(), made.sittings(), made.entries());
            return made;
        } catch (BackupFailedException e) {
            failure = Optional.of(new Failure(clock.instant(), String.valueOf(e.getMessage())));
            log.error("ALARM: no copy was made. {}", e.getMessage());
            throw e;
        } finally {
            making.unlock();
        }
    }

    private Copy write() throws BackupFailedException {
        Instant now = clock.instant();
        try {
            Files.createDirectories(folder);
            Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwx------"));
        } catch (IOException e) {
            throw new BackupFailedException(
                    "The folder " + folder() + " cannot be written. See that it is there, and belongs to the server.",
                    e);
        }
        Path target = folder.resolve("ledger-" + now.toString().replace(':', '-') + CopyFile.ENDING);
        return CopyFile.make(database, data, target, now, version);
    }

    private void forgetOld() {
        kept().stream().skip(keep).forEach(old -> CopyFile.forget(folder.resolve(old.name())));
    }

    /** Returns whether a copy is being made at this moment. */
    public boolean isMaking() {
        return making.isLocked();
    }

    /** Returns whether copies are made here, and not by the database itself. */
    public boolean isMadeHere() {
        return !engine.isServer();
    }

    /** Returns the copies that there are, the latest first. */
    public List<Copy> kept() {
        try {
            return CopyFile.in(folder);
        } catch (IOException e) {
            return List.of();
        }
    }

    /** Returns why the last copy could not be made; nothing if it was. */
    public Optional<Failure> failure() {
        return failure;
    }

    /** Returns where copies are kept. */
    public Path folder() {
        return folder.toAbsolutePath().normalize();
    }

    @Scheduled(cron = "${exam.backup.cron:0 0 3 * * *}", zone = "${exam.zone:UTC}")
    void scheduled() {
        try {
            make();
        } catch (BackupFailedException e) {
            // It stands in the log and on the page of the office.
        }
    }
}

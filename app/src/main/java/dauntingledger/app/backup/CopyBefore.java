package dauntingledger.app.backup;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Keeps what there was before a new version changes it: a copy like all others, beside the database. */
@Component
public class CopyBefore {

    private static final Logger log = LoggerFactory.getLogger(CopyBefore.class);
    private static final String NAME = "before-upgrade-of-";

    private final Path data;

    public CopyBefore(@Value("${exam.data:./data}") Path data) {
        this.data = data.toAbsolutePath().normalize();
    }

    /** Returns what is kept of a change that no version has verified yet. */
    public Optional<Path> kept() {
        try (Stream<Path> files = Files.list(data)) {
            return files.filter(file -> {
                        String name = file.getFileName().toString();
                        return name.startsWith(NAME) && name.endsWith(CopyFile.ENDING);
                    })
                    .findFirst();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /**
     * Makes the copy, before anything else uses the database. One that is there is from a change that did not come to its
     * end; what there is now may be half changed, so that one stays as it is.
     *
     * @param version of the schema that is copied
     */
    public Path keep(DataSource database, String version) throws BackupFailedException {
        Optional<Path> before = kept();
        if (before.isPresent()) {
            return before.get();
        }
        Path target = data.resolve(NAME + version + CopyFile.ENDING);
        CopyFile.make(database, data, target, Instant.now(), "schema " + version);
        log.info(
                "The database is of version {}; it is kept as {} until this version has verified it.", version, target);
        return target;
    }

    /** Lets go of a copy that is needed no more. */
    public void forget(Path kept) {
        CopyFile.forget(kept);
        log.info("What was kept of the former version is deleted: {}", kept);
    }
}

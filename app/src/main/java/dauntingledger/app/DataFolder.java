package dauntingledger.app;

import dauntingledger.app.start.StartRefusedException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;
import org.springframework.boot.context.event.ApplicationEnvironmentPreparedEvent;
import org.springframework.context.ApplicationListener;
import org.springframework.core.Ordered;

/** Makes the folder of data and logs before anything is written to it, readable by its owner alone. */
final class DataFolder implements ApplicationListener<ApplicationEnvironmentPreparedEvent>, Ordered {

    private static final Set<PosixFilePermission> OWNER_ALONE = PosixFilePermissions.fromString("rwx------");

    @Override
    public void onApplicationEvent(ApplicationEnvironmentPreparedEvent event) {
        Path folder = Path.of(event.getEnvironment().getProperty("exam.data", "./data"));
        try {
            Files.createDirectories(folder);
            Files.setPosixFilePermissions(folder, OWNER_ALONE);
        } catch (IOException e) {
            throw new StartRefusedException(
                    "The folder of the data, " + folder.toAbsolutePath() + ", cannot be made or kept from others.",
                    "See that the folder above it is there, and that it belongs to who runs the server.");
        }
    }

    /** Comes before the log file is opened, and after the settings were read. */
    @Override
    public int getOrder() {
        return Ordered.HIGHEST_PRECEDENCE + 15;
    }
}

package dauntingledger.app.backup;

import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * When copies of the installation are made, and how many are kept.
 *
 * @param cron when, by the hours of the house, as Spring writes it; {@code -} for never
 * @param keep how many copies are kept, the latest; at least one
 * @param folder where they are kept; better another disk than that of the data
 */
@ConfigurationProperties("exam.backup")
record BackupSettings(
        @DefaultValue("0 0 3 * * *") String cron,
        @DefaultValue("14") int keep,
        Path folder) {

    BackupSettings {
        if (keep < 1) {
            throw new IllegalArgumentException("exam.backup.keep must be at least 1, and is " + keep);
        }
    }
}

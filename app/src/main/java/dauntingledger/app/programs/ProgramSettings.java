package dauntingledger.app.programs;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of the judging of programs.
 *
 * @param judges how many processes run programs side by side, each half a gigabyte of heap and more while it compiles; 0 for
 *     one for every two processors
 * @param rest for how long a process is kept that has nothing to do
 */
@ConfigurationProperties("exam.programs")
record ProgramSettings(
        @DefaultValue("0") int judges, @DefaultValue("2m") Duration rest) {

    int number() {
        return judges > 0 ? judges : Math.max(1, Runtime.getRuntime().availableProcessors() / 2);
    }
}

package dauntingledger.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.boot.test.system.OutputCaptureExtension;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Import;
import org.springframework.context.annotation.Primary;
import org.springframework.test.annotation.DirtiesContext;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;

/** A running exam server as it is after it was installed: without demo, staff, papers and candidates. */
@ExtendWith(OutputCaptureExtension.class)
@SpringBootTest(
        webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT,
        properties = {
            "exam.number-prefix=BW-",
            "exam.pin-cost=4",
            "exam.password-cost=4",
            "exam.mail.every=200ms",
            "exam.sweep.every=1h",
            "spring.main.banner-mode=off",
            "logging.file.name=target/empty-server-${test.fork:1}.log"
        })
@Import(EmptyServerTest.Time.class)
@DirtiesContext
public abstract class EmptyServerTest {

    @Autowired
    protected SettableClock clock;

    @DynamicPropertySource
    static void data(DynamicPropertyRegistry registry) throws IOException {
        Path data = Files.createTempDirectory(
                Files.createDirectories(Path.of("target", "exam-data").toAbsolutePath()), "empty");
        registry.add("exam.data", data::toString);
    }

    @TestConfiguration
    static class Time {
        @Bean
        @Primary
        SettableClock settableClock() {
            return new SettableClock();
        }
    }
}

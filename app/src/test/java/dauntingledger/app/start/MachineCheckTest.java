package dauntingledger.app.start;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.app.time.TimeStandIn;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.context.event.ApplicationPreparedEvent;
import org.springframework.context.support.GenericApplicationContext;
import org.springframework.core.env.MapPropertySource;
import org.springframework.core.env.StandardEnvironment;

class MachineCheckTest {

    @TempDir
    private Path folder;

    private Map<String, Object> settings(String name, String value) {
        Map<String, Object> settings = new HashMap<>(Map.of("exam.data", folder.toString()));
        settings.put(name, value);
        return settings;
    }

    private void check(String name, String value) {
        StandardEnvironment settings = new StandardEnvironment();
        settings.getPropertySources().addFirst(new MapPropertySource("test", settings(name, value)));
        GenericApplicationContext context = new GenericApplicationContext();
        context.setEnvironment(settings);
        new MachineCheck()
                .onApplicationEvent(new ApplicationPreparedEvent(new SpringApplication(), new String[0], context));
    }

    @Test
    void aMachineThatCanCarryAnExamIsTaken() {
        assertThatCode(() -> check("exam.start.least-space", "1MB")).doesNotThrowAnyException();
    }

    @Test
    void tooLittleSpaceIsRefused() {
        assertThatThrownBy(() -> check("exam.start.least-space", "900000GB"))
                .isInstanceOf(StartRefusedException.class)
                .hasMessageContaining("too little space")
                .extracting(refused -> ((StartRefusedException) refused).action())
                .asString()
                .contains("Make room");
    }

    @Test
    void aFolderOfSomebodyElseIsRefused() throws IOException {
        Files.setOwner(
                folder, folder.getFileSystem().getUserPrincipalLookupService().lookupPrincipalByName("nobody"));

        assertThatThrownBy(() -> check("exam.start.least-space", "1MB"))
                .isInstanceOf(StartRefusedException.class)
                .hasMessageContaining("belongs to nobody");
    }

    @Test
    void aFolderThatCannotBeWrittenIsRefused() throws IOException {
        Path file = Files.createFile(folder.resolve("file"));

        assertThatThrownBy(() -> check("exam.data", file.toString()))
                .isInstanceOf(StartRefusedException.class)
                .hasMessageContaining("Nothing can be written");
    }

    @Test
    void aClockThatIsFarOffIsRefusedAndOneThatIsALittleOffIsNot() throws Exception {
        try (TimeStandIn right = new TimeStandIn(0, Duration.ofSeconds(-30));
                TimeStandIn far = new TimeStandIn(0, Duration.ofMinutes(-10))) {
            assertThatCode(() -> check("exam.time-server", right.name())).doesNotThrowAnyException();
            assertThatThrownBy(() -> check("exam.time-server", far.name()))
                    .isInstanceOf(StartRefusedException.class)
                    .hasMessageMatching("The computer's clock is (599|600) s ahead of what .*");
        }
        assertThatCode(() -> check("exam.time-server", "127.0.0.1:1")).doesNotThrowAnyException();
    }
}

package dauntingledger.app.start;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Plays the disasters of docs/OPERATIONS.md by the commands that stand there. */
class RehearsalTest {

    /** The demo data that all of them begin with. */
    @TempDir
    private static Path prepared;

    @TempDir
    private Path folder;

    @ParameterizedTest
    @ValueSource(strings = {"disk-full", "server-gone", "damaged", "wrong-time", "power-cut"})
    @Timeout(value = 4, unit = TimeUnit.MINUTES)
    void endsWellByFollowingTheWalk(String disaster) throws Exception {
        Path said = folder.resolve("said");
        ProcessBuilder rehearsal = new ProcessBuilder("bash", "../bin/rehearse", disaster)
                .redirectErrorStream(true)
                .redirectOutput(said.toFile());
        rehearsal.environment().put("LEDGER_CLASSES", System.getProperty("java.class.path"));
        rehearsal
                .environment()
                .put("REHEARSE_PREPARED", prepared.resolve("data").toString());
        Process running = rehearsal.start();
        try {
            int code = running.waitFor();
            assertThat(code).as(Files.readString(said)).isZero();
        } finally {
            running.descendants().forEach(ProcessHandle::destroyForcibly);
            running.destroyForcibly();
        }
        assertThat(Files.readString(said)).contains("Rehearsed: " + disaster);
    }
}

package dauntingledger.app.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.DatabaseFile;
import dauntingledger.app.ledger.LedgerSurvey;
import dauntingledger.app.marking.MarkingSurvey;
import dauntingledger.app.nodes.Engine;
import dauntingledger.rulebook.sitting.Act;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.IntStream;
import javax.sql.DataSource;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.test.system.CapturedOutput;
import org.springframework.boot.test.system.OutputCaptureExtension;

/** Copies a server that is at work, and makes an installation of the copy. */
@ExtendWith(OutputCaptureExtension.class)
class BackupTest extends ExamServerTest {

    private static final int WRITERS = 6;

    @Autowired
    private DataSource database;

    @Value("${exam.data}")
    private Path data;

    @Autowired
    private Engine engine;

    @TempDir
    private Path folder;

    private Backups backups;

    @BeforeEach
    void keepsTwo() {
        backups = backups(database, folder.resolve("copies"));
    }

    private Backups backups(DataSource from, Path to) {
        return new Backups(from, clock, new BackupSettings("-", 2, to), Optional.empty(), engine, data);
    }

    @Test
    void restoredUnderLoadItHasEverythingThatWasAcknowledgedBefore() throws Exception {
        List<Appointment> sittings =
                IntStream.range(0, WRITERS).mapToObj(i -> newAppointment()).toList();
        AtomicBoolean over = new AtomicBoolean();
        Set<String> acknowledged = ConcurrentHashMap.newKeySet();
        List<String> before;
        Copy copy;
        try (ExecutorService writers = Executors.newVirtualThreadPerTaskExecutor()) {
            sittings.forEach(sitting -> writers.submit(() -> writeUntil(over, sitting, acknowledged)));
            while (acknowledged.size() < 300) {
                Thread.onSpinWait();
            }
            before = List.copyOf(acknowledged);
            copy = backups.make();
            over.set(true);
        }
        Path restored = folder.resolve("restored");

        assertThat(RestoreCommand.run(path(copy).toString(), restored.toString()))
                .isEqualTo(asItStands());
        List<String> lines = lines(restored);
        assertThat(lines).hasSizeGreaterThanOrEqualTo((int) copy.entries());
        assertThat(String.join("\n", lines)).contains(before);
        assertThat(lines(database)).as("lines are the same ones").containsAll(lines);
        assertThat(restored.resolve("signing.key")).hasSameTextualContentAs(data.resolve("signing.key"));
        assertThat(restored.resolve("certificate-keys/current.key"))
                .hasSameTextualContentAs(data.resolve("certificate-keys/current.key"));
    }

    private void writeUntil(AtomicBoolean over, Appointment sitting, Set<String> acknowledged) {
        for (int i = 0; i < 20_000 && !over.get(); i++) {
            acknowledged.add(ledgers.record(sitting, new Act.SeatTaken("seat-" + i, Optional.empty()), clock.instant())
                    .entry()
                    .value());
        }
    }

    /** Other tests leave ledgers and marks here that cannot be followed; a copy of them is as good as they are. */
    private int asItStands() throws SQLException {
        try (Connection connection = database.getConnection()) {
            int marks = MarkingSurvey.of(connection, told -> {});
            return marks == 0
                            && LedgerSurvey.ofAll(database.getConnection(), told -> {})
                                    .isIntact()
                    ? 0
                    : 1;
        }
    }

    private Path path(Copy copy) {
        return folder.resolve("copies").resolve(copy.name());
    }

    private static List<String> lines(Path restored) throws SQLException {
        try (Connection connection = DatabaseFile.open(restored)) {
            return lines(connection);
        }
    }

    private static List<String> lines(DataSource running) throws SQLException {
        try (Connection connection = running.getConnection()) {
            return lines(connection);
        }
    }

    private static List<String> lines(Connection connection) throws SQLException {
        List<String> lines = new ArrayList<>();
        try (ResultSet rows = connection
                .createStatement()
                .executeQuery("select sitting || ' ' || line from ledger_line order by sitting, seq")) {
            while (rows.next()) {
                lines.add(rows.getString(1));
            }
        }
        return lines;
    }

    @Test
    void onlyTheLatestAreKeptAndNothingElseIsDeleted() throws Exception {
        Copy first = backups.make();
        Path other = Files.writeString(folder.resolve("copies/mine.copy.zip"), "no copy at all");
        clock.advance(Duration.ofHours(1));
        Copy second = backups.make();
        clock.advance(Duration.ofHours(1));
        Copy third = backups.make();

        assertThat(backups.kept()).containsExactly(third, second);
        assertThat(path(first)).doesNotExist();
        assertThat(other).exists();
        assertThat(backups.failure()).isEmpty();
    }

    @Test
    void whatCannotBeDoneIsSaidInWordsAndRemembered() throws Exception {
        DataSource broken = mock(DataSource.class);
        when(broken.getConnection()).thenThrow(new SQLException("row of somebody", "90098"));
        Backups failing = backups(broken, folder.resolve("copies"));

        assertThatThrownBy(failing::make)
                .isInstanceOf(BackupFailedException.class)
                .hasMessageContaining("90098");
        assertThat(failing.failure().orElseThrow().why())
                .contains("could not be copied")
                .doesNotContain("somebody");
        assertThat(Files.list(folder.resolve("copies"))).isEmpty();

        Path file = Files.createFile(folder.resolve("a-file"));
        assertThatThrownBy(backups(database, file)::make)
                .isInstanceOf(BackupFailedException.class)
                .hasMessageContaining("cannot be written");
    }

    @Nested
    class ACopyThatCannotBeUsed {

        private Path copy;
        private byte[] bytes;

        @BeforeEach
        void madeWhole() throws Exception {
            copy = path(backups.make());
            bytes = Files.readAllBytes(copy);
        }

        private int restored(Path file) {
            return RestoreCommand.run(
                    file.toString(), folder.resolve("restored").toString());
        }

        @Test
        void isRefusedAndLeavesNothingBehind() throws IOException {
            Path cut = Files.write(folder.resolve("cut.zip"), Arrays.copyOf(bytes, bytes.length / 2));
            Path none = Files.writeString(folder.resolve("none.zip"), "nothing");
            byte[] changed = bytes.clone();
            changed[changed.length / 2] ^= 1;
            Path bent = Files.write(folder.resolve("bent.zip"), changed);

            for (Path file : List.of(cut, none, bent, folder.resolve("not-there.zip"))) {
                assertThat(restored(file)).as(file.toString()).isEqualTo(2);
                assertThat(folder.resolve("restored")).as(file.toString()).doesNotExist();
            }
        }

        @Test
        void overwritesNoFolderThatHoldsSomething() throws IOException {
            Path there = Files.createDirectories(folder.resolve("restored"));
            Files.writeString(there.resolve("mine"), "mine");

            assertThat(restored(copy)).isEqualTo(2);
            assertThat(there.resolve("mine")).hasContent("mine");
            assertThat(RestoreCommand.run(copy.toString())).isEqualTo(2);
        }

        @Test
        void aLineThatWasChangedIsNamed(CapturedOutput output) throws Exception {
            Appointment sitting = newAppointment();
            ledgers.record(sitting, new Act.SeatTaken("seat", Optional.empty()), clock.instant());
            Path whole = path(backups.make());
            assertThat(restored(whole)).isEqualTo(asItStands());
            assertThat(output).doesNotContain("Sitting " + sitting.sitting() + ", line 1");
            Path restored = folder.resolve("restored");
            try (Connection connection = DatabaseFile.open(restored)) {
                connection.createStatement().execute("update ledger_line set line = line || ' ' where seq = 1");
                Database.pack(connection, folder.resolve("packed.zip"));
            }
            Path bent = folder.resolve("bent" + CopyFile.ENDING);
            CopyFile.write(bent, folder.resolve("packed.zip"), restored, CopyFile.read(whole));

            assertThat(RestoreCommand.run(
                            bent.toString(), folder.resolve("again").toString()))
                    .isEqualTo(1);
            assertThat(output).contains("Sitting " + sitting.sitting() + ", line 1: its hash does not follow");
        }
    }
}

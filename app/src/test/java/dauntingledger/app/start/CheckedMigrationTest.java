package dauntingledger.app.start;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.mock;

import dauntingledger.app.backup.CopyBefore;
import dauntingledger.app.backup.RestoreCommand;
import dauntingledger.app.ledger.ChildServer;
import dauntingledger.app.nodes.Engine;
import dauntingledger.app.signing.SigningKey;
import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.PaperId;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.configuration.FluentConfiguration;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** Starts on databases of the former version, whole ones and broken ones. */
class CheckedMigrationTest {

    private static final String FORMER = "14";

    @TempDir
    private Path data;

    private final Engine engine = mock();

    private CheckedMigration migration;

    @BeforeEach
    void withADatabaseOfTheFormerVersion() {
        migration = new CheckedMigration(new CopyBefore(data), engine, new SameKey(new SigningKey(data)));
        flyway().target(FORMER).load().migrate();
    }

    private String url() {
        return "jdbc:h2:file:" + data.resolve("ledger") + ";DB_CLOSE_DELAY=0";
    }

    private FluentConfiguration flyway() {
        return Flyway.configure().dataSource(url(), "", "").locations("classpath:db/migration/h2");
    }

    /** Writes a sitting of two lines, the second of which follows from the first or not. */
    private void sitting(boolean whole) throws SQLException {
        try (Connection connection = DriverManager.getConnection(url(), "", "")) {
            connection
                    .createStatement()
                    .execute("insert into candidate (number, name, pin_hash) values ('BW-1', 'A', '')");
            connection.createStatement().execute("insert into paper values ('p', 1, x'00')");
            connection
                    .createStatement()
                    .execute(
                            "insert into sitting (id, candidate, paper, paper_version, seat) values (7, 'BW-1', 'p', 1, '')");
            Hash last = Chain.ofHead(Chain.head("7", new PaperId("p"), 1, 0));
            for (int seq = 1; seq <= 2; seq++) {
                String line = "{\"act\":{},\"seq\":" + seq + "}";
                last = Chain.next(whole || seq == 1 ? last : Hash.of("something else"), line);
                try (var insert = connection.prepareStatement("insert into ledger_line values (7, ?, ?, ?)")) {
                    insert.setInt(1, seq);
                    insert.setString(2, line);
                    insert.setBytes(3, HexFormat.of().parseHex(last.hex()));
                    insert.execute();
                }
            }
            connection
                    .createStatement()
                    .execute("insert into ledger_mend values (7, 1, 'ASIDE', '', now()), (7, 2, 'ASIDE', '', now())");
        }
    }

    private List<String> copies() throws IOException {
        try (var files = Files.list(data)) {
            return files.map(file -> file.getFileName().toString())
                    .filter(name -> name.endsWith(".copy.zip"))
                    .toList();
        }
    }

    @Test
    void whatWasThereBeforeIsKeptUntilEverythingIsVerified() throws Exception {
        sitting(true);
        migration.migrate(flyway().load());

        assertThat(flyway().load().info().pending()).isEmpty();
        assertThat(copies()).isEmpty();
    }

    @Test
    void aChainThatCannotBeFollowedKeepsTheFormerDatabase() throws Exception {
        sitting(false);

        assertThatThrownBy(() -> migration.migrate(flyway().load()))
                .isInstanceOf(StartRefusedException.class)
                .hasMessageContaining("Sitting 7, line 2")
                .extracting(refused -> ((StartRefusedException) refused).action())
                .asString()
                .contains("bin/restore");
        assertThat(copies()).containsExactly("before-upgrade-of-" + FORMER + ".copy.zip");
        assertThat(RestoreCommand.run(
                        data.resolve(copies().getFirst()).toString(),
                        data.resolve("former").toString()))
                .as("restored, with its broken place named")
                .isEqualTo(1);
    }

    @Test
    void whatIsKeptStaysUntilAStartHasFollowedAllChains() throws Exception {
        sitting(false);
        assertThatThrownBy(() -> migration.migrate(flyway().load())).isInstanceOf(StartRefusedException.class);
        byte[] kept = Files.readAllBytes(data.resolve(copies().getFirst()));

        assertThatThrownBy(() -> migration.migrate(flyway().load()))
                .as("the next start, with nothing left to change")
                .isInstanceOf(StartRefusedException.class)
                .hasMessageContaining("Sitting 7, line 2");
        assertThat(Files.readAllBytes(data.resolve(copies().getFirst()))).isEqualTo(kept);

        try (Connection connection = DriverManager.getConnection(url(), "", "")) {
            connection.createStatement().execute("insert into ledger_mend values (7, 2, 'CHAIN', '', now())");
        }
        migration.migrate(flyway().load());
        assertThat(copies()).isEmpty();
    }

    @Test
    void whatIsOpenTodayIsFollowedAtEveryStart() throws Exception {
        migration.migrate(flyway().load());
        sitting(false);
        migration.migrate(flyway().load());

        try (Connection connection = DriverManager.getConnection(url(), "", "")) {
            connection.createStatement().execute("update sitting set progress = 'IN_PROGRESS'");
        }
        assertThatThrownBy(() -> migration.migrate(flyway().load()))
                .isInstanceOf(StartRefusedException.class)
                .hasMessageContaining("Sitting 7, line 2")
                .extracting(refused -> ((StartRefusedException) refused).action())
                .asString()
                .contains("bin/repair");
    }

    @Test
    void aMigrationThatFailsKeepsTheFormerDatabase() throws Exception {
        sitting(true);
        try (Connection connection = DriverManager.getConnection(url(), "", "")) {
            connection.createStatement().execute("create table deletion (id int)");
        }

        assertThatThrownBy(() -> migration.migrate(flyway().load()))
                .isInstanceOf(StartRefusedException.class)
                .hasMessageContaining("could not be brought to this version");
        assertThat(copies()).hasSize(1);
    }

    @Test
    @Timeout(value = 2, unit = TimeUnit.MINUTES)
    void aServerOnADamagedFileSaysWhatToDoAndDoesNotStart() throws Exception {
        Path file = data.resolve("ledger.mv.db");
        byte[] bytes = Files.readAllBytes(file);
        Arrays.fill(bytes, (byte) 0x5a);
        Files.write(file, bytes);

        Process server = ChildServer.process(data);

        assertThat(server.waitFor()).isEqualTo(78);
        assertThat(Files.readString(data.resolve("child.log")))
                .contains("damaged")
                .contains("bin/restore COPY NEW-FOLDER")
                .doesNotContain("\tat ");
    }
}

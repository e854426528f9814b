package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.rulebook.chain.Hash;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.hamcrest.Matchers;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.system.CapturedOutput;
import org.springframework.boot.test.system.OutputCaptureExtension;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;

@ExtendWith(OutputCaptureExtension.class)
class RepairTest {

    private static final String UNREADABLE =
            "{\"at\":-9007199254740993,\"by\":\"candidate\",\"id\":\"bad\",\"kind\":\"review-opened\"}";

    @Nested
    class ASittingThatCannotBeRead extends ExamServerTest {

        @Autowired
        private MockMvc mvc;

        @Autowired
        private JdbcTemplate jdbc;

        private Appointment broken;

        @BeforeEach
        void breakOne() {
            broken = newAppointment();
            jdbc.update(
                    "insert into ledger_line (sitting, seq, line, hash) values (?, 1, ?, ?)",
                    broken.sitting().value(),
                    UNREADABLE,
                    new byte[32]);
        }

        @Test
        void isOneRowWithItsNumberInEveryListAndAnAlarmInTheLog(CapturedOutput output) throws Exception {
            Appointment whole = newAppointment();
            String number = String.valueOf(broken.sitting());

            mvc.perform(get("/office/sittings")
                            .param("text", whole.candidate())
                            .param("sitting", number)
                            .with(user("OFF-1").roles("OFFICE")))
                    .andExpect(status().isOk())
                    .andExpect(content().string(Matchers.containsString("Sitting " + number + "<")))
                    .andExpect(content().string(Matchers.containsString(whole.candidate())));
            mvc.perform(get("/office/sittings")
                            .param("text", broken.candidate())
                            .with(user("OFF-1").roles("OFFICE")))
                    .andExpect(content().string(Matchers.containsString("<td>Cannot be read</td>")));
            mvc.perform(get("/invigilation").with(user("INV-1").roles("INVIGILATOR")))
                    .andExpect(status().isOk())
                    .andExpect(content().string(Matchers.containsString("(sitting " + number + ")")));
            mvc.perform(get("/").with(user(broken.candidate()).roles("CANDIDATE")))
                    .andExpect(status().isOk())
                    .andExpect(content().string(Matchers.containsString("cannot be read")));
            mvc.perform(get("/sittings/" + number)
                            .accept("text/html")
                            .with(user(broken.candidate()).roles("CANDIDATE")))
                    .andExpect(status().isServiceUnavailable())
                    .andExpect(content().string(Matchers.containsString("cannot be read")));
            assertThat(output.toString().split("ALARM: the ledger of sitting " + number, -1))
                    .hasSize(2);
        }

        @Test
        void canBeUsedAgainOnceItIsMended() {
            jdbc.update(
                    "insert into ledger_mend values (?, 1, 'ASIDE', 'no entry', current_timestamp)",
                    broken.sitting().value());
            Appointment mended = appointments.find(broken.sitting()).orElseThrow();

            assertThat(ledgers.open(mended, clock.instant()).entries()).isEmpty();
            assertThat(LedgerCheck.check(ledgers.export(mended).toList()).sentence())
                    .contains("places mended: 1");
        }
    }

    @Nested
    class TheCommand {

        @TempDir
        private Path data;

        @BeforeEach
        void aDatabaseOfAStoppedServer() throws Exception {
            try (Connection connection = DriverManager.getConnection("jdbc:h2:file:" + data.resolve("ledger"), "", "");
                    Statement statement = connection.createStatement()) {
                statement.execute("create table sitting (id bigint, paper varchar, paper_version int, seed int)");
                statement.execute("create table ledger_line (sitting bigint, seq int, line varchar, hash binary(32))");
                statement.execute(
                        "create table ledger_mend (sitting bigint, seq int, kind varchar, note varchar, mended_at timestamp with time zone)");
                statement.execute("insert into sitting values (7, 'pilot-licence', 3, 5)");
                String line =
                        "{\"at\":1,\"by\":\"candidate\",\"id\":\"e\",\"kind\":\"review-opened\",\"received\":1,\"seq\":3}";
                statement.execute("insert into ledger_line values (7, 3, '" + line + "', X'"
                        + Hash.of("x").hex() + "')");
                statement.execute("insert into ledger_line values (7, 4, '" + UNREADABLE + "', X'"
                        + Hash.of("y").hex() + "')");
            }
        }

        @Test
        void saysWhatIsBrokenMendsItAndChangesNoLine(CapturedOutput output) throws Exception {
            List<String> before = lines();
            assertThat(VerifyCommand.run("--data", data.toString())).isEqualTo(1);
            assertThat(output)
                    .contains("Sitting 7, line 3: line 1 before it was never stored")
                    .contains("Sitting 7, line 4: it is no entry that can be read");

            assertThat(RepairCommand.run(data.toString())).isZero();
            assertThat(output).contains("line 4: it is no entry that can be read; it is set aside and does not count.");
            assertThat(VerifyCommand.run("--data", data.toString())).isZero();
            assertThat(RepairCommand.run(data.toString())).isZero();
            assertThat(output).contains("There was nothing to repair.");
            assertThat(lines()).isEqualTo(before);
        }

        @Test
        void saysWhereThereIsNoDatabase(CapturedOutput output) {
            assertThat(RepairCommand.run(data.resolve("nowhere").toString())).isEqualTo(2);
            assertThat(VerifyCommand.run("--data", data.resolve("nowhere").toString()))
                    .isEqualTo(2);
            assertThat(output).contains("stop the server");
        }

        private List<String> lines() throws Exception {
            try (Connection connection = DriverManager.getConnection("jdbc:h2:file:" + data.resolve("ledger"), "", "");
                    var rows = connection
                            .createStatement()
                            .executeQuery("select line || rawtohex(hash) from ledger_line order by seq")) {
                List<String> lines = new ArrayList<>();
                while (rows.next()) {
                    lines.add(rows.getString(1));
                }
                return lines;
            }
        }
    }
}

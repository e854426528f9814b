package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.app.ExamServerTest;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledIfSystemProperty;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.system.CapturedOutput;
import org.springframework.boot.test.system.OutputCaptureExtension;
import org.springframework.jdbc.core.JdbcTemplate;

@ExtendWith(OutputCaptureExtension.class)
class LedgerStoreTest extends ExamServerTest {

    @Autowired
    private JdbcTemplate jdbc;

    @Autowired
    private GroupCommit writer;

    @Test
    void numbersTheLinesOfASittingWithoutAGapHoweverManyWriteAtOnce() throws Exception {
        Appointment appointment = seated();
        try (ExecutorService windows = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<Appended>> sent = IntStream.range(0, 50)
                    .mapToObj(i -> windows.submit(() -> ledgers.append(
                            appointment, batch(List.of(made(new Act.ReviewOpened()), opened())), clock.instant())))
                    .toList();
            for (Future<Appended> one : sent) {
                one.get();
            }
        }

        List<Integer> numbers = jdbc.queryForList(
                "select seq from ledger_line where sitting = ? order by seq",
                Integer.class,
                appointment.sitting().value());
        assertThat(numbers)
                .isEqualTo(IntStream.rangeClosed(1, numbers.size()).boxed().toList());
        assertThat(LedgerCheck.check(ledgers.export(appointment).toList()).intact())
                .isTrue();
    }

    @Test
    @DisabledIfSystemProperty(
            named = "test.store",
            matches = "postgres",
            disabledReason = "there it is another node's line")
    void recoversFromALineThatTheDatabaseRefusesAndLogsNothingOfIt(CapturedOutput output) {
        Appointment appointment = seated();
        int next = ledgers.open(appointment, clock.instant()).entries().size() + 1;
        jdbc.update(
                "insert into ledger_line (sitting, seq, line, hash) values (?, ?, ?, ?)",
                appointment.sitting().value(),
                next,
                "{\"secret\":\"answer 86421\"}",
                new byte[32]);

        assertThatThrownBy(() -> ledgers.append(appointment, batch(List.of(opened())), clock.instant()))
                .isInstanceOf(IllegalStateException.class)
                .hasNoCause()
                .hasMessageContaining("SQL");
        jdbc.update(
                "delete from ledger_line where sitting = ? and seq = ?",
                appointment.sitting().value(),
                next);
        assertThat(ledgers.append(appointment, batch(List.of(opened())), clock.instant())
                        .outcomes())
                .extracting(Outcome::status)
                .containsExactly(Outcome.Status.ENTERED);

        assertThat(LedgerCheck.check(ledgers.export(appointment).toList()).intact())
                .isTrue();
        assertThat(output).contains("An append of 1 lines failed").doesNotContain("86421");
    }

    @Test
    @DisabledIfSystemProperty(
            named = "test.store",
            matches = "postgres",
            disabledReason = "there it is another node's line")
    void aRefusedAppendDoesNotTakeItsNeighboursAlong() {
        Appointment appointment = seated();
        String line = "{}";
        LedgerLine good = new LedgerLine(appointment.sitting(), 1_000, line, Hash.of(line));
        writer.write(List.of(good), List.of());

        assertThatThrownBy(() -> writer.write(List.of(good), List.of())).isInstanceOf(IllegalStateException.class);
        writer.write(List.of(new LedgerLine(appointment.sitting(), 1_001, line, Hash.of(line))), List.of());

        assertThat(jdbc.queryForObject(
                        "select count(*) from ledger_line where sitting = ? and seq >= 1000",
                        Integer.class,
                        appointment.sitting().value()))
                .isEqualTo(2);
    }

    private Batch batch(List<Entry> entries) {
        return new Batch("s", entries, List.of(), clock.instant());
    }

    private Appointment seated() {
        Appointment appointment = newAppointment();
        ledgers.record(appointment, new Act.SeatTaken("s"), clock.instant());
        return appointment;
    }

    private Entry opened() {
        return made(new Act.StageOpened(new StageId("conduct")));
    }

    private Entry made(Act act) {
        return Entry.made(new EntryId(UUID.randomUUID().toString()), clock.instant(), act);
    }
}

package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.ExamServerTest;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Window;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

class SweepTest extends ExamServerTest {

    private static final Duration THE_WHOLE_EXAM = Duration.ofHours(3);

    @Autowired
    private Sweep sweep;

    @Autowired
    private Deadlines deadlines;

    @Autowired
    private Leaving leaving;

    @Autowired
    private JdbcTemplate jdbc;

    /** Other tests leave sittings behind; what has run out in them is none of this test's. */
    @BeforeEach
    void sweepBefore() {
        clock.advance(Duration.ofDays(1));
        sweep.sweep(clock.instant());
    }

    private Appointment begun() {
        Appointment appointment = newAppointment("buoyage-practice", Terms.OPEN.within(closing()));
        does(appointment, new Act.StageOpened(new StageId("practice")));
        return appointment;
    }

    /** Hours in which the room closes after one hour. */
    private Window closing() {
        Instant now = clock.instant();
        return Window.of(now.minusSeconds(60), now, now.plusSeconds(600)).endingAt(now.plus(Duration.ofHours(1)));
    }

    private List<String> kinds(Appointment appointment) {
        return jdbc
                .queryForList(
                        "select line from ledger_line where sitting = ? order by seq",
                        String.class,
                        appointment.sitting().value())
                .stream()
                .map(line -> line.replaceAll(".*\"kind\":\"([a-z-]+)\".*", "$1"))
                .toList();
    }

    @Test
    void handsInWhatTimeHasEndedAlthoughNobodyLooks() {
        Appointment appointment = begun();
        Instant ends = appointment.terms().window().ends().orElseThrow();

        assertThat(sweep.sweep(ends.minusMillis(1))).isZero();
        assertThat(sweep.sweep(ends)).isOne();

        assertThat(kinds(appointment)).containsExactly("terms-fixed", "stage-opened", "stage-ran-out");
        assertThat(ledgers.open(appointment, ends).entries().getLast().at())
                .isEqualTo(ends.truncatedTo(ChronoUnit.MILLIS));
        assertThat(deadlines.find(appointment.sitting())).isEmpty();
        assertThat(sweep.sweep(ends)).isZero();
    }

    @Test
    void leavesAloneWhatAnotherNodeHasClaimedUntilThatClaimRunsOut() {
        Appointment appointment = begun();
        clock.advance(THE_WHOLE_EXAM);
        Instant now = clock.instant();

        assertThat(deadlines.claim(now, 10, Duration.ofMinutes(1))).containsExactly(appointment.sitting());
        assertThat(sweep.sweep(now)).as("while the other node may still live").isZero();
        assertThat(sweep.sweep(now.plus(Duration.ofMinutes(1)).plusMillis(1)))
                .as("when it did not")
                .isOne();
    }

    @Test
    void writesEachEndingOnceHoweverManySweepAtOnce() throws Exception {
        List<Appointment> many = Stream.generate(this::begun).limit(30).toList();
        clock.advance(THE_WHOLE_EXAM);
        try (ExecutorService nodes = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<Integer>> swept = List.of(
                    nodes.submit(() -> sweep.sweep(clock.instant())), nodes.submit(() -> sweep.sweep(clock.instant())));
            assertThat(swept.get(0).get() + swept.get(1).get()).isEqualTo(30);
        }
        assertThat(many)
                .allSatisfy(appointment ->
                        assertThat(kinds(appointment)).containsExactly("terms-fixed", "stage-opened", "stage-ran-out"));
    }

    /** A window is heard every few seconds. */
    private void isThereFor(Duration span, Appointment appointment) {
        for (long second = 0; second < span.toSeconds(); second += 5) {
            clock.advance(Duration.ofSeconds(5));
            Instant heard = clock.instant();
            ledgers.append(appointment, new Batch("window", List.of(), List.of(), heard), heard);
        }
    }

    @Test
    void letsPracticeStandThatWasLeftAlone() {
        Appointment appointment = newAppointment("rules-practice", Terms.practising(PracticeMode.REHEARSE));
        does(appointment, new Act.StageOpened(new StageId("practice")));
        does(appointment, new Act.SeatTaken("window"));
        isThereFor(Duration.ofMinutes(40), appointment);
        clock.advance(Duration.ofDays(2));

        sweep.sweep(clock.instant());

        Sitting stopped = sitting(appointment);
        assertThat(stopped.isPaused()).isTrue();
        assertThat(stopped.route().isHandedIn()).isFalse();
        assertThat(deadlines.find(appointment.sitting())).isEmpty();
        leaving.comeBack(appointment, clock.instant());
        assertThat(sitting(appointment).isPaused()).isFalse();
        assertThat(sitting(appointment).clocks().tightest().orElseThrow().left())
                .isCloseTo(Duration.ofMinutes(20), Duration.ofSeconds(8));
    }

    @Test
    void losesNothingThatWasAnsweredWithoutANetworkInPracticeThatWasStopped() {
        Appointment appointment = newAppointment("rules-practice", Terms.practising(PracticeMode.REHEARSE));
        does(appointment, new Act.StageOpened(new StageId("practice")));
        does(appointment, new Act.SeatTaken("window"));
        isThereFor(Duration.ofMinutes(50), appointment);
        Instant cutOff = clock.instant();
        clock.advance(Duration.ofMinutes(12));
        sweep.sweep(clock.instant());

        Entry answered = Entry.made(
                new EntryId("without-a-network"),
                cutOff.plusSeconds(60),
                new Act.QuestionOpened(new ItemId("can-side")));
        Instant back = clock.instant();
        Appended taken = ledgers.append(appointment, new Batch("window", List.of(answered), List.of(), back), back);

        assertThat(taken.outcomes()).extracting(Outcome::status).containsExactly(Outcome.Status.ENTERED);
    }

    @Test
    void followsADeadlineThatMoves() {
        Appointment appointment = newAppointment();
        does(appointment, new Act.StageOpened(new StageId("conduct")));
        Instant first = deadlines.find(appointment.sitting()).orElseThrow();

        clock.advance(Duration.ofMinutes(1));
        does(appointment, new Act.Paused(By.NOBODY, ""));
        assertThat(deadlines.find(appointment.sitting())).isEmpty();
        clock.advance(Duration.ofMinutes(4));
        does(appointment, new Act.Resumed(By.NOBODY));

        assertThat(deadlines.find(appointment.sitting()).orElseThrow())
                .isBetween(first.plus(Duration.ofMinutes(4)), first.plus(Duration.ofMinutes(5)));
    }
}

package dauntingledger.app.programs;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.timeout;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import dauntingledger.app.ExamServerTest;
import dauntingledger.engine.Judge;
import dauntingledger.engine.Judge.Judged;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Comparison;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Limits;
import dauntingledger.rulebook.program.Source;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** The queue of programs that wait to be run, with a judge that does as it is told. */
class JudgingTest extends ExamServerTest {

    private static final Duration PATIENCE = Duration.ofSeconds(30);

    @Autowired
    private Verdicts verdicts;

    private final Judge judge = mock(Judge.class);
    private Judging judging;

    private final Source program = new Source(Language.PYTHON, "print('" + UUID.randomUUID() + "')");
    private final Cases cases = cases(2);

    private static Cases cases(int count) {
        return new Cases(
                Limits.USUAL,
                Comparison.LINES,
                IntStream.rangeClosed(1, count)
                        .mapToObj(number -> new Case(number, "", "in " + number, "out", false, Rational.ONE, ""))
                        .toList());
    }

    private static List<Judged> ended(Ending... endings) {
        return Arrays.stream(endings).map(ending -> new Judged(ending, "", "")).toList();
    }

    /** Has a program end so in the cases, each of which is run by itself. */
    private void ends(Source what, Cases in, Ending... endings) {
        for (int i = 0; i < endings.length; i++) {
            doReturn(ended(endings[i])).when(judge).judge(what, alone(in, i));
        }
    }

    private static Cases alone(Cases of, int place) {
        return new Cases(of.limits(), of.comparison(), of.all().subList(place, place + 1));
    }

    @BeforeEach
    void begin() {
        judging = new Judging(verdicts, new ProgramSettings(1, Duration.ofMinutes(1)), () -> judge);
    }

    @AfterEach
    void end() throws InterruptedException {
        judging.destroy();
    }

    @Test
    void whatIsAskedForIsRunOnceAndKept() throws InterruptedException {
        ends(program, cases, Ending.PASSED, Ending.ERROR);
        assertThat(judging.of(program, cases)).isEmpty();
        assertThat(judging.of(program, cases))
                .satisfiesAnyOf(
                        known -> assertThat(known).isEmpty(),
                        known -> assertThat(known).isPresent());
        assertThat(judging.settled(PATIENCE)).isTrue();

        assertThat(judging.of(program, cases)).contains(List.of(Ending.PASSED, Ending.ERROR));
        assertThat(new Judging(verdicts, new ProgramSettings(1, PATIENCE), () -> judge).of(program, cases))
                .as("a server that was started again knows it")
                .contains(List.of(Ending.PASSED, Ending.ERROR));
        verify(judge, times(2)).judge(any(), any());
    }

    @Test
    void onlyCasesThatAreNewAreRun() throws InterruptedException {
        ends(program, cases, Ending.PASSED, Ending.PASSED);
        judging.of(program, cases);
        assertThat(judging.settled(PATIENCE)).isTrue();

        Cases corrected = cases.corrected(2, Optional.of("else"));
        Cases one = new Cases(
                corrected.limits(), corrected.comparison(), corrected.all().subList(1, 2));
        doReturn(ended(Ending.OTHER_OUTPUT)).when(judge).judge(program, alone(corrected, 1));
        assertThat(judging.of(program, corrected)).isEmpty();
        assertThat(judging.settled(PATIENCE)).isTrue();
        assertThat(judging.of(program, corrected)).contains(List.of(Ending.PASSED, Ending.OTHER_OUTPUT));
        assertThat(judging.of(program, cases.corrected(2, Optional.empty())))
                .as("a case that counts for nobody needs no run")
                .contains(List.of(Ending.PASSED));
    }

    @Test
    void aJudgeThatFailsLosesNothingAndBlocksNobody() throws InterruptedException {
        Source other = new Source(Language.PYTHON, program.text() + "#");
        when(judge.judge(program, alone(cases, 0)))
                .thenThrow(new IllegalStateException("the machine is out of processes"));
        ends(other, cases, Ending.PASSED, Ending.PASSED);
        judging.of(program, cases);
        judging.of(other, cases);
        assertThat(judging.settled(PATIENCE)).isTrue();
        assertThat(judging.of(other, cases)).isPresent();

        ends(program, cases, Ending.PASSED, Ending.ERROR);
        assertThat(judging.of(program, cases)).as("asked for again").isEmpty();
        assertThat(judging.settled(PATIENCE)).isTrue();
        assertThat(judging.of(program, cases)).isPresent();
    }

    @Test
    void whatIsJudgedAgainIsForgottenFirst() throws InterruptedException {
        ends(program, cases, Ending.OUT_OF_TIME, Ending.PASSED);
        judging.of(program, cases);
        assertThat(judging.settled(PATIENCE)).isTrue();
        ends(program, cases, Ending.PASSED, Ending.PASSED);
        judging.again(List.of(program), cases);
        assertThat(judging.settled(PATIENCE)).isTrue();
        assertThat(judging.of(program, cases)).contains(List.of(Ending.PASSED, Ending.PASSED));
    }

    @Test
    void aProgramThatTakesLongLetsOthersGoFirst() throws InterruptedException {
        Cases many = cases(3);
        Source quick = new Source(Language.JAVASCRIPT, program.text() + ";");
        List<Source> order = Collections.synchronizedList(new ArrayList<>());
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch asked = new CountDownLatch(1);
        when(judge.judge(any(), any())).thenAnswer(call -> {
            order.add(call.getArgument(0));
            if (order.size() == 1) {
                begun.countDown();
                asked.await();
                long until = System.nanoTime() + Duration.ofSeconds(3).toNanos();
                while (System.nanoTime() < until) {
                    Thread.onSpinWait();
                }
            }
            return ended(Ending.PASSED);
        });
        judging.of(program, many);
        assertThat(begun.await(PATIENCE.toSeconds(), TimeUnit.SECONDS)).isTrue();
        judging.of(quick, cases);
        asked.countDown();
        assertThat(judging.settled(PATIENCE)).isTrue();
        assertThat(order).containsExactly(program, quick, quick, program, program);
    }

    @Test
    void theProcessIsGivenBackWhenNothingIsLeft() throws InterruptedException {
        Judging brief = new Judging(verdicts, new ProgramSettings(1, Duration.ofMillis(1)), () -> judge);
        ends(program, cases, Ending.PASSED, Ending.PASSED);
        brief.of(program, cases);
        assertThat(brief.settled(PATIENCE)).isTrue();
        verify(judge, timeout(PATIENCE.toMillis())).close();
        brief.destroy();
    }
}

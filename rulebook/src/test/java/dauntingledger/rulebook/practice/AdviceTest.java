package dauntingledger.rulebook.practice;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.SectionId;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class AdviceTest {

    private static final Instant NINE = Instant.parse("2026-11-01T09:00:00Z");

    /** A section in which so many questions were worth a mark each. */
    private static Run.OfSection section(String id, int marks, int questions) {
        return new Run.OfSection(
                new SectionId(id),
                "Section " + id,
                Rational.of(marks),
                Rational.of(questions),
                questions,
                Duration.ofSeconds(30L * questions));
    }

    private static Run run(int day, Run.OfSection... sections) {
        return new Run(new PaperId("tides"), PracticeMode.LEARN, NINE.plus(Duration.ofDays(day)), List.of(sections));
    }

    @Test
    void isTheWeakestSectionOfTheLastRuns() {
        assertThat(Advice.after(List.of(
                        run(1, section("one", 4, 6), section("two", 2, 6)),
                        run(2, section("one", 6, 6), section("two", 4, 6)))))
                .hasValueSatisfying(advice -> {
                    assertThat(advice.title()).isEqualTo("Section two");
                    assertThat(advice.share()).isEqualTo(Rational.of(1, 2));
                    assertThat(advice.questions()).isEqualTo(12);
                });
    }

    @Test
    void asksForTenQuestions() {
        assertThat(Advice.after(List.of(run(1, section("one", 0, 9))))).isEmpty();
        assertThat(Advice.after(List.of(run(1, section("one", 0, 10))))).isPresent();
        assertThat(Advice.after(List.of())).isEmpty();
    }

    @Test
    void forgetsWhatWasLongAgo() {
        List<Run> runs = new ArrayList<>(List.of(run(0, section("old", 0, 40))));
        runs.addAll(Collections.nCopies(Advice.RECENT, run(9, section("new", 3, 4))));
        assertThat(Advice.after(runs).orElseThrow().title()).isEqualTo("Section new");
    }

    @Test
    void isOfEqualOnesWhatWasPractisedLongestAgo() {
        Stream<Run> runs = Stream.of(
                run(1, section("later", 5, 10)), run(2, section("early", 5, 10)), run(3, section("later", 5, 10)));
        assertThat(Advice.after(runs.toList()).orElseThrow().title()).isEqualTo("Section early");
    }

    @Test
    void aRunIsTheSumOfItsSections() {
        Run run = run(1, section("one", -2, 4), section("two", 5, 6));
        assertThat(run.marks()).isEqualTo(Rational.of(3));
        assertThat(run.most()).isEqualTo(Rational.of(10));
        assertThat(run.share()).hasValue(Rational.of(3, 10));
        assertThat(run.pace()).isEqualTo(Duration.ofSeconds(30));
        assertThat(run.sections().getFirst().share()).hasValue(Rational.ZERO);
        assertThat(run(1).share()).isEmpty();
        assertThat(run(1).pace()).isEqualTo(Duration.ZERO);
    }
}

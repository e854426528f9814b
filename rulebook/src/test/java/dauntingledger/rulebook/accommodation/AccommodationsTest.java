package dauntingledger.rulebook.accommodation;

import static dauntingledger.rulebook.testing.SamplePapers.stage;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.ExamRules;
import dauntingledger.rulebook.paper.MalformedPaperException;
import dauntingledger.rulebook.paper.OwnBreaks;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.TimeBox;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.SamplePapers;
import java.math.BigDecimal;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AccommodationsTest {

    private static final Rational QUARTER_MORE = Rational.of(5, 4);

    private static Accommodations factor(Rational factor) {
        return new Accommodations(factor, Map.of(), Duration.ZERO, Map.of(), false, List.of());
    }

    private static Accommodations breaks(Duration longer, Map<StageId, Duration> extra, boolean stops) {
        return new Accommodations(Rational.ONE, Map.of(), longer, extra, stops, List.of());
    }

    @ParameterizedTest
    @CsvSource({"PT20M, 5/4, PT25M", "PT20M, 3/2, PT30M", "PT10S, 4/3, PT14S", "PT1S, 2, PT2S", "PT20M, 1, PT20M"})
    void multipliesEveryClockRoundedUpToTheSecond(Duration limit, String factor, Duration granted) {
        TimeBox box = new TimeBox(new BoxId("b"), "Box", limit, stage("one"), stage("one"), List.of());

        assertThat(factor(Rational.parse(factor)).limit(box)).isEqualTo(granted);
    }

    @Test
    void lengthensBreaksOfOnesOwnAndTheirPoolAndStopsTheirClocks() {
        OwnBreaks rules =
                new OwnBreaks(2, Optional.of(Duration.ofMinutes(10)), Duration.ofMinutes(5), Clocks.RUN_ON, true, true);
        Paper paper = SamplePapers.pilot()
                .with(new ExamRules(
                        false,
                        Optional.of(rules),
                        List.of(),
                        List.of(),
                        Optional.empty(),
                        Equipment.NONE,
                        Optional.empty()));

        assertThat(breaks(Duration.ofMinutes(3), Map.of(), true)
                        .applyTo(paper)
                        .rules()
                        .ownBreaks())
                .contains(new OwnBreaks(
                        2, Optional.of(Duration.ofMinutes(16)), Duration.ofMinutes(8), Clocks.STAND_STILL, true, true));
    }

    @Property(tries = 500)
    void roundsInTheCandidatesFavourByLessThanASecond(
            @ForAll @LongRange(min = 1, max = 86_400) long seconds,
            @ForAll @LongRange(min = 1, max = 40) long denominator,
            @ForAll @LongRange(max = 40) long more) {
        Rational factor = Rational.of(denominator + more, denominator);
        BigDecimal granted = BigDecimal.valueOf(
                Rounding.timesUp(Duration.ofSeconds(seconds), factor).toSeconds());
        Rational over = Rational.of(granted).minus(Rational.of(seconds).times(factor));

        assertThat(over.signum()).isNotNegative();
        assertThat(over).isLessThan(Rational.ONE);
    }

    @Test
    void givesSingleClocksAFactorOfTheirOwn() {
        Paper paper = new Accommodations(
                        QUARTER_MORE,
                        Map.of(new BoxId("two"), Rational.of(2)),
                        Duration.ZERO,
                        Map.of(),
                        false,
                        List.of("a ruler"))
                .applyTo(SamplePapers.pilot());

        assertThat(paper.boxes())
                .extracting(TimeBox::limit)
                .containsExactly(Duration.ofMinutes(25), Duration.ofMinutes(60));
        assertThat(((Stage.Notice) paper.route().getFirst()).limit()).contains(Duration.ofSeconds(750));
    }

    @Test
    void makesBreaksLongerAndStopsTheirClocks() {
        Paper paper = SamplePapers.paper(
                List.of(
                        SamplePapers.block("one", SamplePapers.single("q1")),
                        SamplePapers.rest(Clocks.RUN_ON),
                        SamplePapers.block("two", SamplePapers.single("q2")),
                        SamplePapers.handIn()),
                List.of(SamplePapers.box("all", 60, "one", "two")));

        Desk desk = new Desk(breaks(Duration.ofMinutes(5), Map.of(), true).applyTo(paper))
                .opens("one")
                .closes("one")
                .afterMinutes(15);

        assertThat(desk.sitting().route().stage().orElseThrow().id()).isEqualTo(stage("two"));
        assertThat(desk.sitting().clocks().tightest().orElseThrow().left()).isEqualTo(Duration.ofMinutes(60));
    }

    @Test
    void putsAnExtraBreakBehindABlock() {
        Paper paper = SamplePapers.paper(
                List.of(
                        SamplePapers.block("one", SamplePapers.single("q1")),
                        SamplePapers.block("two", SamplePapers.single("q2")),
                        SamplePapers.handIn()),
                List.of());

        Paper granted = breaks(Duration.ZERO, Map.of(stage("one"), Duration.ofMinutes(10)), false)
                .applyTo(paper);

        assertThat(Accommodations.placesForExtraBreaks(paper))
                .extracting(Stage::id)
                .containsExactly(stage("one"));
        assertThat(Accommodations.placesForExtraBreaks(SamplePapers.pilot())).isEmpty();
        assertThat(granted.route().get(1))
                .isInstanceOfSatisfying(
                        Stage.Break.class, rest -> assertThat(rest.length()).isEqualTo(Duration.ofMinutes(10)));
        assertThatThrownBy(() -> breaks(Duration.ZERO, Map.of(stage("two"), Duration.ofMinutes(10)), false)
                        .applyTo(paper))
                .isInstanceOf(MalformedPaperException.class)
                .hasMessageContaining("between two blocks");
    }

    @Test
    void saysTheBreakThatARosterSetAndLeavesTheOthers() {
        Paper without = SamplePapers.paper(
                List.of(
                        SamplePapers.block("one", SamplePapers.single("q1")),
                        SamplePapers.block("two", SamplePapers.single("q2")),
                        SamplePapers.block("three", SamplePapers.single("q3")),
                        SamplePapers.handIn()),
                List.of());
        Paper with = SamplePapers.paper(
                List.of(
                        SamplePapers.block("one", SamplePapers.single("q1")),
                        SamplePapers.rest(Clocks.RUN_ON),
                        SamplePapers.block("two", SamplePapers.single("q2")),
                        SamplePapers.block("three", SamplePapers.single("q3")),
                        SamplePapers.handIn()),
                List.of());
        Duration ten = Duration.ofMinutes(10);
        Accommodations granted =
                breaks(Duration.ofMinutes(5), Map.of(stage("one"), ten, stage("two"), Duration.ofMinutes(3)), false);

        assertThat(granted.breakOn(with)).isEqualTo(Duration.ofMinutes(5));
        assertThat(granted.breakOn(without)).isEqualTo(ten);
        for (Paper paper : List.of(with, without)) {
            assertThat(granted.withBreak(paper, granted.breakOn(paper))).isEqualTo(granted);
            assertThat(granted.withBreak(paper, ten.plus(ten)).breakOn(paper)).isEqualTo(ten.plus(ten));
        }
        assertThat(granted.withBreak(without, Duration.ZERO).extraBreaks())
                .containsOnlyKeys(stage("two"))
                .containsValue(Duration.ofMinutes(3));
    }

    @Test
    void takesNothingAway() {
        assertThat(Accommodations.NONE.applyTo(SamplePapers.pilot())).isEqualTo(SamplePapers.pilot());
        assertThatThrownBy(() -> factor(Rational.of(9, 10))).hasMessageContaining("1 to 4, but was 9/10");
        assertThatThrownBy(() -> factor(Rational.of(5))).hasMessageContaining("1 to 4");
        assertThatThrownBy(() -> breaks(Duration.ofMinutes(-1), Map.of(), false))
                .hasMessageContaining("longer only");
    }
}

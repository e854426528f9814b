package dauntingledger.rulebook.marking;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.marking.MarkingScheme.Combining;
import dauntingledger.rulebook.marking.MarkingScheme.Group;
import dauntingledger.rulebook.marking.MarkingScheme.Point;
import dauntingledger.rulebook.marking.MarkingScheme.Sample;
import dauntingledger.rulebook.number.Rational;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MarkingSchemeTest {

    private static final Rational SIX = Rational.of(6);
    private static final Group DANGER = new Group(
            "The danger",
            Optional.of(Rational.of(3)),
            false,
            List.of(point("names", "1", "1"), point("where", "1", "1"), point("why", "2", "1")));
    private static final Group WAY = new Group(
            "The way out", Optional.empty(), true, List.of(point("north", "3", "3"), point("wait", "1", "1/2")));
    private static final MarkingScheme SCHEME = scheme(Combining.MEAN);

    private static MarkingScheme scheme(Combining combining) {
        return new MarkingScheme(List.of(DANGER, WAY), Rational.ONE, 2, Rational.ONE, combining, List.of());
    }

    private static Point point(String id, String marks, String step) {
        return new Point(new PointId(id), id, Rational.parse(marks), Rational.parse(step));
    }

    /** Reads marks like {@code names=1 why=2 +1/2}. */
    private static MarksGiven given(String text) {
        Map<PointId, Rational> points = new HashMap<>();
        Rational adjustment = Rational.ZERO;
        for (String word : text.strip().split(" +")) {
            if (word.startsWith("+") || word.startsWith("-")) {
                adjustment = Rational.parse(word.startsWith("+") ? word.substring(1) : word);
            } else if (!word.isEmpty()) {
                points.put(new PointId(word.split("=")[0]), Rational.parse(word.split("=")[1]));
            }
        }
        return new MarksGiven(points, adjustment, adjustment.isZero() ? "" : "well put", List.of());
    }

    @ParameterizedTest
    @CsvSource({
        "'', 0",
        "names=1, 1",
        "names=1 where=1 why=1, 3",
        "names=1 where=1 why=2, 3",
        "wait=1/2, 1/2",
        "why=2 north=3, 5",
        "why=2 north=3 +1, 6",
        "names=1 where=1 why=2 north=3 +1, 6",
        "-1, 0",
        "names=1 +1/2, 3/2"
    })
    void addsPointsUp(String given, String sum) {
        assertThat(SCHEME.sum(given(given), SIX)).isEqualTo(Rational.parse(sum));
    }

    @ParameterizedTest
    @CsvSource({
        "nobody=1, no point 'nobody'",
        "names=2, does not take 2",
        "why=1/2, does not take 1/2",
        "why=3, does not take 3",
        "wait=0, does not take 0",
        "north=3 wait=1, only one point of 'The way out'",
        "+2, 1 marks at most"
    })
    void refusesWhatTheSchemeDoesNotHave(String given, String problem) {
        assertThat(SCHEME.problem(given(given)).orElse("")).contains(problem);
        assertThatThrownBy(() -> SCHEME.sum(given(given), SIX)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void wantsAReasonForAnAdjustment() {
        assertThat(SCHEME.problem(new MarksGiven(Map.of(), Rational.ONE, " ", List.of())))
                .contains("an adjustment needs a reason");
    }

    @ParameterizedTest
    @CsvSource({"3, 4, 7/2, 4", "3, 3, 3, 3", "3, 2, 5/2, 3", "3, 5, '', ''", "2.5, 4, '', ''"})
    void combinesTwoMarksWithinTheTolerance(String one, String other, String mean, String higher) {
        assertThat(combined(Combining.MEAN, one, other)).isEqualTo(mean);
        assertThat(combined(Combining.HIGHER, one, other)).isEqualTo(higher);
        assertThat(combined(Combining.MEAN, other, one)).isEqualTo(mean);
    }

    private static String combined(Combining combining, String one, String other) {
        return scheme(combining)
                .combined(Rational.parse(one), Rational.parse(other))
                .map(Rational::toString)
                .orElse("");
    }

    @Test
    void isLookedOverForItsAuthor() {
        assertThat(SCHEME.findings(SIX)).isEmpty();
        assertThat(SCHEME.findings(Rational.of(7))).anyMatch(what -> what.contains("come to 6 at most"));
        MarkingScheme bad = new MarkingScheme(
                List.of(new Group("", Optional.empty(), false, List.of(point("a", "2", "3"), point("a", "1", "1")))),
                Rational.of(9),
                3,
                Rational.of(-1),
                Combining.MEAN,
                List.of());
        assertThat(bad.findings(Rational.ONE))
                .anyMatch(what -> what.contains("two points are called 'a'"))
                .anyMatch(what -> what.contains("in whole steps"))
                .anyMatch(what -> what.contains("the adjustment must be 0 to 1"))
                .anyMatch(what -> what.contains("one or two mark"))
                .anyMatch(what -> what.contains("tolerance"));
        MarkingScheme sampled = new MarkingScheme(
                List.of(DANGER, WAY),
                Rational.ONE,
                1,
                Rational.ZERO,
                Combining.MEAN,
                List.of(new Sample("s1", "Fog.", given("names=7"), "", false)));
        assertThat(sampled.findings(SIX)).containsExactly("sample 's1': point 'names' does not take 7 marks");
    }

    @Property(tries = 300)
    void neverLeavesTheMarksOfTheQuestion(@ForAll long seed) {
        Random random = new Random(seed);
        Map<PointId, Rational> points = new HashMap<>();
        DANGER.points().stream()
                .filter(point -> random.nextBoolean())
                .forEach(point -> points.put(point.id(), point.marks()));
        if (random.nextBoolean()) {
            points.put(WAY.points().get(random.nextInt(2)).id(), Rational.ONE);
        }
        points.remove(new PointId("north"));
        MarksGiven given = new MarksGiven(points, Rational.of(random.nextInt(5) - 2, 2), "as it is", List.of());
        Rational sum = SCHEME.sum(given, SIX);

        assertThat(sum).isBetween(Rational.ZERO, SIX);
        MarksGiven less = MarksGiven.points(Map.of());
        assertThat(SCHEME.sum(less, SIX)).isEqualTo(Rational.ZERO);
    }
}

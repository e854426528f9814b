package dauntingledger.rulebook.response;

import static dauntingledger.rulebook.testing.SampleInteractions.CARDS;
import static dauntingledger.rulebook.testing.SampleInteractions.CHART;
import static dauntingledger.rulebook.testing.SampleInteractions.EXPECTING;
import static dauntingledger.rulebook.testing.SampleInteractions.GRID;
import static dauntingledger.rulebook.testing.SampleInteractions.LENGTH;
import static dauntingledger.rulebook.testing.SampleInteractions.LONG_LIST;
import static dauntingledger.rulebook.testing.SampleInteractions.MATCH;
import static dauntingledger.rulebook.testing.SampleInteractions.ORDER;
import static dauntingledger.rulebook.testing.SampleInteractions.PAPER;
import static dauntingledger.rulebook.testing.SampleInteractions.POINTS;
import static dauntingledger.rulebook.testing.SampleInteractions.REPORT;
import static dauntingledger.rulebook.testing.SampleInteractions.RULED_LINE;
import static dauntingledger.rulebook.testing.SampleInteractions.cell;
import static dauntingledger.rulebook.testing.SampleInteractions.ids;
import static dauntingledger.rulebook.testing.SamplePapers.R1;
import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Interaction.Completeness;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Named;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What each kind takes, when it is part and when full, and what the ledger shows of it. */
class InteractionTest {

    static Stream<Arguments> taken() {
        return Stream.of(
                row("two of a long list", LONG_LIST, "FULL", "B AD", "c2", "c30"),
                row("fewer than expected", EXPECTING, "PART", "A", "c1"),
                row("more than expected", EXPECTING, "FULL", "ABC", "c1", "c2", "c3"),
                row("a length with its unit", LENGTH, "FULL", "4.2 m", "4.2 m"),
                row("a length without its unit", LENGTH, "PART", "4.2", "4.2"),
                row("too many figures", LENGTH, "PART", "4.213 m", "4.213 m"),
                row("too few words", REPORT, "PART", "3 w", "At the sill."),
                row("enough words", REPORT, "FULL", "5 w", "Light – out at the sill"),
                row("some in order", ORDER, "PART", "CA", "c3", "c1"),
                row("all in order", ORDER, "FULL", "CABD", "c3", "c1", "c2", "c4"),
                row("some pairs", MATCH, "PART", "2/3", "a x", "b x"),
                row("all pairs", MATCH, "FULL", "3/3", "a x", "b x", "c y"),
                row("cards in pairs", CARDS, "FULL", "2/2", "a d", "b c"),
                row("one place of two", POINTS, "PART", "⌖", "0 0"),
                row("two places", POINTS, "FULL", "2⌖", "0 0", "200 100"),
                row("one cell of three", GRID, "PART", "1/3", "h1 4.5"),
                row("a cell that is no number", GRID, "PART", "2/3", "h1 high", "h2 3", "name bar"),
                row("all cells", GRID, "FULL", "3/3", "h1 4", "h2 3", "name bar"),
                row("symbols at their steps", RULED_LINE, "FULL", "2⌖", "flash 0", "long 12"),
                row("things drawn", CHART, "PART", "1⌖", "line 0 0 100 80"),
                row("done in the booklet", PAPER, "FULL", "¶", "true"));
    }

    @ParameterizedTest
    @MethodSource("taken")
    void takesIt(Interaction interaction, String completeness, String label, List<String> elements) {
        Value value = interaction.blank().with(elements);

        assertThat(interaction.misfit(value)).isEmpty();
        assertThat(interaction.completeness(value)).isEqualTo(Completeness.valueOf(completeness));
        assertThat(interaction.label(value)).isEqualTo(label);
        assertThat(interaction.findings()).isEmpty();
        assertThat(interaction.misfit(interaction.blank())).isEmpty();
        assertThat(interaction.misfit(interaction.blank().with(interaction.example())))
                .isEmpty();
    }

    static Stream<Interaction> tight() {
        return Stream.of(
                new ExtendedText(R1, ExtendedText.Format.PLAIN, 1, 0, 5),
                new TextEntry(R1, 1, new Reading.AsWords(Set.of())),
                new Points(R1, 1, 1, 1, 1),
                new RuledLine(R1, ids(1), Rational.ONE, Rational.ONE, 1, 1),
                new Construction(R1, 4, 4, 1));
    }

    @ParameterizedTest
    @MethodSource("tight")
    void itsExampleFitsHoweverTightItIs(Interaction interaction) {
        assertThat(interaction.findings()).isEmpty();
        assertThat(interaction.misfit(interaction.blank().with(interaction.example())))
                .isEmpty();
    }

    static Stream<Arguments> refused() {
        return Stream.of(
                refusal("an option that is not there", EXPECTING, "UNKNOWN_CHOICE", "c9"),
                refusal("an option twice", EXPECTING, "WRONG_SHAPE", "c1", "c1"),
                refusal("a text too long", LENGTH, "TOO_LONG", "4.200000000 m"),
                refusal("a report too long", REPORT, "TOO_LONG", "x".repeat(61)),
                refusal("a pair of one", MATCH, "WRONG_SHAPE", "a"),
                refusal("a pair with nobody", MATCH, "UNKNOWN_CHOICE", "a z"),
                refusal("a row twice", MATCH, "TOO_MANY_CHOICES", "a x", "a y"),
                refusal("a column three times", MATCH, "TOO_MANY_CHOICES", "a x", "b x", "c x"),
                refusal("a card in two pairs", CARDS, "TOO_MANY_CHOICES", "a b", "a c"),
                refusal("a pair and the same turned", CARDS, "WRONG_SHAPE", "a b", "b a"),
                refusal("a place beside the picture", POINTS, "OFF_THE_PICTURE", "201 5"),
                refusal("a place that is none", POINTS, "WRONG_SHAPE", "-1 5"),
                refusal("too many places", POINTS, "TOO_MANY_CHOICES", "1 1", "2 2", "3 3", "4 4"),
                refusal("a given cell", GRID, "UNKNOWN_CHOICE", "given 5"),
                refusal("a cell twice", GRID, "WRONG_SHAPE", "h1 5", "h1 6"),
                refusal("too much in a cell", GRID, "TOO_LONG", "name fairway"),
                refusal("a symbol between two steps", RULED_LINE, "OFF_THE_PICTURE", "flash 0.25"),
                refusal("a symbol beyond the end", RULED_LINE, "OFF_THE_PICTURE", "flash 12.5"),
                refusal("a symbol that is not there", RULED_LINE, "UNKNOWN_CHOICE", "bell 1"),
                refusal("a line to nowhere", CHART, "WRONG_SHAPE", "line 5 5 5 5"),
                refusal("a point beside the chart", CHART, "OFF_THE_PICTURE", "point 101 5"),
                refusal("a number that is none", CHART, "WRONG_SHAPE", "point NaN 5"),
                refusal("something undone in the booklet", PAPER, "UNKNOWN_CHOICE", "false"),
                refusal("plays that were not heard", new Play(R1, 1), "WRONG_SHAPE", "0"));
    }

    @ParameterizedTest
    @MethodSource("refused")
    void refusesIt(Interaction interaction, String misfit, List<String> elements) {
        assertThat(interaction.misfit(interaction.blank().with(elements))).hasValue(Interaction.Misfit.valueOf(misfit));
    }

    static Stream<Arguments> presses() {
        return Stream.of(
                press("another of several", EXPECTING, "c3", "c1 c3", "c1"),
                press("the same again", EXPECTING, "c1", "", "c1"),
                press("another of one", Choice.list(R1, ids(3), 1, 1), "c2", "c2", "c1"),
                press("the next in order", ORDER, "c2", "c3 c2", "c3"),
                press("one in order again", ORDER, "c3", "c2", "c3", "c2"),
                press("another column of a row", MATCH, "a y", "a y", "a x"),
                press("a column for another row", MATCH, "b x", "a x,b x", "a x"),
                press("a card that is in a pair", CARDS, "b c", "b c", "a b"),
                press("another place", POINTS, "5 5", "0 0,5 5", "0 0"),
                press("another symbol", RULED_LINE, "long 1", "flash 1,long 1", "flash 1"));
    }

    @ParameterizedTest
    @MethodSource("presses")
    void becomesWhatAPressMakesOfIt(Interaction interaction, String pressed, List<String> after, List<String> before) {
        assertThat(interaction.pressed(before, pressed)).isEqualTo(after);
        assertThat(interaction.misfit(after)).isEmpty();
    }

    @Test
    void namesTheStepsOfALineAsResponsesWriteThem() {
        RuledLine thirds = new RuledLine(R1, ids(1), Rational.ONE, Rational.of(1, 3), 1, 3);

        assertThat(RULED_LINE.steps()).isEqualTo(24);
        assertThat(RULED_LINE.position(15)).isEqualTo("7.5");
        assertThat(thirds.position(1)).isEqualTo("1/3");
        assertThat(thirds.misfit(List.of("c1 " + thirds.position(thirds.steps()))))
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "point 12.5 40, 12.5 40",
        "line 0 100 100 100, 90 100",
        "line 0 0 0 50.504, 180 50.5",
        "arc 10 10 4.999, 5"
    })
    void writesWhatIsDrawnWithTheFiguresThatAreReadOff(String element, String figures) {
        ChartElement drawn = ChartElement.read(element).orElseThrow();

        assertThat(String.join(" ", drawn.figures())).isEqualTo(figures);
        assertThat(ChartElement.read(drawn.toString())).isPresent();
        assertThat(new ChartElement.Place(10, 10).square(new ChartElement.Place(50, 20)))
                .isEqualTo(new ChartElement.Place(50, 10));
    }

    @Test
    void computesTheSumsThatACandidateSees() {
        Value filled = GRID.blank().with(List.of("h1 4.5", "h2 none"));

        assertThat(GRID.sum(filled, GRID.sums().getFirst())).isEqualTo(Rational.parse("6.5"));
    }

    @Test
    void findsWhatCannotBeAsked() {
        assertThat(Stream.of(
                                Choice.list(R1, ids(61), 1, 1),
                                Choice.list(R1, ids(3), 2, 1),
                                new TextEntry(R1, 401, Reading.AsNumber.PLAIN),
                                new ExtendedText(R1, ExtendedText.Format.PLAIN, 9, 4, 100),
                                new Points(R1, 0, 5, 1, 1),
                                new RuledLine(R1, ids(1), Rational.ONE, Rational.of(2), 1, 1),
                                new Grid(R1, List.of(cell("x", "given")), List.of()),
                                new Construction(R1, 0, 10, 1),
                                new Play(R1, 21))
                        .map(Interaction::findings))
                .allSatisfy(findings -> assertThat(findings).isNotEmpty());
    }

    private static Arguments row(
            String name, Interaction interaction, String completeness, String label, String... elements) {
        return Arguments.of(Named.of(name, interaction), completeness, label, List.of(elements));
    }

    /** Options have no spaces, so theirs are written with spaces between; all others with commas. */
    private static Arguments press(
            String name, Interaction interaction, String pressed, String after, String... before) {
        String between = after.contains(",") || pressed.contains(" ") ? "," : " ";
        List<String> elements = after.isEmpty() ? List.of() : List.of(after.split(between));
        return Arguments.of(Named.of(name, interaction), pressed, elements, List.of(before));
    }

    private static Arguments refusal(String name, Interaction interaction, String misfit, String... elements) {
        return Arguments.of(Named.of(name, interaction), misfit, List.of(elements));
    }
}

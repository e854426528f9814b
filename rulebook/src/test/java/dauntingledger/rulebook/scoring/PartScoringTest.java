package dauntingledger.rulebook.scoring;

import static dauntingledger.rulebook.testing.SamplePapers.R1;
import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.ChartElement;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.response.RuledLine;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.BaseType;
import dauntingledger.rulebook.response.Value.Cardinality;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PartScoringTest {

    private static final Value TEXTS = new Value(Cardinality.MULTIPLE, BaseType.STRING, List.of());

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "MULTIPLE | IDENTIFIER | a,b,c,d | WHOLE | a,b,c,d | 1",
                "MULTIPLE | IDENTIFIER | a,b,c,d | WHOLE | a,b,c | 0",
                "MULTIPLE | IDENTIFIER | a,b,c,d | WHOLE | a,b,c,d,e | 0",
                "MULTIPLE | IDENTIFIER | a,b,c,d | PARTS | a,b,c | 3/4",
                "MULTIPLE | IDENTIFIER | a,b,c,d | PARTS | a,x,y | 1/4",
                "MULTIPLE | IDENTIFIER | a,b,c,d | PARTS_LESS_WRONG | a,b,x | 1/4",
                "MULTIPLE | IDENTIFIER | a,b,c,d | PARTS_LESS_WRONG | x,y | 0",
                "MULTIPLE | DIRECTED_PAIR | a x,b y | PARTS | a x,b x | 1/2",
                "MULTIPLE | DIRECTED_PAIR | a x,b y | PARTS | x a,y b | 0",
                "MULTIPLE | PAIR | a x,b y | PARTS | x a,y b | 1",
                "ORDERED | IDENTIFIER | a,b,c | PARTS | a,c,b | 1/3",
                "ORDERED | IDENTIFIER | a,b,c | WHOLE | a,b,c | 1",
                "ORDERED | IDENTIFIER | a,b,c | PARTS | b | 0",
            })
    void takesElementsEachForItself(
            Cardinality cardinality,
            BaseType type,
            String correct,
            PartScoring.Credit credit,
            String given,
            String share) {
        Value expected = new Value(cardinality, type, List.of(correct.split(",")));

        assertThat(share(expected.with(List.of()), new PartScoring.OfElements(expected, credit), given.split(",")))
                .isEqualTo(Rational.parse(share));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "h1 4.2;h2 sill | 1",
                "h1 4,25;h2 SILL | 1",
                "h1 4.251;h2 sill | 1/2",
                "h2 bar | 0",
                "h1 four;h2 sill | 1/2",
            })
    void takesCellsWithTheirTolerances(String given, String share) {
        PartScoring cells = new PartScoring.OfCells(
                List.of(
                        new PartScoring.OfCells.Cell(
                                new ChoiceId("h1"), Reading.AsNumber.PLAIN, "4.2", Rational.parse("0.05")),
                        new PartScoring.OfCells.Cell(
                                new ChoiceId("h2"),
                                new Reading.AsWords(Set.of(Reading.Difference.CASE)),
                                "sill",
                                Rational.ZERO)),
                PartScoring.Credit.PARTS);

        assertThat(share(TEXTS, cells, given.split(";"))).isEqualTo(Rational.parse(share));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "flash 1;flash 3;long 6.5 | 1",
                "flash 1.5;flash 2.5;long 6 | 1",
                "flash 1.75;flash 3;long 6.5 | 1/3",
                "flash 1;flash 3;long 6.5;flash 9 | 2/3",
                "long 1;long 3 | 0",
                "flash 2.5;flash 1.5 | 2/3",
            })
    void takesSymbolsNearTheirPlaces(String given, String share) {
        List<RuledLine.Placed> wanted = List.of(
                RuledLine.Placed.read("flash 1").orElseThrow(),
                RuledLine.Placed.read("flash 3").orElseThrow(),
                RuledLine.Placed.read("long 6.5").orElseThrow());

        assertThat(share(
                        TEXTS,
                        new PartScoring.OfRuledLine(wanted, Rational.of(1, 2), PartScoring.Credit.PARTS_LESS_WRONG),
                        given.split(";")))
                .isEqualTo(Rational.parse(share));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "point 100 50;line 100 50 100 10;arc 20 20 15 | 1",
                "point 101 50;line 100 10 100 50;arc 20 20 16 | 1",
                "point 101.1 50;line 100 50 100 10;arc 20 20 15 | 2/3",
                "line 100 50 101.39 10.02 | 1/3",
                "line 100 50 103 10.11 | 0",
                "line 100 50 100 11.5;arc 20 20 16.1 | 0",
            })
    void takesWhatIsDrawnWithinItsTolerances(String given, String share) {
        PartScoring chart = new PartScoring.OfChart(
                List.of(
                        required("fix", "point 100 50", 1, 0, 0),
                        required("course", "line 100 50 100 10", 1, 2, 1),
                        required("range", "arc 20 20 15", 1, 0, 1)),
                PartScoring.Credit.PARTS);

        assertThat(share(TEXTS, chart, given.split(";"))).isEqualTo(Rational.parse(share));
    }

    @ParameterizedTest
    @CsvSource({"PARTS, 1/2", "PARTS_LESS_WRONG, 1/4"})
    void sayWhatEachGivenPartBroughtOrCost(PartScoring.Credit credit, String share) {
        List<Worth> worths = new ArrayList<>();
        Value correct = new Value(Cardinality.MULTIPLE, BaseType.IDENTIFIER, List.of("a", "b", "c", "d"));
        Rational worth =
                new PartScoring.OfElements(correct, credit).worth(correct.with(List.of("a", "x", "b")), worths);

        assertThat(worth).isEqualTo(Rational.parse(share));
        assertThat(worths).extracting(Worth::part).containsExactly("a", "x", "b");
        assertThat(worths.stream().map(Worth::worth).reduce(Rational.ZERO, Rational::plus))
                .isEqualTo(worth);
    }

    @Test
    void losesNoMarksByTheOrderInWhichThingsWereGiven() {
        List<RuledLine.Placed> close = List.of(
                RuledLine.Placed.read("flash 1").orElseThrow(),
                RuledLine.Placed.read("flash 1.5").orElseThrow());
        PartScoring partScoring = new PartScoring.OfRuledLine(close, Rational.of(1, 2), PartScoring.Credit.PARTS);

        assertThat(share(TEXTS, partScoring, "flash 1.25", "flash 0.5")).isEqualTo(Rational.ONE);
        assertThat(share(TEXTS, partScoring, "flash 0.5", "flash 1.25")).isEqualTo(Rational.ONE);
    }

    @ParameterizedTest
    @CsvSource({"a, 2", "'a,b', 3", "'a,b,x', 2", "x, 0", "'a,b,c', 4"})
    void holdsAMappingWithinItsBounds(String given, String score) {
        ItemKey key = SampleKeys.mapped(
                Map.of("a", 2, "b", 1, "c", 3),
                -1,
                new Mapping.Bounds(Optional.of(Rational.ZERO), Optional.of(Rational.of(4))));

        assertThat(key.judge(Map.of(
                                R1, new Value(Cardinality.MULTIPLE, BaseType.IDENTIFIER, List.of(given.split(",")))))
                        .score())
                .isEqualTo(Rational.parse(score));
        assertThat(key.most()).isEqualTo(Rational.of(4));
    }

    @ParameterizedTest
    @CsvSource({"'10 10', 2", "'10 10;12 10', 2", "'10 10;90 90', 3", "'50 50', -1", "'50 50;51 51', -2"})
    void countsEachAreaOnce(String given, String score) {
        AreaMapping areas = new AreaMapping(
                List.of(
                        new AreaMapping.Entry(Region.read("circle", "10,10,5"), Rational.of(2)),
                        new AreaMapping.Entry(Region.read("rect", "80,80,100,100"), Rational.ONE)),
                Rational.of(-1),
                Mapping.Bounds.NONE);
        Value points = new Value(Cardinality.MULTIPLE, BaseType.POINT, List.of());
        ItemKey key = new ItemKey(
                Map.of(R1, new ResponseKey(Optional.empty(), points, List.of(areas))),
                SampleKeys.SCORE,
                Templates.MAP_RESPONSE_POINT.rules(R1),
                ItemKey.Judge.RULES);

        assertThat(key.judge(Map.of(R1, points.with(List.of(given.split(";"))))).score())
                .isEqualTo(Rational.parse(score));
        assertThat(key.most()).isEqualTo(Rational.of(3));
    }

    private static PartScoring.OfChart.Required required(
            String name, String drawn, double position, double bearing, double distance) {
        return new PartScoring.OfChart.Required(
                name, ChartElement.read(drawn).orElseThrow(), position, bearing, distance);
    }

    private static Rational share(Value blank, PartScoring partScoring, String... given) {
        return SampleKeys.judged(blank, partScoring)
                .judge(Map.of(R1, blank.with(List.of(given))))
                .score();
    }
}

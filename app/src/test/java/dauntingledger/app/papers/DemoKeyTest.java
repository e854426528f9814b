package dauntingledger.app.papers;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.response.ChartElement;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.ItemKey;
import dauntingledger.rulebook.scoring.Measure;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The licence examination of the demo: every kind is in it, and its key is what its questions come to. */
class DemoKeyTest {

    private static final ChartElement.Place TERN_BEACON = new ChartElement.Place(80, 60);
    private static final ChartElement.Place GULL_ROCK = new ChartElement.Place(320, 80);
    private static final ResponseId RESPONSE = new ResponseId("RESPONSE");

    private final ReadPaper read = Packages.demo().read();
    private final Paper paper = read.in("").paper();

    @Test
    void hasSixtyQuestionsInFiveSectionsAndEveryKindButPrograms() {
        Set<Class<?>> kinds = paper.items()
                .flatMap(item -> item.interactions().stream())
                .map(Object::getClass)
                .collect(Collectors.toSet());

        assertThat(paper.items().count()).isGreaterThanOrEqualTo(60);
        assertThat(paper.sections().count()).isEqualTo(5);
        assertThat(kinds)
                .containsExactlyInAnyOrderElementsOf(Stream.of(Interaction.class.getPermittedSubclasses())
                        .filter(kind -> kind != Program.class)
                        .toList());
    }

    @Test
    void givesFullMarksToEveryCorrectResponse() {
        List<String> wrong = new ArrayList<>();
        paper.items().map(Item::id).forEach(id -> {
            ItemKey key = read.key().of(id);
            boolean compared = key.judge() == ItemKey.Judge.RULES
                    && key.responses().values().stream()
                            .flatMap(response -> response.measures().stream())
                            .allMatch(measure -> measure.kind() == Measure.Kind.PARTS);
            if (compared
                    && key.responses().values().stream()
                            .anyMatch(r -> !r.correct().elements().isEmpty())) {
                Map<ResponseId, Value> correct = key.responses().entrySet().stream()
                        .collect(Collectors.toMap(
                                Map.Entry::getKey, entry -> entry.getValue().correct()));
                if (!key.judgeRead(correct).score().equals(key.most())) {
                    wrong.add(id.value());
                }
            }
        });

        assertThat(wrong).isEmpty();
    }

    @Test
    void laysOffCourseFixAndCircleAsItsChartHasThem() {
        ChartElement.Place end = TERN_BEACON.towards(120, 100);
        ChartElement.Place fix = fix();

        assertThat(score("course-line", line(TERN_BEACON, end))).isEqualTo(Rational.ONE);
        assertThat(score("course-line", line(TERN_BEACON, TERN_BEACON.towards(122, 100))))
                .isEqualTo(Rational.ZERO);
        assertThat(fix.bearing(TERN_BEACON)).isCloseTo(300, within(1e-9));
        assertThat(fix.bearing(GULL_ROCK)).isCloseTo(45, within(1e-9));
        assertThat(score("fix", line(TERN_BEACON, fix), line(GULL_ROCK, fix), "point " + figures(fix)))
                .isEqualTo(Rational.ONE);
        assertThat(score("danger-circle", "arc 320 80 40")).isEqualTo(Rational.ONE);
    }

    @Test
    void readsDistanceAndBearingAsTheyAreByTheFigures() {
        ChartElement.Place fairway = new ChartElement.Place(60, 220);
        ChartElement.Place bend = new ChartElement.Place(200, 180);

        assertThat(number("distance-read")).isCloseTo(fairway.distance(bend), within(0.05));
        assertThat(number("bearing-read")).isCloseTo(fairway.bearing(bend), within(0.05));
        assertThat(number("answer-time")).isEqualTo(45.0 / 60);
        assertThat(correct("channel")).isEqualTo("c" + (1 + 8 + 2 + 6));
    }

    @Test
    void showsTheLightsAsTheRulesHaveThem() {
        String[] lock = IntStream.of(0, 8)
                .boxed()
                .flatMap(start -> List.of("short " + start, "short " + (start + 1), "long " + (start + 4)).stream())
                .toArray(String[]::new);
        String[] beacon =
                IntStream.rangeClosed(0, 4).mapToObj(i -> "long " + i * 7.5).toArray(String[]::new);

        assertThat(score("lock-light", lock)).isEqualTo(Rational.ONE);
        assertThat(score("beacon-light", beacon)).isEqualTo(Rational.ONE);
    }

    @Test
    void fillsTheTableByTheRuleOfTwelfths() {
        int[] twelfths = {1, 2, 3, 3, 2, 1};
        Rational height = Rational.parse("1.2");
        List<String> cells = new ArrayList<>();
        for (int hour = 1; hour <= 6; hour++) {
            Rational rise = Rational.parse("3.6").times(Rational.of(twelfths[hour - 1], 12));
            height = height.plus(rise);
            if (hour > 1) {
                cells.add("r" + hour + " " + rise);
                cells.add("h" + hour + " " + height);
            }
        }

        assertThat(height).isEqualTo(Rational.parse("4.8"));
        assertThat(score("tide-grid", cells.toArray(String[]::new))).isEqualTo(Rational.ONE);
    }

    /** Works the passage out of the figures in its four documents. */
    @Test
    void bringsThePassageOverTheSillAndToTheLock() {
        ItemId first = new ItemId("at-the-sill");
        String documents = requireNonNull(read.in("").items().get(first)).stimuli().stream()
                .map(PaperText.Stimulus::html)
                .collect(Collectors.joining());
        Rational ground = figure(documents, "Full speed through the water</td><td>([0-9.]+) knots")
                .plus(figure(documents, "channel, at <b>([0-9.]+) knot"));
        Rational toTheSill = minutes(figure(documents, "Hopper Sill</td><td>([0-9.]+)"), ground);
        Rational toTheLock = minutes(figure(documents, "Saltgate lock</td><td>([0-9.]+)"), ground);
        Rational keel = figure(documents, "charted depth of <b>([0-9.]+) m")
                .plus(figure(documents, "Height in m</td><td>[0-9.]+</td><td>([0-9.]+)"))
                .minus(figure(documents, "fore and aft</td><td>([0-9.]+) m"));

        assertThat(LocalTime.of(14, 20).plusMinutes(toTheSill.floor().longValueExact()))
                .hasToString(optionOf(first, "B"));
        assertThat(passage("under-the-keel")).containsExactly(Numeral.write(keel));
        assertThat(passage("to-the-lock")).containsExactly(Numeral.write(toTheLock));
        assertThat(passage("judge-the-plan")).containsExactly("A", "B", "D");
        assertThat(keel).isGreaterThanOrEqualTo(figure(documents, "requires <b>([0-9.]+) m"));
        assertThat(LocalTime.of(14, 20).plusMinutes(toTheLock.floor().longValueExact()))
                .isBetween(LocalTime.of(15, 30), LocalTime.of(16, 15));
        assertThat(LocalTime.of(15, 0).plusMinutes(toTheLock.floor().longValueExact()))
                .isAfter(LocalTime.of(16, 15));
    }

    private static Rational minutes(Rational miles, Rational knots) {
        return miles.dividedBy(knots).times(Rational.of(60));
    }

    private static Rational figure(String text, String before) {
        Matcher found = Pattern.compile(before).matcher(text);
        assertThat(found.find()).as(before).isTrue();
        return Rational.parse(found.group(1));
    }

    private List<String> passage(String item) {
        return requireNonNull(read.key().of(new ItemId(item)).responses().get(new ResponseId("R1")))
                .correct()
                .elements();
    }

    private String optionOf(ItemId item, String choice) {
        return requireNonNull(read.in("").items().get(item)).parts().stream()
                .filter(PaperText.Part.Options.class::isInstance)
                .flatMap(part -> ((PaperText.Part.Options) part).options().stream())
                .filter(option -> option.choice().value().equals(choice))
                .map(PaperText.Option::html)
                .findFirst()
                .orElseThrow();
    }

    /** Where the two bearings meet: on 120 degrees from Tern Beacon and on 225 from Gull Rock. */
    private static ChartElement.Place fix() {
        double sine = Math.sin(Math.toRadians(120));
        double cosine = Math.cos(Math.toRadians(120));
        double run = (GULL_ROCK.x() - TERN_BEACON.x() + GULL_ROCK.y() - TERN_BEACON.y()) / (sine - cosine);
        return TERN_BEACON.towards(120, run);
    }

    private Rational score(String item, String... elements) {
        ItemKey key = read.key().of(new ItemId(item));
        Value correct = requireNonNull(key.responses().get(RESPONSE)).correct();
        return key.judge(Map.of(RESPONSE, correct.with(List.of(elements)))).score();
    }

    private String correct(String item) {
        return requireNonNull(read.key().of(new ItemId(item)).responses().get(RESPONSE))
                .correct()
                .elements()
                .getFirst();
    }

    private double number(String item) {
        Rational number = Rational.parse(correct(item));
        return number.numerator().doubleValue() / number.denominator().doubleValue();
    }

    private static String line(ChartElement.Place from, ChartElement.Place to) {
        return "line " + figures(from) + " " + figures(to);
    }

    private static String figures(ChartElement.Place place) {
        return Math.round(place.x() * 100) / 100.0 + " " + Math.round(place.y() * 100) / 100.0;
    }
}

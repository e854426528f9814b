package dauntingledger.rulebook.testing;

import static dauntingledger.rulebook.testing.SamplePapers.R1;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.program.Comparison;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Limits;
import dauntingledger.rulebook.program.Starter;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Construction;
import dauntingledger.rulebook.response.ExtendedText;
import dauntingledger.rulebook.response.Grid;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.OnPaper;
import dauntingledger.rulebook.response.Order;
import dauntingledger.rulebook.response.Pairing;
import dauntingledger.rulebook.response.Play;
import dauntingledger.rulebook.response.Points;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.response.RuledLine;
import dauntingledger.rulebook.response.Shuffle;
import dauntingledger.rulebook.response.TextEntry;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;

/** One interaction of every kind, or more where a kind has several faces. */
public final class SampleInteractions {

    private static final Reading WORDS = new Reading.AsWords(Set.of());

    public static final Choice LONG_LIST = Choice.list(R1, ids(30), 1, 30);
    public static final Choice EXPECTING = new Choice(R1, Choice.Form.LIST, ids(5), 1, 5, 2, Shuffle.NONE);
    public static final TextEntry LENGTH =
            new TextEntry(R1, 10, new Reading.AsNumber(Map.of("m", Rational.ONE, "cm", Rational.of(1, 100)), 0, 3));
    public static final ExtendedText REPORT = new ExtendedText(R1, ExtendedText.Format.PLAIN, 4, 6, 60);
    public static final Order ORDER = new Order(R1, false, ids(4), 4, 4, Shuffle.NONE);
    public static final Pairing MATCH =
            new Pairing(R1, Pairing.Form.MATCH, sides(1, "a", "b", "c"), sides(2, "x", "y"), 3, 3, Shuffle.NONE);
    public static final Pairing CARDS = new Pairing(
            R1, Pairing.Form.ASSOCIATE, sides(1, "a", "b", "c", "d"), sides(1, "a", "b", "c", "d"), 2, 2, Shuffle.NONE);
    public static final Points POINTS = new Points(R1, 200, 100, 2, 3);
    public static final Grid GRID = new Grid(
            R1,
            List.of(
                    cell("given", "2"),
                    cell("h1", ""),
                    cell("h2", ""),
                    new Grid.Cell(new ChoiceId("name"), WORDS, 6, "")),
            List.of(new Grid.Sum(
                    new ChoiceId("sum"), List.of(new ChoiceId("given"), new ChoiceId("h1"), new ChoiceId("h2")))));
    public static final RuledLine RULED_LINE = new RuledLine(
            R1, List.of(new ChoiceId("flash"), new ChoiceId("long")), Rational.of(12), Rational.of(1, 2), 2, 3);
    public static final Construction CHART = new Construction(R1, 100, 80, 2);
    public static final OnPaper PAPER = new OnPaper(R1);

    /** A sound that can be heard twice. */
    public static final Play SOUND = new Play(R1, 2);

    /** A program in one of two languages, which is a full answer once one of two examples passes. */
    public static final Program PROGRAM = new Program(
            R1,
            List.of(
                    new Starter(Language.PYTHON, List.of()),
                    new Starter(Language.JAVASCRIPT, List.of(new Starter.Stretch("// tides\n", true)))),
            200,
            Limits.USUAL,
            Comparison.LINES,
            2,
            true);

    private SampleInteractions() {}

    public static Stream<Interaction> all() {
        return Stream.of(
                LONG_LIST,
                EXPECTING,
                LENGTH,
                REPORT,
                ORDER,
                MATCH,
                CARDS,
                POINTS,
                GRID,
                RULED_LINE,
                CHART,
                PAPER,
                SOUND,
                PROGRAM);
    }

    public static Grid.Cell cell(String id, String given) {
        return new Grid.Cell(new ChoiceId(id), Reading.AsNumber.PLAIN, 6, given);
    }

    private static List<Pairing.Side> sides(int most, String... ids) {
        return Stream.of(ids)
                .map(id -> new Pairing.Side(new ChoiceId(id), 0, most))
                .toList();
    }

    public static List<ChoiceId> ids(int count) {
        return Stream.iterate(1, i -> i + 1)
                .limit(count)
                .map(i -> new ChoiceId("c" + i))
                .toList();
    }
}

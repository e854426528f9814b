package dauntingledger.rulebook.plain;

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
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.RuledLine;
import dauntingledger.rulebook.response.Shuffle;
import dauntingledger.rulebook.response.TextEntry;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Interactions as plain values. */
final class InteractionCodec {

    private static final Schema<Shuffle> SHUFFLE = Schema.of(
            Shuffle::new,
            Field.of("shuffled", MemberType.TRUTH, Shuffle::on),
            Field.of("fixed", MemberType.textSet(ChoiceId::value, ChoiceId::new), Shuffle::fixed));

    private static final Schema<Map<String, Rational>> UNITS = Schema.of(
            InteractionCodec::units,
            Field.of("units", MemberType.TEXTS, InteractionCodec::names),
            Field.of("worths", MemberType.texts(Rational::toString, Rational::parse), InteractionCodec::worths));

    static final Kinds<Reading> READING = new Kinds<Reading>("as", "reading")
            .kind(
                    "number",
                    Reading.AsNumber.class,
                    Schema.of(
                            Reading.AsNumber::new,
                            Field.of(UNITS, Reading.AsNumber::units),
                            Field.of("leastFigures", MemberType.COUNT, Reading.AsNumber::leastFigures),
                            Field.of("mostFigures", MemberType.COUNT, Reading.AsNumber::mostFigures)))
            .kind(
                    "words",
                    Reading.AsWords.class,
                    Schema.of(
                            Reading.AsWords::new,
                            Field.of(
                                    "ignores",
                                    MemberType.nameSet(Reading.Difference.values()),
                                    Reading.AsWords::ignores)));

    private static final Schema<Choice> CHOICE = Schema.of(
            Choice::new,
            response(),
            Field.of("form", MemberType.name(Choice.Form.values()), Choice::form),
            Field.of("choices", Ids.CHOICES, Choice::choices),
            Field.of("least", MemberType.COUNT, Choice::minChoices),
            Field.of("most", MemberType.COUNT, Choice::maxChoices),
            Field.of("expected", MemberType.COUNT, Choice::expected),
            Field.of(SHUFFLE, Choice::order));

    private static final Schema<TextEntry> TEXT = Schema.of(
            TextEntry::new,
            response(),
            Field.of("maxLength", MemberType.COUNT, TextEntry::maxLength),
            Field.of("reading", MemberType.object(READING), TextEntry::reading));

    private static final Schema<ExtendedText> EXTENDED_TEXT = Schema.of(
            ExtendedText::new,
            response(),
            Field.of("format", MemberType.name(ExtendedText.Format.values()), ExtendedText::format),
            Field.of("leastWords", MemberType.COUNT, ExtendedText::leastWords),
            Field.of("mostWords", MemberType.COUNT, ExtendedText::mostWords),
            Field.of("maxLength", MemberType.COUNT, ExtendedText::maxLength));

    private static final Schema<Order> ORDER = Schema.of(
            Order::new,
            response(),
            Field.of("onPicture", MemberType.TRUTH, Order::onPicture),
            Field.of("choices", Ids.CHOICES, Order::choices),
            Field.of("least", MemberType.COUNT, Order::minChoices),
            Field.of("most", MemberType.COUNT, Order::maxChoices),
            Field.of(SHUFFLE, Order::order));

    private static final Schema<Pairing.Side> SIDE = Schema.of(
            Pairing.Side::new,
            Field.of("choice", Ids.CHOICE, Pairing.Side::choice),
            Field.of("least", MemberType.COUNT, Pairing.Side::least),
            Field.of("most", MemberType.COUNT, Pairing.Side::most));

    private static final Schema<Pairing> PAIRING = Schema.of(
            Pairing::new,
            response(),
            Field.of("form", MemberType.name(Pairing.Form.values()), Pairing::form),
            Field.of("ones", MemberType.objects(SIDE), Pairing::ones),
            Field.of("others", MemberType.objects(SIDE), Pairing::others),
            Field.of("least", MemberType.COUNT, Pairing::least),
            Field.of("most", MemberType.COUNT, Pairing::most),
            Field.of(SHUFFLE, Pairing::order));

    private static final Schema<Points> POINTS = Schema.of(
            Points::new,
            response(),
            Field.of("width", MemberType.COUNT, Points::width),
            Field.of("height", MemberType.COUNT, Points::height),
            Field.of("least", MemberType.COUNT, Points::minChoices),
            Field.of("most", MemberType.COUNT, Points::maxChoices));

    private static final Schema<Grid.Cell> CELL = Schema.of(
            Grid.Cell::new,
            Field.of("id", Ids.CHOICE, Grid.Cell::id),
            Field.of("reading", MemberType.object(READING), Grid.Cell::reading),
            Field.of("maxLength", MemberType.COUNT, Grid.Cell::maxLength),
            Field.of("given", MemberType.TEXT, Grid.Cell::given));

    private static final Schema<Grid.Sum> SUM = Schema.of(
            Grid.Sum::new, Field.of("id", Ids.CHOICE, Grid.Sum::id), Field.of("of", Ids.CHOICES, Grid.Sum::of));

    private static final Schema<Grid> GRID = Schema.of(
            Grid::new,
            response(),
            Field.of("cells", MemberType.objects(CELL), Grid::cells),
            Field.of("sums", MemberType.objects(SUM), Grid::sums));

    private static final Schema<RuledLine> RULED_LINE = Schema.of(
            RuledLine::new,
            response(),
            Field.of("symbols", Ids.CHOICES, RuledLine::symbols),
            Field.of("length", MemberType.RATIONAL, RuledLine::length),
            Field.of("step", MemberType.RATIONAL, RuledLine::step),
            Field.of("least", MemberType.COUNT, RuledLine::least),
            Field.of("most", MemberType.COUNT, RuledLine::most));

    private static final Schema<Construction> CONSTRUCTION = Schema.of(
            Construction::new,
            response(),
            Field.of("width", MemberType.COUNT, Construction::width),
            Field.of("height", MemberType.COUNT, Construction::height),
            Field.of("least", MemberType.COUNT, Construction::least));

    private static final Schema<Play> PLAY =
            Schema.of(Play::new, response(), Field.of("most", MemberType.COUNT, Play::most));

    private static final Schema<Starter.Stretch> STRETCH = Schema.of(
            Starter.Stretch::new,
            Field.of("text", MemberType.TEXT, Starter.Stretch::text),
            Field.of("fixed", MemberType.TRUTH, Starter.Stretch::fixed));

    private static final Schema<Starter> STARTER = Schema.of(
            Starter::new,
            Field.of("language", MemberType.name(Language.values()), Starter::language),
            Field.of("stretches", MemberType.objects(STRETCH), Starter::stretches));

    private static final Schema<Limits> LIMITS = Schema.of(
            Limits::new,
            Field.of("time", MemberType.MILLIS, Limits::time),
            Field.of("memoryMb", MemberType.COUNT, Limits::memoryMb),
            Field.of("outputKb", MemberType.COUNT, Limits::outputKb));

    private static final Schema<Comparison> COMPARISON = Schema.of(
            Comparison::new,
            Field.of("compare", MemberType.name(Comparison.Way.values()), Comparison::way),
            Field.of("tolerance", MemberType.RATIONAL, Comparison::tolerance));

    private static final Schema<Program> PROGRAM = Schema.of(
            Program::new,
            response(),
            Field.of("starters", MemberType.objects(STARTER), Program::starters),
            Field.of("maxLength", MemberType.COUNT, Program::maxLength),
            Field.of(LIMITS, Program::limits),
            Field.of(COMPARISON, Program::comparison),
            Field.of("examples", MemberType.COUNT, Program::examples),
            Field.of("needsExample", MemberType.TRUTH, Program::needsExample));

    static final Kinds<Interaction> KINDS = new Kinds<Interaction>("kind", "interaction")
            .kind("choice", Choice.class, CHOICE)
            .kind("text", TextEntry.class, TEXT)
            .kind("extended-text", ExtendedText.class, EXTENDED_TEXT)
            .kind("order", Order.class, ORDER)
            .kind("pairing", Pairing.class, PAIRING)
            .kind("points", Points.class, POINTS)
            .kind("grid", Grid.class, GRID)
            .kind("ruled-line", RuledLine.class, RULED_LINE)
            .kind("construction", Construction.class, CONSTRUCTION)
            .kind("play", Play.class, PLAY)
            .kind("on-paper", OnPaper.class, Schema.of(OnPaper::new, response()))
            .kind("program", Program.class, PROGRAM);

    private InteractionCodec() {}

    private static <I extends Interaction> Field<I, ResponseId> response() {
        return Field.of("response", Ids.RESPONSE, Interaction::response);
    }

    private static List<String> names(Map<String, Rational> units) {
        return units.keySet().stream().sorted().toList();
    }

    private static List<Rational> worths(Map<String, Rational> units) {
        return names(units).stream().map(units::get).toList();
    }

    private static Map<String, Rational> units(List<String> names, List<Rational> worths) {
        if (names.size() != worths.size()) {
            throw new MalformedDataException(
                    "worths: expected one for each of " + names.size() + " units, but found " + worths.size());
        }
        Map<String, Rational> units = new LinkedHashMap<>();
        for (int i = 0; i < names.size(); i++) {
            units.put(names.get(i), worths.get(i));
        }
        return units;
    }
}

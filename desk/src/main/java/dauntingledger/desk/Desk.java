package dauntingledger.desk;

import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.picture.Frame;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.plain.PaperCodec;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.plain.RoomCodec;
import dauntingledger.rulebook.plain.ToolboxCodec;
import dauntingledger.rulebook.plain.WindowCodec;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Source;
import dauntingledger.rulebook.response.ChartElement;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ExtendedText;
import dauntingledger.rulebook.response.Grid;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.response.Reading;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.RuledLine;
import dauntingledger.rulebook.response.SimpleText;
import dauntingledger.rulebook.response.TextEntry;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Ledger;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Verdict;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.teavm.jso.JSExport;
import org.teavm.jso.JSObject;
import org.teavm.jso.core.JSArrayReader;
import org.teavm.jso.typedarrays.Int32Array;

/**
 * One sitting at a candidate's desk. Arguments are what {@code JSON.parse} makes of papers and entries; results are
 * JSON texts and verdicts by name. Instants are in milliseconds since 1970-01-01T00:00Z.
 */
public final class Desk {

    private final Ledger ledger;
    private List<Question> shown = List.of();

    private Desk(Ledger ledger) {
        this.ledger = ledger;
    }

    /** Keeps the compiler's entry point; everything is reached through {@link #open}. */
    public static void main(String[] args) {}

    /** Opens a sitting of {@code paper} in the hours of {@code window} with the entries made so far, in the order they were received. */
    @JSExport
    public static Desk open(JSObject paper, JSObject window, JSArrayReader<JSObject> entries) {
        List<Entry> read =
                PlainValues.list(entries).stream().map(EntryCodec::fromPlain).toList();
        return new Desk(Ledger.of(
                PaperCodec.fromPlain(PlainValues.of(paper)), WindowCodec.fromPlain(PlainValues.of(window)), read));
    }

    /** Judges an entry and, if it is permitted, adds it; one that is there already is {@code already-so}. */
    @JSExport
    public String enter(JSObject plainEntry) {
        Entry entry = EntryCodec.fromPlain(PlainValues.of(plainEntry));
        if (ledger.has(entry.id())) {
            return PlainNames.name(Verdict.ALREADY_SO);
        }
        return PlainNames.name(Chain.fits(entry) ? ledger.enter(entry) : Verdict.TOO_LONG);
    }

    /** Returns the canonical text of an entry, whose digest announces it while it waits to be sent. */
    @JSExport
    public static String made(JSObject plainEntry) {
        return Chain.made(EntryCodec.fromPlain(PlainValues.of(plainEntry)));
    }

    /** Returns the instant of the last entry; an entry made now must not be dated before it. */
    @JSExport
    public double lastAt() {
        return ledger.sitting().now().toEpochMilli();
    }

    /** Returns the room at {@code now}, with those questions that differ from the last time this was asked. */
    @JSExport
    public String room(double now) {
        Sitting sitting = ledger.sittingAt(instant(now));
        List<Question> questions = sitting.questions().all();
        List<Object> changed = new ArrayList<>();
        for (int i = 0; i < questions.size(); i++) {
            if (i >= shown.size() || shown.get(i) != questions.get(i)) {
                changed.add(RoomCodec.question(questions.get(i)));
            }
        }
        shown = questions;
        Map<String, Object> room = RoomCodec.toPlain(sitting);
        room.put("questions", changed);
        return CanonicalJson.write(room);
    }

    /** Returns the whole state at {@code now}, every question included. */
    @JSExport
    public String whole(double now) {
        return CanonicalJson.write(RoomCodec.whole(ledger.sittingAt(instant(now))));
    }

    /** Returns where the fixed stretches of a program stand, as pairs of places; {@code null} where one is lost. */
    @JSExport
    public String fixed(String item, String response, String language, String program) {
        return asked(item, response)
                .starter(language(language))
                .flatMap(starter -> starter.places(program))
                .map(places -> CanonicalJson.write(places.stream()
                        .map(place -> List.of((long) place.from(), (long) place.to()))
                        .toList()))
                .orElse("null");
    }

    /** Returns the number of the first line of an example that is not as it is wanted, from 1; 0 if every line is. */
    @JSExport
    public int firstOther(String item, String response, String wanted, String written) {
        return asked(item, response).comparison().firstOther(wanted, written);
    }

    /** Returns how a run of an example ended, by its name, once what it wrote is compared with what is wanted. */
    @JSExport
    public String tried(String item, String response, String ending, String wanted, String written) {
        Ending ran = PlainNames.find(ending, Ending.values()).orElseThrow();
        return PlainNames.name(asked(item, response).comparison().ending(ran, wanted, written));
    }

    /** Returns a program as it is run to answer a call, which may be empty. */
    @JSExport
    public String calling(String language, String program, String call) {
        return language(language).calling(program, call);
    }

    /** Returns the response that an editor holds: nothing as long as it holds what stood there at first. */
    @JSExport
    public String program(String item, String response, String language, String text) {
        Source program = new Source(language(language), text);
        return CanonicalJson.write(asked(item, response).isAsAtFirst(program) ? List.of() : List.of(program.written()));
    }

    /** Returns how many lines a program has. */
    @JSExport
    public int lines(String response) {
        return Source.read(response).orElseThrow().lines();
    }

    private Program asked(String item, String response) {
        return (Program) interaction(item, response);
    }

    private static Language language(String word) {
        return Language.find(word).orElseThrow();
    }

    /** Returns what the calculator's tape is made of. */
    @JSExport
    public String tape() {
        return CanonicalJson.write(ToolboxCodec.tape(ledger.sitting().tools().contents()));
    }

    @JSExport
    public String worksheet() {
        return CanonicalJson.write(
                ToolboxCodec.worksheet(ledger.sitting().tools().contents()));
    }

    @JSExport
    public String sketch() {
        return CanonicalJson.write(ToolboxCodec.sketch(ledger.sitting().tools().contents()));
    }

    @JSExport
    public String notes() {
        return CanonicalJson.write(ToolboxCodec.notes(ledger.sitting().tools().contents()));
    }

    /** Returns how exhibits were looked at last, by exhibit. */
    @JSExport
    public String exhibits() {
        return CanonicalJson.write(
                ToolboxCodec.exhibits(ledger.sitting().tools().contents()));
    }

    /** Returns where panels stand, by panel. */
    @JSExport
    public String panels() {
        return CanonicalJson.write(ToolboxCodec.panels(ledger.sitting().tools().contents()));
    }

    /** Returns the marks on all texts, by text. */
    @JSExport
    public String marks() {
        return CanonicalJson.write(ToolboxCodec.marks(ledger.sitting().tools().contents()));
    }

    /** Returns the question that Next leads to from {@code item}, or an empty text where it leads to the review page. */
    @JSExport
    public String next(String item) {
        return text(ledger.sitting().questions().after(new ItemId(item)));
    }

    /** Returns the question that Back leads to from {@code item}, or an empty text at the first. */
    @JSExport
    public String previous(String item) {
        return text(ledger.sitting().questions().before(new ItemId(item)));
    }

    /** Returns what is read out of {@code typed} in a box or a cell, as people read it, or an empty text if it cannot be read. */
    @JSExport
    public String understood(String item, String response, String cell, String typed) {
        Reading reading = switch (interaction(item, response)) {
            case TextEntry entry -> entry.reading();
            case Grid grid -> grid.reading(new ChoiceId(cell));
            default -> throw new IllegalArgumentException("nothing is typed in " + response);
        };
        return switch (reading) {
            case Reading.AsNumber number ->
                number.number(typed).map(Numeral::write).orElse("");
            case Reading.AsWords words -> words.read(typed).orElse("");
        };
    }

    /** Returns cardinality and base type of a response, as entries write them, with a space between. */
    @JSExport
    public String shape(String item, String response) {
        Value blank = interaction(item, response).blank();
        return PlainNames.name(blank.cardinality()) + " " + PlainNames.name(blank.baseType());
    }

    /** Returns how many words a text has. */
    @JSExport
    public static int words(String text) {
        return ExtendedText.words(text);
    }

    /** Returns how a text with simple setting is set, line by line: whether it is a point, and its letters with their style. */
    @JSExport
    public static String setting(String text) {
        List<Object> lines = new ArrayList<>();
        for (SimpleText.Line line : SimpleText.of(text).lines()) {
            List<Object> runs = new ArrayList<>();
            line.runs().forEach(run -> runs.add(List.of(PlainNames.name(run.style()), run.text())));
            lines.add(List.of(line.point(), runs));
        }
        return CanonicalJson.write(lines);
    }

    /** Returns the sums that a candidate sees in a grid, by cell. */
    @JSExport
    public String sums(String item, String response) {
        Grid grid = (Grid) interaction(item, response);
        Value value = given(item, grid);
        Map<String, Object> sums = new LinkedHashMap<>();
        grid.sums().forEach(sum -> sums.put(sum.id().value(), Numeral.write(grid.sum(value, sum))));
        return CanonicalJson.write(sums);
    }

    /** Returns what the answer to an interaction becomes when {@code element} is pressed. */
    @JSExport
    public String pressed(String item, String response, String element) {
        Interaction interaction = interaction(item, response);
        return CanonicalJson.write(interaction.pressed(given(item, interaction).elements(), element));
    }

    /** Returns the options of a choice in the candidate's own order, by identifier and letter. */
    @JSExport
    public String options(String item, String response) {
        Choice choice = (Choice) interaction(item, response);
        List<Object> options = new ArrayList<>();
        for (ChoiceId option : choice.choices()) {
            options.add(List.of(option.value(), Choice.letter(options.size())));
        }
        return CanonicalJson.write(options);
    }

    /** Returns the positions of the steps of a ruled line, as a response writes them. */
    @JSExport
    public String positions(String item, String response) {
        RuledLine line = (RuledLine) interaction(item, response);
        List<Object> positions = new ArrayList<>();
        for (int i = 0; i <= line.steps(); i++) {
            positions.add(line.position(i));
        }
        return CanonicalJson.write(positions);
    }

    /**
     * Returns what is drawn on a chart from one place to another.
     *
     * @param pen {@code point}, {@code line} or {@code arc}
     * @param square whether a line keeps to an axis
     */
    @JSExport
    public static String drawn(String pen, double fromX, double fromY, double toX, double toY, boolean square) {
        ChartElement.Place from = new ChartElement.Place(fromX, fromY);
        ChartElement.Place to =
                square ? from.square(new ChartElement.Place(toX, toY)) : new ChartElement.Place(toX, toY);
        return ChartElement.between(pen, from, to).toString();
    }

    /** Returns what is laid off on a chart from a place, as bearing and distance are typed; nothing where they say nothing. */
    @JSExport
    public static String laidOff(String pen, double x, double y, String bearing, String distance) {
        return ChartElement.laidOff(pen, new ChartElement.Place(x, y), bearing, distance)
                .map(ChartElement::toString)
                .orElse("");
    }

    /** Returns the figures that are read off something drawn; none of what is nothing. */
    @JSExport
    public static String figures(String element) {
        return CanonicalJson.write(ChartElement.read(element)
                .<List<String>>map(ChartElement::figures)
                .orElse(List.of()));
    }

    private Value given(String item, Interaction interaction) {
        return ledger.sitting()
                .questions()
                .get(new ItemId(item))
                .response(interaction.response())
                .orElse(interaction.blank());
    }

    private Interaction interaction(String item, String response) {
        return ledger.sitting()
                .questions()
                .get(new ItemId(item))
                .item()
                .interaction(new ResponseId(response))
                .orElseThrow();
    }

    /** Returns what a camera sees in a small picture, whose pixels are 0xRRGGBB row by row, as its figure. */
    @JSExport
    public static int view(int width, int height, Int32Array rgb) {
        int[] pixels = new int[rgb.getLength()];
        for (int i = 0; i < pixels.length; i++) {
            pixels[i] = rgb.get(i);
        }
        return new Frame(width, height, pixels).view().figure();
    }

    /** Returns whether a line of the station check, by its name as entries write it, passes with these figures. */
    @JSExport
    public static boolean passes(String line, JSArrayReader<JSObject> figures) {
        List<Long> measured =
                PlainValues.list(figures).stream().map(Long.class::cast).toList();
        return PlainNames.find(line, StationLine.values()).orElseThrow().passes(measured);
    }

    private static String text(Optional<ItemId> item) {
        return item.map(ItemId::value).orElse("");
    }

    private static Instant instant(double millis) {
        return Instant.ofEpochMilli((long) millis);
    }
}

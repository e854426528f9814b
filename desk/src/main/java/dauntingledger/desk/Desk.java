package dauntingledger.desk;

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
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Ledger;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Verdict;
import java.time.Instant;
import java.util.ArrayList;
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
        return PlainNames.name(ledger.enter(entry));
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
        List<Question> questions = sitting.questions();
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

    /** Returns everything that lies in the tools. */
    @JSExport
    public String tools() {
        return CanonicalJson.write(ToolboxCodec.toPlain(ledger.sitting().tools()));
    }

    /** Returns the marks on all texts, by text. */
    @JSExport
    public String marks() {
        return CanonicalJson.write(ToolboxCodec.marks(ledger.sitting().tools()));
    }

    /** Returns the question that Next leads to from {@code item}, or an empty text where it leads to the review page. */
    @JSExport
    public String next(String item) {
        return text(ledger.sitting().after(new ItemId(item)));
    }

    /** Returns the question that Back leads to from {@code item}, or an empty text at the first. */
    @JSExport
    public String previous(String item) {
        return text(ledger.sitting().before(new ItemId(item)));
    }

    /** Returns the number that {@code typed} is understood as, or an empty text if it is none. */
    @JSExport
    public static String understood(String typed) {
        return Numeral.read(typed).map(Object::toString).orElse("");
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

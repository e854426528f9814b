package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.plain.PaperCodec;
import dauntingledger.rulebook.plain.WindowCodec;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** What a page of the room gives to its script: the paper as far as it is known, the entries, the time, the words. */
@Component
class RoomData {

    private static final String ROOM = "room.";
    private static final String PROGRAMS = "answer.program.";

    private final JsonMapper json;
    private final Words words;
    private final WallClock wall;
    private final RoomSettings settings;

    RoomData(JsonMapper json, Words words, WallClock wall, RoomSettings settings) {
        this.json = json;
        this.words = words;
        this.wall = wall;
        this.settings = settings;
    }

    /**
     * Returns JSON that can stand inside an HTML element.
     *
     * @param paper the candidate's own paper in the language shown
     */
    String json(Appointment appointment, Ledgers.Opened opened, Paper paper) {
        Sitting sitting = opened.sitting();
        int known = sitting.route().position().reached(paper.route().size());
        Paper seen = paper.knownUpTo(known);
        Map<String, Object> data = common(appointment, sitting.now());
        data.put("words", words(seen));
        data.put("paper", PaperCodec.toPlain(seen));
        data.put("window", WindowCodec.toPlain(sitting.window()));
        data.put("entries", opened.entries().stream().map(EntryCodec::toPlain).toList());
        data.put("heartbeat", settings.heartbeat().toMillis());
        data.put(
                "display",
                Map.of(
                        "theme", appointment.terms().display().theme(),
                        "text", appointment.terms().display().textSize()));
        return inHtml(data);
    }

    /** Returns what a page needs that knows nothing of the paper. */
    String json(Appointment appointment, Instant now) {
        Map<String, Object> data = common(appointment, now);
        data.put("words", words.beginningWith(ROOM));
        return inHtml(data);
    }

    private Map<String, Object> common(Appointment appointment, Instant now) {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("sitting", appointment.sitting().value());
        data.put("now", now.toEpochMilli());
        data.put("zone", wall.zone().getId());
        data.put("locale", LocaleContextHolder.getLocale().toLanguageTag());
        return data;
    }

    /** What is said about programs goes only where there are some. */
    private Map<String, String> words(Paper paper) {
        Map<String, String> said = new LinkedHashMap<>(words.beginningWith(ROOM));
        boolean programs =
                paper.items().flatMap(item -> item.interactions().stream()).anyMatch(Program.class::isInstance);
        said.keySet().removeIf(key -> !programs && key.startsWith(PROGRAMS));
        return said;
    }

    private String inHtml(Map<String, Object> data) {
        return json.writeValueAsString(data).replace("<", "\\u003c");
    }
}

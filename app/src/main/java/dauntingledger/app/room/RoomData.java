package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.plain.PaperCodec;
import dauntingledger.rulebook.plain.WindowCodec;
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
        Map<String, Object> data = common(appointment, sitting.now());
        data.put("paper", PaperCodec.toPlain(paper.knownUpTo(known)));
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
        return inHtml(common(appointment, now));
    }

    private Map<String, Object> common(Appointment appointment, Instant now) {
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("sitting", appointment.sitting().value());
        data.put("now", now.toEpochMilli());
        data.put("zone", wall.zone().getId());
        data.put("locale", LocaleContextHolder.getLocale().toLanguageTag());
        data.put("words", words.beginningWith("room."));
        return data;
    }

    private String inHtml(Map<String, Object> data) {
        return json.writeValueAsString(data).replace("<", "\\u003c");
    }
}

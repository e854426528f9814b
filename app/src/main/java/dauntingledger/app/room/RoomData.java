package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.plain.PaperCodec;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.ResourceBundle;
import java.util.TreeMap;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** What a page of the room gives to its script: the paper as far as it is known, the entries, the time, the words. */
@Component
class RoomData {

    private static final String WORDS = "room.";

    private final JsonMapper json;
    private final RoomSettings settings;
    private final Map<String, String> words = new TreeMap<>();

    RoomData(JsonMapper json, RoomSettings settings) {
        this.json = json;
        this.settings = settings;
        ResourceBundle bundle = ResourceBundle.getBundle("messages", Locale.ROOT);
        bundle.keySet().stream()
                .filter(key -> key.startsWith(WORDS))
                .forEach(key -> words.put(key.substring(WORDS.length()), bundle.getString(key)));
    }

    /** Returns JSON that can stand inside an HTML element. */
    String json(Appointment appointment, Ledgers.Opened opened) {
        Sitting sitting = opened.sitting();
        int reached = sitting.position().index(sitting.paper().route().size());
        int known = sitting.position() instanceof Position.Before ? reached - 1 : reached;
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("sitting", appointment.sitting().value());
        data.put("paper", PaperCodec.toPlain(sitting.paper().knownUpTo(known)));
        data.put("entries", opened.entries().stream().map(EntryCodec::toPlain).toList());
        data.put("now", sitting.now().toEpochMilli());
        data.put("zone", settings.zone().getId());
        data.put("words", words);
        return json.writeValueAsString(data).replace("<", "\\u003c");
    }
}

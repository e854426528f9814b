package dauntingledger.app.admission;

import dauntingledger.app.ledger.Terms;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.TimeBox;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Component;

/** Says in words and figures what a candidate is granted for a paper. */
@Component
public class Privileges {

    private final Words words;

    Privileges(Words words) {
        this.words = words;
    }

    /** Returns a sentence for everything in which these terms differ from everybody's; none if they do not. */
    public List<String> of(Paper paper, Terms terms) {
        Accommodations granted = terms.accommodations();
        List<String> sentences = new ArrayList<>();
        for (TimeBox box : paper.boxes()) {
            add(sentences, "granted.time", box.title(), box.limit(), granted.limit(box));
        }
        Paper personal = granted.applyTo(paper);
        for (Stage stage : personal.route()) {
            if (stage instanceof Stage.Break rest) {
                rest(sentences, paper, personal, rest);
            }
        }
        granted.aids().forEach(aid -> sentences.add(words.say("granted.aid", aid)));
        Terms.Display display = terms.display();
        if (!display.theme().isEmpty()) {
            sentences.add(words.say("granted.theme", words.say("display.theme." + display.theme())));
        }
        if (!display.textSize().isEmpty()) {
            sentences.add(words.say("granted.text", display.textSize()));
        }
        return sentences;
    }

    private void rest(List<String> sentences, Paper paper, Paper personal, Stage.Break rest) {
        int usual = paper.indexOf(rest.id());
        if (usual < 0) {
            String before =
                    personal.route().get(personal.indexOf(rest.id()) - 1).title();
            sentences.add(words.say("granted.extra-break", words.span(rest.length()), before));
            return;
        }
        Stage.Break set = (Stage.Break) Objects.requireNonNull(paper.route().get(usual));
        add(sentences, "granted.break", rest.title(), set.length(), rest.length());
        if (set.clocks() != rest.clocks()) {
            sentences.add(words.say("granted.clocks-stand", rest.title()));
        }
    }

    private void add(List<String> sentences, String key, String title, Duration usual, Duration granted) {
        if (!usual.equals(granted)) {
            sentences.add(words.say(key, title, words.span(granted), words.span(usual)));
        }
    }
}

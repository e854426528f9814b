package dauntingledger.app.words;

import dauntingledger.app.ledger.Terms;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.TimeBox;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
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
        Paper personal = terms.personal(paper);
        for (Stage stage : personal.route()) {
            int usual = paper.indexOf(stage.id());
            if (usual < 0) {
                extraBreak(sentences, personal, stage);
            } else {
                stage(sentences, paper.route().get(usual), stage);
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

    private void extraBreak(List<String> sentences, Paper personal, Stage stage) {
        if (stage instanceof Stage.Break rest) {
            Stage before = personal.route().get(personal.indexOf(rest.id()) - 1);
            sentences.add(words.say("granted.extra-break", words.span(rest.length()), before.title()));
        }
    }

    private void stage(List<String> sentences, Stage usual, Stage granted) {
        usual.limit()
                .ifPresent(set -> add(
                        sentences,
                        "granted.time",
                        granted.title(),
                        set,
                        granted.limit().orElse(set)));
        if (usual.clocks() != granted.clocks()) {
            sentences.add(words.say("granted.clocks-stand", granted.title()));
        }
    }

    private void add(List<String> sentences, String key, String title, Duration usual, Duration granted) {
        if (!usual.equals(granted)) {
            sentences.add(words.say(key, title, words.span(granted), words.span(usual)));
        }
    }
}

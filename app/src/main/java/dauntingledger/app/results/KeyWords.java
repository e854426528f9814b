package dauntingledger.app.results;

import dauntingledger.app.words.Words;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.scoring.Correction;
import java.util.List;
import org.springframework.stereotype.Component;

/** Says in words what is decided about a key. */
@Component
class KeyWords {

    private final Words words;

    KeyWords(Words words) {
        this.words = words;
    }

    /** Returns what is decided of an item, in words. */
    List<String> said(List<Correction> corrections, ItemId item) {
        return corrections.stream()
                .filter(one -> one.item().equals(item))
                .map(this::said)
                .toList();
    }

    private String said(Correction correction) {
        return switch (correction) {
            case Correction.AlsoRight also -> words.say("key.correction.also-right", String.join(", ", also.value()));
            case Correction.StaysWrong wrong ->
                words.say("key.correction.stays-wrong", String.join(", ", wrong.value()));
            case Correction.Within within -> words.say("key.correction.within", Numeral.write(within.by()));
            case Correction.OfCase of ->
                of.output().isPresent()
                        ? words.say("key.correction.case", of.number())
                        : words.say("key.correction.case-out", of.number());
            case Correction.AllRight all -> words.say("key.correction.all-right");
            case Correction.TakenOut out -> words.say("key.correction.taken-out");
        };
    }
}

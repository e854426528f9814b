package dauntingledger.app.operations;

import dauntingledger.app.operations.Finding.Weight;
import dauntingledger.app.words.Words;
import java.util.List;
import org.springframework.stereotype.Component;

/** Whether all is well, in words: what is not, and what to do. */
@Component
class Status {

    private final Gauges gauges;
    private final Words words;

    Status(Gauges gauges, Words words) {
        this.gauges = gauges;
        this.words = words;
    }

    /** A finding in words. */
    record Said(Weight weight, String what, String todo) {}

    List<Said> findings() {
        return findings(gauges.read());
    }

    /** Returns what is found in what was read. */
    List<Said> findings(Readings read) {
        return StatusRules.of(read).stream()
                .map(finding -> new Said(
                        finding.weight(),
                        words.say(
                                "status.finding." + finding.key(),
                                finding.figures().toArray()),
                        words.say(
                                "status.todo." + finding.key().replace(".behind", ""),
                                finding.figures().toArray())))
                .toList();
    }

    /** Returns the weight of the weightiest finding in a word; {@code well} if nobody has to act. */
    static String verdict(List<Said> findings) {
        return findings.stream()
                .map(Said::weight)
                .filter(weight -> weight != Weight.NOTE)
                .findFirst()
                .map(weight -> weight == Weight.TROUBLE ? "trouble" : "watch")
                .orElse("well");
    }
}

package dauntingledger.app.nodes;

import java.util.List;
import java.util.function.Consumer;

/**
 * A bean that hears what other nodes tell about one topic. Words may be lost with a connection: whoever keeps something by
 * them also listens for {@link Missed}, and looks itself then.
 *
 * @param topic lower-case letters and hyphens
 * @param heard takes what a node has told at once. Everything else that is told waits meanwhile, so this is quick
 */
public record Hearer(String topic, Consumer<List<String>> heard) {

    /** Returns one that hears word by word. */
    public static Hearer each(String topic, Consumer<String> heard) {
        return new Hearer(topic, words -> words.forEach(heard));
    }
}

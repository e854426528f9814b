package dauntingledger.app.papers;

import dauntingledger.rulebook.response.Value;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * What an author says to an answer. It is kept apart from the text of its question, because it can give the answer away.
 *
 * @param outcome the outcome of the item that it depends on
 * @param identifier what that outcome must hold
 * @param shows whether it is shown then, or is shown unless
 */
record Feedback(String outcome, String identifier, boolean shows, String html) {

    Feedback printing(UnaryOperator<String> values) {
        return new Feedback(outcome, identifier, shows, values.apply(html));
    }

    boolean isFor(Map<String, Value> outcomes) {
        @Nullable Value value = outcomes.get(outcome);
        boolean holds = value != null && value.elements().contains(identifier);
        return holds == shows;
    }
}

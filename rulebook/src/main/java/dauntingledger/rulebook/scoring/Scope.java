package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The variables of one item while its answer is judged. */
final class Scope {

    private final ItemKey key;
    private final Map<String, Value> variables = new HashMap<>();
    private final Map<ResponseId, List<Worth>> worths = new LinkedHashMap<>();

    /** @param values the responses as they are judged, every one of them */
    Scope(ItemKey key, Map<ResponseId, Value> values) {
        this.key = key;
        values.forEach((id, value) -> variables.put(id.value(), value));
        key.outcomes().forEach((name, outcome) -> variables.put(name, outcome.initial()));
    }

    ItemKey key() {
        return key;
    }

    /** @throws IllegalStateException if there is no such variable, which {@link ItemKey#findings} would have told */
    Value variable(String name) {
        Value value = variables.get(name);
        if (value == null) {
            throw new IllegalStateException("there is no variable " + name);
        }
        return value;
    }

    ResponseKey response(ResponseId id) {
        ResponseKey response = key.responses().get(id);
        if (response == null) {
            throw new IllegalStateException("there is no response " + id);
        }
        return response;
    }

    OutcomeVariable outcome(String name) {
        OutcomeVariable outcome = key.outcomes().get(name);
        if (outcome == null) {
            throw new IllegalStateException("there is no outcome " + name);
        }
        return outcome;
    }

    void set(String outcome, Value value) {
        variables.put(outcome, outcome(outcome).initial().with(value.elements()));
    }

    /** Returns the list that takes what the parts of a response brought; it begins anew each time this is asked for. */
    List<Worth> worths(ResponseId response) {
        List<Worth> begun = new ArrayList<>();
        worths.put(response, begun);
        return begun;
    }

    Map<ResponseId, List<Worth>> worths() {
        return worths;
    }
}

package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.SeededDraw;
import dauntingledger.rulebook.response.Value;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The variables of one item while its template is drawn, or while its answer is judged. */
final class Scope {

    private final ItemKey key;
    private final Optional<SeededDraw> draw;
    private final Map<String, Value> variables = new HashMap<>();
    private final Map<ResponseId, Value> correct = new HashMap<>();
    private final Map<ResponseId, List<Worth>> worths = new LinkedHashMap<>();
    private boolean refused;

    private Scope(ItemKey key, Optional<SeededDraw> draw) {
        this.key = key;
        this.draw = draw;
        variables.putAll(key.template().variables());
    }

    /** Returns the variables while an answer is judged. */
    static Scope judging(ItemKey key, Map<ResponseId, Value> values) {
        Scope scope = new Scope(key, Optional.empty());
        values.forEach((id, value) -> scope.variables.put(id.value(), value));
        key.outcomes().forEach((name, outcome) -> scope.variables.put(name, outcome.initial()));
        return scope;
    }

    /** Returns the variables while a template is drawn. */
    static Scope drawing(ItemKey key, SeededDraw draw) {
        return new Scope(key, Optional.of(draw));
    }

    /** @throws IllegalStateException if there is no such variable, which whoever reads an item has refused */
    Value variable(String name) {
        Value value = variables.get(name);
        if (value == null) {
            throw new IllegalStateException("there is no variable " + name);
        }
        return value;
    }

    /** Returns what a variable was before any rule was followed. */
    Value initial(String name) {
        if (key.outcomes().containsKey(name)) {
            return outcome(name).initial();
        }
        Value declared = key.template().variables().get(name);
        return declared == null ? response(new ResponseId(name)).blank() : declared;
    }

    ResponseKey response(ResponseId id) {
        ResponseKey response = key.responses().get(id);
        if (response == null) {
            throw new IllegalStateException("there is no response " + id);
        }
        return response;
    }

    Value correct(ResponseId id) {
        return correct.getOrDefault(id, response(id).correct());
    }

    /** Returns which responses a template made correct. */
    Map<ResponseId, Value> correct() {
        return correct;
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

    void setVariable(String name, Value value) {
        variables.put(name, variable(name).with(value.elements()));
    }

    void setCorrect(ResponseId id, Value value) {
        correct.put(id, response(id).correct().with(value.elements()));
    }

    /** @throws IllegalStateException while an answer is judged, where nothing is drawn */
    SeededDraw draw() {
        return draw.orElseThrow(() -> new IllegalStateException("nothing is drawn while an answer is judged"));
    }

    /** Says that what was drawn does not hold together. */
    void refuse() {
        refused = true;
    }

    boolean isRefused() {
        return refused;
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

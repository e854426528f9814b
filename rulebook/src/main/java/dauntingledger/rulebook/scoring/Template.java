package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.SeededDraw;
import dauntingledger.rulebook.response.Value;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What makes the numbers of a question anew for each candidate, as QTI 3.0's template declarations and template processing
 * say it.
 *
 * @param variables what is declared, each with its default value; NULL where it has none
 * @param rules what makes values of it; empty where nothing is drawn
 */
public record Template(Map<String, Value> variables, List<Rule> rules) {

    /** Of a question that is the same for everybody. */
    public static final Template NONE = new Template(Map.of(), List.of());

    /** How often values are drawn at most until every constraint is met; the standard's default. */
    static final int MOST_DRAWS = 100;

    public Template {
        variables = Map.copyOf(variables);
        rules = List.copyOf(rules);
    }

    /** Returns whether values are drawn. */
    public boolean draws() {
        return !rules.isEmpty();
    }

    /** Values that were drawn, and what they make correct. */
    record Drawn(Map<String, Value> variables, Map<ResponseId, Value> correct) {}

    /**
     * Draws values that meet every constraint. Where {@value #MOST_DRAWS} draws bring none the values are the declared ones,
     * as the standard says.
     */
    Drawn draw(ItemKey key, SeededDraw draw) {
        for (int i = 0; i < MOST_DRAWS; i++) {
            Scope scope = Scope.drawing(key, draw);
            Rule.followAll(rules, scope);
            if (!scope.isRefused()) {
                Map<String, Value> drawn = new LinkedHashMap<>();
                variables.keySet().forEach(name -> drawn.put(name, scope.variable(name)));
                return new Drawn(drawn, scope.correct());
            }
        }
        return new Drawn(variables, Map.of());
    }
}

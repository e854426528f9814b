package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.SeededDraw;
import dauntingledger.rulebook.response.Value;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

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
    record Drawn(Map<String, Value> variables, Map<ResponseId, Value> correct) {

        /** Returns what cannot be printed or compared, or nothing if all can. */
        Optional<String> problem() {
            Stream<Optional<String>> ofVariables = variables.entrySet().stream()
                    .map(one -> problem("the template variable '" + one.getKey() + "'", one.getValue()));
            Stream<Optional<String>> ofResponses = correct.entrySet().stream()
                    .map(one -> problem("the correct response '" + one.getKey() + "'", one.getValue()));
            return Stream.concat(ofVariables, ofResponses)
                    .flatMap(Optional::stream)
                    .findFirst();
        }

        private static Optional<String> problem(String what, Value value) {
            String becomes = "";
            if (value.elements().isEmpty()) {
                becomes = "nothing";
            } else if (value.baseType() == Value.BaseType.INTEGER
                    && !value.elements().stream().map(Rational::parse).allMatch(Rational::isWhole)) {
                becomes = "a broken number though it is declared to be an integer";
            }
            return becomes.isEmpty()
                    ? Optional.empty()
                    : Optional.of(what + " can come to " + becomes
                            + "; look at its rules, and whether its constraints can be met");
        }
    }

    /**
     * Draws values that meet every constraint. Where {@value #MOST_DRAWS} draws bring none the values are the declared ones,
     * as the standard says.
     */
    Drawn draw(ItemKey key, ItemId item, long seed) {
        SeededDraw draw = SeededDraw.of(seed, "template " + item);
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

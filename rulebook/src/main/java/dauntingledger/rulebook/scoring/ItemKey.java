package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What makes an answer to one item right, as QTI 3.0 says it: responses with what is correct, outcomes, and the rules
 * that work the outcomes out.
 *
 * @param outcomes the outcomes by name; there is a number {@value #SCORE} among them
 * @param judge who works out the score
 */
public record ItemKey(
        Map<ResponseId, ResponseKey> responses, Map<String, OutcomeVariable> outcomes, List<Rule> rules, Judge judge) {

    public static final String SCORE = "SCORE";
    public static final String MAX_SCORE = "MAXSCORE";

    public ItemKey {
        responses = Map.copyOf(responses);
        outcomes = Map.copyOf(outcomes);
        rules = List.copyOf(rules);
        requireNonNull(judge, "judge");
        if (!outcomes.containsKey(SCORE)) {
            throw new IllegalArgumentException("an item needs an outcome " + SCORE);
        }
    }

    /** Who works out a score. */
    public enum Judge {
        RULES,
        /** A marker, after the exam. */
        PERSON
    }

    /**
     * What an answer came to.
     *
     * @param score the outcome SCORE
     * @param outcomes all outcomes
     * @param worths what the parts of each response brought, where they were judged each for itself
     */
    public record Judgement(Rational score, Map<String, Value> outcomes, Map<ResponseId, List<Worth>> worths) {}

    /** Judges what was entered; a response that is not in {@code given} is blank. */
    public Judgement judge(Map<ResponseId, Value> given) {
        Map<ResponseId, Value> read = new LinkedHashMap<>();
        responses.forEach((id, response) -> read.put(id, response.read(given.getOrDefault(id, response.blank()))));
        return judgeRead(read);
    }

    /** Judges values that are written as QTI 3.0 writes those of their base types, for every response one. */
    public Judgement judgeRead(Map<ResponseId, Value> values) {
        Scope scope = new Scope(this, values);
        Rule.followAll(rules, scope);
        Map<String, Value> results = new LinkedHashMap<>();
        outcomes.keySet().forEach(name -> results.put(name, scope.variable(name)));
        return new Judgement(score(results), results, scope.worths());
    }

    /**
     * Returns the most an answer can be worth: what MAXSCORE says, or the normal maximum of SCORE, or else what the
     * correct responses, the best of their mappings or all that their part scorings want are worth. It is zero where none of
     * these tells.
     */
    public Rational most() {
        Optional<Rational> declared = Optional.ofNullable(outcomes.get(MAX_SCORE))
                .flatMap(outcome -> number(outcome.initial()))
                .filter(most -> most.signum() > 0)
                .or(() -> requireNonNull(outcomes.get(SCORE)).normalMaximum());
        return declared.orElseGet(this::bestKnown);
    }

    private Rational bestKnown() {
        Map<ResponseId, Value> correct = new LinkedHashMap<>();
        responses.forEach((id, response) -> correct.put(id, response.correct()));
        Judgement judgement = judgeRead(correct);
        Rational mapped = responses.values().stream().map(ItemKey::best).reduce(Rational.ZERO, Rational::plus);
        Rational told = Optional.ofNullable(judgement.outcomes().get(MAX_SCORE))
                .flatMap(ItemKey::number)
                .orElse(Rational.ZERO);
        return told.signum() > 0 ? told : judgement.score().max(mapped);
    }

    private static Rational best(ResponseKey response) {
        int most = response.correct().cardinality() == Value.Cardinality.SINGLE ? 1 : 0;
        return response.measures().stream()
                .map(measure -> measure.best(most))
                .findFirst()
                .orElse(Rational.ZERO);
    }

    private static Rational score(Map<String, Value> outcomes) {
        return number(requireNonNull(outcomes.get(SCORE))).orElse(Rational.ZERO);
    }

    private static Optional<Rational> number(Value value) {
        return value.elements().stream().findFirst().map(Rational::parse);
    }
}

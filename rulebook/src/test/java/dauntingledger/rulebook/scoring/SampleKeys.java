package dauntingledger.rulebook.scoring;

import static dauntingledger.rulebook.testing.SamplePapers.R1;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.BaseType;
import dauntingledger.rulebook.response.Value.Cardinality;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Keys that tests are written against. */
final class SampleKeys {

    static final Map<String, OutcomeVariable> SCORE = Map.of(ItemKey.SCORE, OutcomeVariable.NUMBER);

    private SampleKeys() {}

    static ResponseKey single(String choice) {
        return ResponseKey.of(new Value(Cardinality.SINGLE, BaseType.IDENTIFIER, List.of(choice)));
    }

    static ItemKey choice(String correct) {
        return new ItemKey(Map.of(R1, single(correct)), SCORE, Templates.MATCH_CORRECT.rules(R1), ItemKey.Judge.RULES);
    }

    static ItemKey mapped(Map<String, Integer> worths) {
        return mapped(worths, 0, Mapping.Bounds.NONE);
    }

    static ItemKey mapped(Map<String, Integer> worths, int otherwise, Mapping.Bounds bounds) {
        List<Mapping.Entry> entries = worths.entrySet().stream()
                .map(entry -> new Mapping.Entry(entry.getKey(), Rational.of(entry.getValue()), false))
                .toList();
        ResponseKey response = new ResponseKey(
                Optional.empty(),
                new Value(Cardinality.MULTIPLE, BaseType.IDENTIFIER, List.of()),
                List.of(new Mapping(entries, Rational.of(otherwise), bounds)));
        return new ItemKey(Map.of(R1, response), SCORE, Templates.MAP_RESPONSE.rules(R1), ItemKey.Judge.RULES);
    }

    /** Numbers that are worth one each, compared as {@code qti-equal} does with these settings. */
    static ItemKey numbers(Map<ResponseId, String> correct, Map<String, String> settings) {
        Map<ResponseId, ResponseKey> responses = new LinkedHashMap<>();
        List<Rule> rules = new ArrayList<>();
        correct.forEach((response, number) -> {
            responses.put(response, ResponseKey.of(new Value(Cardinality.SINGLE, BaseType.FLOAT, List.of(number))));
            Expression equal = new Expression.Apply(
                    Operator.EQUAL,
                    settings,
                    List.of(new Expression.Variable(response.value()), new Expression.Correct(response)));
            Expression more = new Expression.Apply(
                    Operator.SUM,
                    Map.of(),
                    List.of(
                            new Expression.Variable(ItemKey.SCORE),
                            new Expression.Constant(Expression.number(Rational.ONE))));
            rules.add(new Rule.Condition(
                    List.of(new Rule.Branch(equal, List.of(new Rule.SetOutcome(ItemKey.SCORE, more)))), List.of()));
        });
        return new ItemKey(responses, SCORE, rules, ItemKey.Judge.RULES);
    }

    static ItemKey byPerson() {
        return new ItemKey(Map.of(R1, ResponseKey.of(Value.typed(""))), SCORE, List.of(), ItemKey.Judge.PERSON);
    }

    /** An item whose one response is judged by {@code partScoring} alone. */
    static ItemKey judged(Value blank, PartScoring partScoring) {
        ResponseKey response = new ResponseKey(Optional.empty(), blank, List.of(partScoring));
        return new ItemKey(
                Map.of(R1, response),
                SCORE,
                List.of(new Rule.SetOutcome(ItemKey.SCORE, new Expression.Measured(R1, Measure.Kind.PARTS))),
                ItemKey.Judge.RULES);
    }
}

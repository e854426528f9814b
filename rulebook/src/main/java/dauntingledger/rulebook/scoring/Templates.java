package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.ResponseId;
import java.util.List;
import java.util.Map;

/** The response-processing templates of QTI 3.0, as the rules that they stand for. */
public enum Templates {
    MATCH_CORRECT {
        @Override
        Expression worth(ResponseId response) {
            return new Expression.Constant(Expression.number(Rational.ONE));
        }

        @Override
        Expression condition(ResponseId response) {
            return new Expression.Apply(
                    Operator.MATCH,
                    Map.of(),
                    List.of(new Expression.Variable(response.value()), new Expression.Correct(response)));
        }
    },
    MAP_RESPONSE {
        @Override
        Expression worth(ResponseId response) {
            return new Expression.Measured(response, Measure.Kind.MAPPING);
        }
    },
    MAP_RESPONSE_POINT {
        @Override
        Expression worth(ResponseId response) {
            return new Expression.Measured(response, Measure.Kind.AREAS);
        }
    };

    abstract Expression worth(ResponseId response);

    /** What makes the response worth anything: that it is not NULL, unless a template says otherwise. */
    Expression condition(ResponseId response) {
        return new Expression.Apply(
                Operator.NOT,
                Map.of(),
                List.of(new Expression.Apply(
                        Operator.IS_NULL, Map.of(), List.of(new Expression.Variable(response.value())))));
    }

    /** Returns the rules that set SCORE by {@code response}. */
    public List<Rule> rules(ResponseId response) {
        return List.of(new Rule.Condition(
                List.of(new Rule.Branch(
                        condition(response), List.of(new Rule.SetOutcome(ItemKey.SCORE, worth(response))))),
                List.of(new Rule.SetOutcome(
                        ItemKey.SCORE, new Expression.Constant(Expression.number(Rational.ZERO))))));
    }
}

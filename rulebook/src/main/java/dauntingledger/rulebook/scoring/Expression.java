package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.BaseType;
import dauntingledger.rulebook.response.Value.Cardinality;
import java.util.List;
import java.util.Map;

/** An expression of QTI 3.0's response processing. A value without elements is the standard's NULL. */
public sealed interface Expression {

    /** Returns what this comes to; what cannot be worked out is NULL. */
    Value evaluate(Scope scope);

    /** A value that stands in the rules. */
    record Constant(Value value) implements Expression {
        @Override
        public Value evaluate(Scope scope) {
            return value;
        }
    }

    /** A response or an outcome as it is now. */
    record Variable(String name) implements Expression {
        public Variable {
            requireNonNull(name, "name");
        }

        @Override
        public Value evaluate(Scope scope) {
            return scope.variable(name);
        }
    }

    /** What an outcome was before anything was worked out. */
    record Default(String name) implements Expression {
        @Override
        public Value evaluate(Scope scope) {
            return scope.key().outcomes().containsKey(name)
                    ? scope.outcome(name).initial()
                    : scope.response(new ResponseId(name)).blank();
        }
    }

    /** The correct response. */
    record Correct(ResponseId response) implements Expression {
        @Override
        public Value evaluate(Scope scope) {
            return scope.response(response).correct();
        }
    }

    /** The worth of a response by one of its measures. */
    record Measured(ResponseId response, Measure.Kind kind) implements Expression {
        public Measured {
            requireNonNull(response, "response");
            requireNonNull(kind, "kind");
        }

        @Override
        public Value evaluate(Scope scope) {
            Measure measure = scope.response(response).measure(kind).orElseThrow();
            return number(measure.worth(scope.variable(response.value()), scope.worths(response)));
        }
    }

    /**
     * An operator with what it works on.
     *
     * @param settings the attributes of the operator, by name
     */
    record Apply(Operator operator, Map<String, String> settings, List<Expression> operands) implements Expression {

        /** @throws IllegalArgumentException if the operator cannot be applied like this */
        public Apply {
            settings = Map.copyOf(settings);
            operands = List.copyOf(operands);
            operator.check(settings, operands.size());
        }

        @Override
        public Value evaluate(Scope scope) {
            return operator.apply(
                    settings,
                    operands.stream().map(operand -> operand.evaluate(scope)).toList());
        }
    }

    static Value number(Rational number) {
        return new Value(Cardinality.SINGLE, BaseType.FLOAT, List.of(number.toString()));
    }

    static Value truth(boolean truth) {
        return new Value(Cardinality.SINGLE, BaseType.BOOLEAN, List.of(String.valueOf(truth)));
    }
}

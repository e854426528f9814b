package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.BaseType;
import dauntingledger.rulebook.response.Value.Cardinality;
import java.util.List;
import java.util.Map;

/** An expression of QTI 3.0's response and template processing. A value without elements is the standard's NULL. */
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

    /** A response, an outcome or a variable of the template as it is now. */
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
            return scope.initial(name);
        }
    }

    /** The correct response. */
    record Correct(ResponseId response) implements Expression {
        @Override
        public Value evaluate(Scope scope) {
            return scope.correct(response);
        }
    }

    /**
     * A whole number that is drawn: {@code min}, or so many steps more, up to {@code max}. In template processing only.
     *
     * @param step 1 or more
     */
    record RandomInteger(int min, int max, int step) implements Expression {

        /** @throws IllegalArgumentException if there is nothing to draw from, or more than a draw can reach */
        public RandomInteger {
            if (step < 1) {
                throw new IllegalArgumentException("step must be 1 or more, but is " + step);
            }
            if (max < min || numbers(min, max, step) > Integer.MAX_VALUE) {
                throw new IllegalArgumentException("there are no whole numbers to draw from " + min + " to " + max);
            }
        }

        private static long numbers(int min, int max, int step) {
            return ((long) max - min) / step + 1;
        }

        @Override
        public Value evaluate(Scope scope) {
            long drawn = scope.draw().below((int) numbers(min, max, step));
            return Operands.whole(min + drawn * step);
        }
    }

    /**
     * A number that is drawn from {@code min} to {@code max}, both included: one of {@value #PARTS} equal steps between
     * them, exactly. In template processing only.
     */
    record RandomFloat(Rational min, Rational max) implements Expression {

        static final int PARTS = 1_000_000;

        /** @throws IllegalArgumentException if {@code max} is below {@code min} */
        public RandomFloat {
            if (max.compareTo(min) < 0) {
                throw new IllegalArgumentException("there are no numbers to draw from " + min + " to " + max);
            }
        }

        @Override
        public Value evaluate(Scope scope) {
            Rational share = Rational.of(scope.draw().below(PARTS + 1), PARTS);
            return number(min.plus(max.minus(min).times(share)));
        }
    }

    /** An element of a container that is drawn; NULL out of an empty one. In template processing only. */
    record RandomElement(Expression container) implements Expression {
        @Override
        public Value evaluate(Scope scope) {
            Value all = container.evaluate(scope);
            return all.elements().isEmpty()
                    ? all
                    : Operands.index(all, 1 + scope.draw().below(all.elements().size()));
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

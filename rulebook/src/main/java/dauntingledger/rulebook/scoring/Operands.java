package dauntingledger.rulebook.scoring;

import static dauntingledger.rulebook.scoring.Expression.number;
import static dauntingledger.rulebook.scoring.Expression.truth;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Spot;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.BaseType;
import dauntingledger.rulebook.response.Value.Cardinality;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BinaryOperator;
import java.util.function.Function;
import java.util.function.IntPredicate;
import java.util.function.Supplier;

/** What the operators have in common: taking operands apart, and NULL where one of them is. */
final class Operands {

    static final int ANY_NUMBER = Integer.MAX_VALUE;

    private static final Value NULL_TRUTH = truth(false).with(List.of());
    private static final Value NULL_NUMBER = number(Rational.ZERO).with(List.of());
    private static final Rational HALF = Rational.of(1, 2);
    private static final int MOST_POWER = 64;

    private Operands() {}

    static String first(List<Value> operands, int index) {
        return operands.get(index).elements().getFirst();
    }

    static boolean isTrue(Value value) {
        return value.elements().equals(List.of("true"));
    }

    static Value whole(long number) {
        return whole(BigInteger.valueOf(number));
    }

    private static Value whole(BigInteger number) {
        return new Value(Cardinality.SINGLE, BaseType.INTEGER, List.of(number.toString()));
    }

    /** Works where no operand is NULL. */
    static Value strict(List<Value> operands, Supplier<Value> work) {
        return operands.stream().anyMatch(value -> value.elements().isEmpty()) ? NULL_TRUTH : work.get();
    }

    /** Works with the numbers of all operands, where each of them has one. */
    static Value numbers(List<Value> operands, Function<List<Rational>, Value> work) {
        List<Rational> numbers = new ArrayList<>();
        for (Value operand : operands) {
            boolean numeric = operand.baseType() == BaseType.FLOAT || operand.baseType() == BaseType.INTEGER;
            if (!numeric || operand.elements().isEmpty()) {
                return NULL_NUMBER;
            }
            operand.elements().forEach(element -> numbers.add(Rational.parse(element)));
        }
        return work.apply(numbers);
    }

    // ---- containers

    static Value gathered(Cardinality cardinality, List<Value> operands) {
        BaseType type =
                operands.isEmpty() ? BaseType.STRING : operands.getFirst().baseType();
        return new Value(
                cardinality,
                type,
                operands.stream().flatMap(value -> value.elements().stream()).toList());
    }

    static Value index(Value container, int n) {
        List<String> elements = container.elements();
        return new Value(
                Cardinality.SINGLE,
                container.baseType(),
                n > elements.size() ? List.of() : List.of(elements.get(n - 1)));
    }

    static boolean isMember(String element, Value container) {
        return Elements.indexOf(container.baseType(), container.elements(), element) >= 0;
    }

    static Value without(String element, Value container) {
        return container.with(container.elements().stream()
                .filter(other -> !Elements.same(container.baseType(), other, element))
                .toList());
    }

    /** Returns whether a container holds all of another, in a row where their order counts. */
    static boolean contains(Value container, Value wanted) {
        List<String> left = new ArrayList<>(container.elements());
        int run = wanted.elements().size();
        if (container.cardinality() == Cardinality.ORDERED) {
            for (int i = 0; i + run <= left.size(); i++) {
                if (Elements.same(wanted, wanted.with(left.subList(i, i + run)))) {
                    return true;
                }
            }
            return false;
        }
        for (String element : wanted.elements()) {
            int at = Elements.indexOf(container.baseType(), left, element);
            if (at < 0) {
                return false;
            }
            left.remove(at);
        }
        return true;
    }

    // ---- truths

    static Value and(List<Value> operands) {
        boolean anyFalse = operands.stream().anyMatch(value -> value.elements().equals(List.of("false")));
        return anyFalse ? truth(false) : strict(operands, () -> truth(true));
    }

    static Value or(List<Value> operands) {
        return operands.stream().anyMatch(Operands::isTrue) ? truth(true) : strict(operands, () -> truth(false));
    }

    static Value anyOf(List<Value> operands, int min, int max) {
        long certain = operands.stream().filter(Operands::isTrue).count();
        long possible = certain
                + operands.stream()
                        .filter(operand -> operand.elements().isEmpty())
                        .count();
        if (certain > max || possible < min) {
            return truth(false);
        }
        return certain >= min && possible <= max ? truth(true) : NULL_TRUTH;
    }

    static Value compared(List<Value> operands, IntPredicate holds) {
        return numbers(operands, numbers -> truth(holds.test(numbers.get(0).compareTo(numbers.get(1)))));
    }

    static boolean anyInside(Value points, Region region) {
        return points.elements().stream()
                .anyMatch(element -> Spot.read(element).filter(region::contains).isPresent());
    }

    // ---- numbers

    static Value folded(List<Value> operands, BinaryOperator<Rational> step) {
        return numbers(operands, numbers -> number(numbers.stream().reduce(step).orElseThrow()));
    }

    static Value foldedWholes(List<Value> operands, BinaryOperator<BigInteger> step) {
        return numbers(
                operands,
                numbers -> numbers.stream().allMatch(Rational::isWhole)
                        ? whole(numbers.stream()
                                .map(number -> number.numerator().abs())
                                .reduce(step)
                                .orElseThrow())
                        : NULL_NUMBER);
    }

    static BigInteger leastCommonMultiple(BigInteger a, BigInteger b) {
        return a.signum() == 0 || b.signum() == 0
                ? BigInteger.ZERO
                : a.multiply(b).divide(a.gcd(b));
    }

    static Value quotient(List<Rational> numbers) {
        return numbers.get(1).isZero() ? NULL_NUMBER : number(numbers.get(0).dividedBy(numbers.get(1)));
    }

    /** Divides whole numbers with a remainder; the quotient is rounded down. */
    static Value divided(List<Rational> numbers, boolean quotientWanted) {
        Rational dividend = numbers.get(0);
        Rational divisor = numbers.get(1);
        if (divisor.isZero() || !dividend.isWhole() || !divisor.isWhole()) {
            return NULL_NUMBER;
        }
        BigInteger quotient = dividend.dividedBy(divisor).floor();
        return whole(quotientWanted ? quotient : dividend.numerator().subtract(quotient.multiply(divisor.numerator())));
    }

    static Value truncated(Rational number) {
        return whole(number.numerator().divide(number.denominator()));
    }

    /** Rounds to a whole number, halves up: 2.5 is 3, -2.5 is -2. */
    static Value rounded(Rational number) {
        return whole(number.plus(HALF).floor());
    }

    static Value mean(List<Rational> numbers) {
        return number(numbers.stream().reduce(Rational.ZERO, Rational::plus).dividedBy(Rational.of(numbers.size())));
    }

    /** Raises to a whole power from -{@value #MOST_POWER} to {@value #MOST_POWER}; any other is NULL. */
    static Value power(List<Rational> numbers) {
        Rational base = numbers.get(0);
        Rational exponent = numbers.get(1);
        if (!exponent.isWhole()
                || exponent.abs().compareTo(Rational.of(MOST_POWER)) > 0
                || (base.isZero() && exponent.signum() < 0)) {
            return NULL_NUMBER;
        }
        int times = exponent.numerator().intValueExact();
        Rational raised = new Rational(
                base.numerator().pow(Math.abs(times)), base.denominator().pow(Math.abs(times)));
        return number(times < 0 ? Rational.ONE.dividedBy(raised) : raised);
    }
}

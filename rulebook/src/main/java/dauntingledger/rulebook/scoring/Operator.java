package dauntingledger.rulebook.scoring;

import static dauntingledger.rulebook.scoring.Expression.number;
import static dauntingledger.rulebook.scoring.Expression.truth;
import static dauntingledger.rulebook.scoring.Operands.ANY_NUMBER;
import static dauntingledger.rulebook.scoring.Operands.first;
import static dauntingledger.rulebook.scoring.Operands.numbers;
import static dauntingledger.rulebook.scoring.Operands.strict;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.Cardinality;
import java.math.BigInteger;
import java.util.List;
import java.util.Map;
import java.util.function.BiFunction;
import java.util.function.Consumer;

/**
 * The operators of QTI 3.0's expressions that response processing can use. Each of them is called as in the standard
 * without {@code qti-}: {@link #ANY_N} is {@code qti-any-n}. Where an operand is NULL the result is NULL, unless the
 * standard says otherwise; so it is where a number is wanted and there is none.
 */
public enum Operator {
    MULTIPLE(0, ANY_NUMBER, (settings, operands) -> Operands.gathered(Cardinality.MULTIPLE, operands)),
    ORDERED(0, ANY_NUMBER, (settings, operands) -> Operands.gathered(Cardinality.ORDERED, operands)),
    CONTAINER_SIZE(
            1,
            1,
            (settings, operands) ->
                    Operands.whole(operands.getFirst().elements().size())),
    IS_NULL(1, 1, (settings, operands) -> truth(operands.getFirst().isBlank())),
    INDEX(
            1,
            1,
            (settings, operands) -> Operands.index(operands.getFirst(), settings.positive("n")),
            settings -> settings.positive("n")),
    MEMBER(
            2,
            2,
            (settings, operands) ->
                    strict(operands, () -> truth(Operands.isMember(first(operands, 0), operands.get(1))))),
    DELETE(2, 2, (settings, operands) -> strict(operands, () -> Operands.without(first(operands, 0), operands.get(1)))),
    CONTAINS(
            2,
            2,
            (settings, operands) -> strict(operands, () -> truth(Operands.contains(operands.get(0), operands.get(1))))),
    SUBSTRING(
            2,
            2,
            (settings, operands) -> strict(
                    operands,
                    () -> truth(settings.cased(first(operands, 1)).contains(settings.cased(first(operands, 0)))))),
    NOT(1, 1, (settings, operands) -> strict(operands, () -> truth(!Operands.isTrue(operands.getFirst())))),
    AND(1, ANY_NUMBER, (settings, operands) -> Operands.and(operands)),
    OR(1, ANY_NUMBER, (settings, operands) -> Operands.or(operands)),
    ANY_N(
            1,
            ANY_NUMBER,
            (settings, operands) -> Operands.anyOf(operands, settings.whole("min"), settings.whole("max")),
            settings -> {
                settings.whole("min");
                settings.whole("max");
            }),
    MATCH(2, 2, (settings, operands) -> strict(operands, () -> truth(Elements.same(operands.get(0), operands.get(1))))),
    STRING_MATCH(
            2,
            2,
            (settings, operands) ->
                    strict(operands, () -> truth(settings.match(first(operands, 0), first(operands, 1))))),
    PATTERN_MATCH(
            1,
            1,
            (settings, operands) -> strict(
                    operands,
                    () -> truth(BoundedPattern.of(settings.text("pattern")).matches(first(operands, 0)))),
            settings -> BoundedPattern.of(settings.text("pattern"))),
    EQUAL(
            2,
            2,
            (settings, operands) ->
                    numbers(operands, numbers -> truth(Closeness.of(settings).admits(numbers.get(0), numbers.get(1)))),
            Closeness::of),
    EQUAL_ROUNDED(
            2,
            2,
            (settings, operands) ->
                    numbers(operands, numbers -> truth(RoundTo.of(settings).isSame(numbers.get(0), numbers.get(1)))),
            RoundTo::of),
    INSIDE(
            1,
            1,
            (settings, operands) ->
                    strict(operands, () -> truth(Operands.anyInside(operands.getFirst(), settings.region()))),
            Settings::region),
    LT(2, 2, (settings, operands) -> Operands.compared(operands, order -> order < 0)),
    GT(2, 2, (settings, operands) -> Operands.compared(operands, order -> order > 0)),
    LTE(2, 2, (settings, operands) -> Operands.compared(operands, order -> order <= 0)),
    GTE(2, 2, (settings, operands) -> Operands.compared(operands, order -> order >= 0)),
    SUM(1, ANY_NUMBER, (settings, operands) -> Operands.folded(operands, Rational::plus)),
    PRODUCT(1, ANY_NUMBER, (settings, operands) -> Operands.folded(operands, Rational::times)),
    MIN(1, ANY_NUMBER, (settings, operands) -> Operands.folded(operands, Rational::min)),
    MAX(1, ANY_NUMBER, (settings, operands) -> Operands.folded(operands, Rational::max)),
    GCD(1, ANY_NUMBER, (settings, operands) -> Operands.foldedWholes(operands, BigInteger::gcd)),
    LCM(1, ANY_NUMBER, (settings, operands) -> Operands.foldedWholes(operands, Operands::leastCommonMultiple)),
    SUBTRACT(
            2,
            2,
            (settings, operands) ->
                    numbers(operands, numbers -> number(numbers.get(0).minus(numbers.get(1))))),
    DIVIDE(2, 2, (settings, operands) -> numbers(operands, Operands::quotient)),
    POWER(2, 2, (settings, operands) -> numbers(operands, Operands::power)),
    INTEGER_DIVIDE(2, 2, (settings, operands) -> numbers(operands, numbers -> Operands.divided(numbers, true))),
    INTEGER_MODULUS(2, 2, (settings, operands) -> numbers(operands, numbers -> Operands.divided(numbers, false))),
    TRUNCATE(1, 1, (settings, operands) -> numbers(operands, numbers -> Operands.truncated(numbers.getFirst()))),
    ROUND(1, 1, (settings, operands) -> numbers(operands, numbers -> Operands.rounded(numbers.getFirst()))),
    ROUND_TO(
            1,
            1,
            (settings, operands) ->
                    numbers(operands, numbers -> number(RoundTo.of(settings).apply(numbers.getFirst()))),
            RoundTo::of),
    INTEGER_TO_FLOAT(1, 1, (settings, operands) -> numbers(operands, numbers -> number(numbers.getFirst()))),
    STATS_OPERATOR(
            1,
            1,
            (settings, operands) -> numbers(operands, Operands::mean),
            settings -> settings.requireOneOf("name", List.of("mean")));

    private final int fewest;
    private final int most;
    private final BiFunction<Settings, List<Value>, Value> work;
    private final Consumer<Settings> check;

    Operator(int fewest, int most, BiFunction<Settings, List<Value>, Value> work) {
        this(fewest, most, work, settings -> {});
    }

    /** @param check refuses settings that the operator cannot work with */
    Operator(int fewest, int most, BiFunction<Settings, List<Value>, Value> work, Consumer<Settings> check) {
        this.fewest = fewest;
        this.most = most;
        this.work = work;
        this.check = check;
    }

    /** @throws IllegalArgumentException if the operator cannot work with these settings on so many operands */
    void check(Map<String, String> settings, int operands) {
        if (operands < fewest || operands > most) {
            throw new IllegalArgumentException(
                    "it takes " + fewest + (most == fewest ? "" : " or more") + " operands, but has " + operands);
        }
        check.accept(new Settings(settings));
    }

    Value apply(Map<String, String> settings, List<Value> operands) {
        return work.apply(new Settings(settings), operands);
    }
}

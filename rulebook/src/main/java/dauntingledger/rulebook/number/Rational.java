package dauntingledger.rulebook.number;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;

/**
 * An exact number: a quotient of two whole numbers in lowest terms. Marks, penalties, keys and typed numbers are
 * rationals, so a third of a mark is a third and no rounding happens on the way to a total.
 *
 * <table>
 * <caption>Examples of {@link #parse}</caption>
 * <tr><td>{@code 3}</td><td>3</td></tr>
 * <tr><td>{@code -0.75}</td><td>-3/4</td></tr>
 * <tr><td>{@code 6/8}</td><td>3/4</td></tr>
 * </table>
 *
 * @param numerator any whole number
 * @param denominator greater than zero and without a common factor with the numerator
 */
public record Rational(BigInteger numerator, BigInteger denominator) implements Comparable<Rational> {

    public static final Rational ZERO = new Rational(BigInteger.ZERO, BigInteger.ONE);
    public static final Rational ONE = new Rational(BigInteger.ONE, BigInteger.ONE);

    public Rational {
        requireNonNull(numerator, "numerator");
        requireNonNull(denominator, "denominator");
        if (denominator.signum() == 0) {
            throw new ArithmeticException("denominator must not be zero");
        }
        BigInteger divisor = numerator.gcd(denominator);
        if (denominator.signum() < 0) {
            divisor = divisor.negate();
        }
        numerator = numerator.divide(divisor);
        denominator = denominator.divide(divisor);
    }

    public static Rational of(long whole) {
        return new Rational(BigInteger.valueOf(whole), BigInteger.ONE);
    }

    /** @throws ArithmeticException if {@code denominator} is zero */
    public static Rational of(long numerator, long denominator) {
        return new Rational(BigInteger.valueOf(numerator), BigInteger.valueOf(denominator));
    }

    /** Returns the exact value of a decimal number. */
    public static Rational of(BigDecimal value) {
        requireNonNull(value, "value");
        return value.scale() <= 0
                ? new Rational(value.toBigIntegerExact(), BigInteger.ONE)
                : new Rational(value.unscaledValue(), BigInteger.TEN.pow(value.scale()));
    }

    /**
     * Reads a number as papers and keys write it: a decimal number or a quotient of two whole numbers.
     *
     * @throws IllegalArgumentException if {@code text} is neither
     */
    public static Rational parse(String text) {
        requireNonNull(text, "text");
        return Numeral.readAll(text)
                .orElseThrow(() -> new IllegalArgumentException("'" + text + "' is not a number or a fraction"));
    }

    public Rational plus(Rational other) {
        return new Rational(
                numerator.multiply(other.denominator).add(other.numerator.multiply(denominator)),
                denominator.multiply(other.denominator));
    }

    public Rational minus(Rational other) {
        return plus(other.negated());
    }

    public Rational times(Rational other) {
        return new Rational(numerator.multiply(other.numerator), denominator.multiply(other.denominator));
    }

    /** @throws ArithmeticException if {@code other} is zero */
    public Rational dividedBy(Rational other) {
        return new Rational(numerator.multiply(other.denominator), denominator.multiply(other.numerator));
    }

    public Rational negated() {
        return new Rational(numerator.negate(), denominator);
    }

    public Rational abs() {
        return signum() < 0 ? negated() : this;
    }

    public Rational max(Rational other) {
        return compareTo(other) >= 0 ? this : other;
    }

    public Rational min(Rational other) {
        return compareTo(other) <= 0 ? this : other;
    }

    public int signum() {
        return numerator.signum();
    }

    public boolean isWhole() {
        return denominator.equals(BigInteger.ONE);
    }

    /** Returns the largest whole number that is not above this one. */
    public BigInteger floor() {
        BigInteger[] parts = numerator.divideAndRemainder(denominator);
        return parts[1].signum() < 0 ? parts[0].subtract(BigInteger.ONE) : parts[0];
    }

    /** Returns this rounded to so many decimals, halves away from zero: the one rounding of what people are shown. */
    public BigDecimal rounded(int decimals) {
        return new BigDecimal(numerator).divide(new BigDecimal(denominator), decimals, RoundingMode.HALF_UP);
    }

    public boolean isZero() {
        return signum() == 0;
    }

    @Override
    public int compareTo(Rational other) {
        return numerator.multiply(other.denominator).compareTo(other.numerator.multiply(denominator));
    }

    /** Returns the number as {@link #parse} reads it: {@code 3} or {@code -3/4}. */
    @Override
    public String toString() {
        return denominator.equals(BigInteger.ONE) ? numerator.toString() : numerator + "/" + denominator;
    }
}

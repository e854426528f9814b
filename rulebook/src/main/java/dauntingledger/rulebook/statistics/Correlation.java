package dauntingledger.rulebook.statistics;

import dauntingledger.rulebook.number.Rational;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.List;
import java.util.Optional;

/**
 * Sums of pairs of numbers, out of which Pearson's correlation is worked out in its population form. Everything is exact but the
 * last square root.
 */
final class Correlation {

    /** So many digits are enough for any rounding of a number between -1 and 1. */
    private static final MathContext DIGITS = new MathContext(40);

    private Correlation() {}

    /**
     * Returns Pearson's correlation of {@code ones} with {@code others}; nothing where either does not vary.
     *
     * @param others as many as {@code ones}
     */
    static Optional<BigDecimal> of(List<Rational> ones, List<Rational> others) {
        Rational number = Rational.of(ones.size());
        Rational one = Rational.ZERO;
        Rational other = Rational.ZERO;
        Rational both = Rational.ZERO;
        for (int i = 0; i < ones.size(); i++) {
            one = one.plus(ones.get(i));
            other = other.plus(others.get(i));
            both = both.plus(ones.get(i).times(others.get(i)));
        }
        if (ones.isEmpty()) {
            return Optional.empty();
        }
        Rational covariance = both.dividedBy(number).minus(one.times(other).dividedBy(number.times(number)));
        Rational product = variance(ones).times(variance(others));
        if (product.isZero()) {
            return Optional.empty();
        }
        BigDecimal root =
                decimal(covariance.times(covariance).dividedBy(product)).sqrt(DIGITS);
        return Optional.of(covariance.signum() < 0 ? root.negate() : root);
    }

    /** Returns the variance of some numbers in its population form: the mean of the squares less the square of the mean. */
    static Rational variance(List<Rational> numbers) {
        if (numbers.isEmpty()) {
            return Rational.ZERO;
        }
        Rational number = Rational.of(numbers.size());
        Rational sum = Rational.ZERO;
        Rational squares = Rational.ZERO;
        for (Rational one : numbers) {
            sum = sum.plus(one);
            squares = squares.plus(one.times(one));
        }
        Rational mean = sum.dividedBy(number);
        return squares.dividedBy(number).minus(mean.times(mean));
    }

    private static BigDecimal decimal(Rational number) {
        return new BigDecimal(number.numerator()).divide(new BigDecimal(number.denominator()), DIGITS);
    }
}

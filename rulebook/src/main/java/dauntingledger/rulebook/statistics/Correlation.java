package dauntingledger.rulebook.statistics;

import dauntingledger.rulebook.number.Rational;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** How numbers vary, and vary together, in the population form. Everything is exact but the last square root. */
final class Correlation {

    /** So many digits are enough for any rounding of a number between -1 and 1. */
    private static final MathContext DIGITS = new MathContext(40);

    private static final Rational TWO = Rational.of(2);

    private Correlation() {}

    /**
     * Returns Pearson's correlation of {@code ones} with {@code others}; nothing where either does not vary.
     *
     * @param others as many as {@code ones}
     */
    static Optional<BigDecimal> of(List<Rational> ones, List<Rational> others) {
        Rational one = variance(ones);
        Rational other = variance(others);
        if (one.isZero() || other.isZero()) {
            return Optional.empty();
        }
        // The variance of a sum is that of its parts and twice their covariance.
        Rational covariance =
                variance(sums(ones, others)).minus(one).minus(other).dividedBy(TWO);
        Rational square = covariance.times(covariance).dividedBy(one.times(other));
        BigDecimal root = new BigDecimal(square.numerator())
                .divide(new BigDecimal(square.denominator()), DIGITS)
                .sqrt(DIGITS);
        return Optional.of(covariance.signum() < 0 ? root.negate() : root);
    }

    static List<Rational> sums(List<Rational> ones, List<Rational> others) {
        return IntStream.range(0, ones.size())
                .mapToObj(i -> ones.get(i).plus(others.get(i)))
                .toList();
    }

    /** Returns the variance of some numbers: the mean of the squares less the square of the mean. */
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
}

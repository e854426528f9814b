package dauntingledger.rulebook.calculator;

import dauntingledger.rulebook.number.Rational;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.math.RoundingMode;
import org.jspecify.annotations.Nullable;

/** How large and how long numbers may become. */
final class Precision {

    /** Longer fractions than this are rounded to {@link #KEPT} digits, so that a long sum does not grow without end. */
    private static final int MOST_BITS = 512;

    private static final MathContext KEPT = new MathContext(60, RoundingMode.HALF_UP);
    private static final MathContext RESULT = new MathContext(Calculator.SIGNIFICANT, RoundingMode.HALF_UP);
    private static final Rational LARGEST = Rational.of(BigDecimal.ONE.scaleByPowerOfTen(100));
    private static final Rational LEAST = Rational.ONE.dividedBy(LARGEST);

    private Precision() {}

    /**
     * Returns the value, or one rounded in the sixtieth digit if its fraction has become long.
     *
     * @throws SumException if it is 10^100 or more
     */
    static Rational kept(Rational value, int place) {
        if (value.abs().compareTo(LARGEST) >= 0) {
            throw new SumException(Fault.TOO_LARGE, place);
        }
        if (value.abs().compareTo(LEAST) < 0) {
            return Rational.ZERO;
        }
        return Math.max(value.numerator().bitLength(), value.denominator().bitLength()) <= MOST_BITS
                ? value
                : Rational.of(decimal(value, KEPT));
    }

    /** Returns the value rounded as the result of a function is. */
    static Rational rounded(BigDecimal value) {
        return Rational.of(value.round(RESULT));
    }

    /** Returns a constant in so many digits that rounding undoes it: the logarithm of e is 1. */
    static Rational constant(BigDecimal value) {
        return Rational.of(value.round(KEPT));
    }

    static BigDecimal decimal(Rational value, MathContext context) {
        return new BigDecimal(value.numerator()).divide(new BigDecimal(value.denominator()), context);
    }

    /** Returns the whole number that {@code value} is, or null if it is none or has more than 31 bits. */
    static @Nullable Integer whole(Rational value) {
        return value.denominator().equals(BigInteger.ONE) && value.numerator().bitLength() < 31
                ? Integer.valueOf(value.numerator().intValue())
                : null;
    }
}

package dauntingledger.rulebook.calculator;

import dauntingledger.rulebook.number.Rational;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.MathContext;
import java.math.RoundingMode;

/**
 * Elementary functions on whole numbers that count units of 10^-{@value #DIGITS}. Whole-number arithmetic gives the same
 * digits on every machine, which the floating-point functions of two platforms do not.
 */
final class FixedPoint {

    /*
     * Everything is brought near zero first and then summed up as a power series until its terms vanish:
     *
     *   exp x    x = k ln 10 + r, then e^r by Taylor's series and a shift of the decimal point by k
     *   ln x     x = m 10^k with m in [1, 10), then 2 artanh((m-1)/(m+1)) after four square roots of m
     *   sin x    Taylor's series for |x| <= pi, reached by whole half turns
     *   atan x   atan x = 2 atan(x / (1 + sqrt(1 + x^2))) three times, then the series; |x| > 1 by pi/2 - atan(1/x)
     *
     * The working digits exceed the 15 shown by so many that the last of these is right but for the rarest of ties.
     */

    private static final int DIGITS = 80;
    private static final BigInteger UNIT = BigInteger.TEN.pow(DIGITS);
    private static final BigInteger TWO = BigInteger.valueOf(2);

    /** Results nearer to zero than this are zero: they are what rounding has left of it. */
    private static final BigInteger NOTHING = BigInteger.TEN.pow(DIGITS - 40);

    static final MathContext WORKING = new MathContext(DIGITS, RoundingMode.HALF_UP);

    /** By Machin's formula, pi = 16 atan(1/5) - 4 atan(1/239). */
    static final BigInteger PI = arctanOfReciprocal(5)
            .multiply(BigInteger.valueOf(16))
            .subtract(arctanOfReciprocal(239).multiply(BigInteger.valueOf(4)));

    static final BigInteger HALF_PI = PI.shiftRight(1);

    private static final BigInteger LN_TEN = lnOfMantissa(UNIT.multiply(BigInteger.TEN));

    private FixedPoint() {}

    static BigInteger of(Rational value) {
        return value.numerator().multiply(UNIT).divide(value.denominator());
    }

    static BigDecimal decimal(BigInteger fixed) {
        return new BigDecimal(fixed, DIGITS);
    }

    static BigDecimal decimal(Rational value) {
        return Precision.decimal(value, WORKING);
    }

    static Rational result(BigInteger fixed) {
        return fixed.abs().compareTo(NOTHING) < 0 ? Rational.ZERO : Precision.rounded(decimal(fixed));
    }

    static BigInteger multiply(BigInteger a, BigInteger b) {
        return a.multiply(b).divide(UNIT);
    }

    static BigInteger divide(BigInteger a, BigInteger b) {
        return a.multiply(UNIT).divide(b);
    }

    static BigDecimal exp(BigDecimal x) {
        BigInteger fixed = x.setScale(DIGITS, RoundingMode.HALF_UP).unscaledValue();
        BigInteger tens = fixed.divide(LN_TEN);
        BigInteger rest = fixed.subtract(tens.multiply(LN_TEN));
        BigInteger sum = UNIT;
        BigInteger term = UNIT;
        for (int i = 1; term.signum() != 0; i++) {
            term = multiply(term, rest).divide(BigInteger.valueOf(i));
            sum = sum.add(term);
        }
        return decimal(sum).scaleByPowerOfTen(tens.intValueExact());
    }

    /** Returns the natural logarithm of a number greater than zero. */
    static BigDecimal ln(BigDecimal x) {
        int tens = x.precision() - x.scale() - 1;
        BigInteger mantissa = x.scaleByPowerOfTen(-tens)
                .setScale(DIGITS, RoundingMode.HALF_UP)
                .unscaledValue();
        return decimal(lnOfMantissa(mantissa).add(LN_TEN.multiply(BigInteger.valueOf(tens))));
    }

    private static BigInteger lnOfMantissa(BigInteger mantissa) {
        BigInteger root = mantissa;
        for (int i = 0; i < 4; i++) {
            root = sqrt(root);
        }
        BigInteger z = divide(root.subtract(UNIT), root.add(UNIT));
        BigInteger square = multiply(z, z);
        BigInteger sum = BigInteger.ZERO;
        BigInteger power = z;
        for (int i = 1; power.signum() != 0; i += 2) {
            sum = sum.add(power.divide(BigInteger.valueOf(i)));
            power = multiply(power, square);
        }
        return sum.shiftLeft(5);
    }

    static BigInteger sin(BigInteger x) {
        BigInteger halfTurns =
                x.add(x.signum() < 0 ? HALF_PI.negate() : HALF_PI).divide(PI);
        BigInteger near = x.subtract(halfTurns.multiply(PI));
        BigInteger square = multiply(near, near).negate();
        BigInteger sum = BigInteger.ZERO;
        BigInteger term = near;
        for (int i = 2; term.signum() != 0; i += 2) {
            sum = sum.add(term);
            term = multiply(term, square).divide(BigInteger.valueOf((long) i * (i + 1)));
        }
        return halfTurns.testBit(0) ? sum.negate() : sum;
    }

    static BigInteger asin(BigInteger x) {
        BigInteger leg = sqrt(UNIT.subtract(multiply(x, x)));
        return leg.signum() == 0 ? (x.signum() < 0 ? HALF_PI.negate() : HALF_PI) : atan(divide(x, leg));
    }

    static BigInteger atan(BigInteger x) {
        if (x.abs().compareTo(UNIT) > 0) {
            BigInteger other = atan(divide(UNIT, x));
            return (x.signum() < 0 ? HALF_PI.negate() : HALF_PI).subtract(other);
        }
        BigInteger near = x;
        for (int i = 0; i < 3; i++) {
            near = divide(near, UNIT.add(sqrt(UNIT.add(multiply(near, near)))));
        }
        BigInteger square = multiply(near, near).negate();
        BigInteger sum = BigInteger.ZERO;
        BigInteger power = near;
        for (int i = 1; power.signum() != 0; i += 2) {
            sum = sum.add(power.divide(BigInteger.valueOf(i)));
            power = multiply(power, square);
        }
        return sum.shiftLeft(3);
    }

    private static BigInteger arctanOfReciprocal(int n) {
        BigInteger square = BigInteger.valueOf((long) n * n).negate();
        BigInteger sum = BigInteger.ZERO;
        BigInteger power = UNIT.divide(BigInteger.valueOf(n));
        for (int i = 1; power.signum() != 0; i += 2) {
            sum = sum.add(power.divide(BigInteger.valueOf(i)));
            power = power.divide(square);
        }
        return sum;
    }

    /** Returns the square root of a number that is not negative, by Newton's method from above. */
    private static BigInteger sqrt(BigInteger x) {
        BigInteger value = x.multiply(UNIT);
        if (value.signum() == 0) {
            return value;
        }
        BigInteger guess = BigInteger.ONE.shiftLeft(value.bitLength() / 2 + 1);
        for (; ; ) {
            BigInteger better = guess.add(value.divide(guess)).divide(TWO);
            if (better.compareTo(guess) >= 0) {
                return guess;
            }
            guess = better;
        }
    }
}

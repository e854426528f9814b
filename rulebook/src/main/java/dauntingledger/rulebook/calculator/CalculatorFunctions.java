package dauntingledger.rulebook.calculator;

import dauntingledger.rulebook.number.Rational;
import java.math.BigDecimal;
import java.math.BigInteger;
import org.jspecify.annotations.Nullable;

/** The functions of the calculator, on exact numbers. */
final class CalculatorFunctions {

    static final Rational PI = Precision.constant(FixedPoint.decimal(FixedPoint.PI));
    static final Rational E = Precision.constant(FixedPoint.exp(BigDecimal.ONE));

    private static final int MOST_FACTORIAL = 69;
    private static final int MOST_EXACT_POWER = 400;
    private static final Rational MOST_EXPONENT = Rational.of(1000);
    private static final Rational MOST_ANGLE = Rational.of(1_000_000_000L);

    private CalculatorFunctions() {}

    static boolean isKnown(String word) {
        return switch (word) {
            case "sqrt", "cbrt", "root", "ln", "log", "exp", "abs", "sin", "cos", "tan", "asin", "acos", "atan" -> true;
            default -> false;
        };
    }

    static boolean takesTwo(String word) {
        return word.equals("root") || word.equals("log");
    }

    static Rational ofTwo(String word, Rational first, Rational second, int place) {
        return word.equals("root") ? root(first, second, place) : logarithm(first, second, place);
    }

    static Rational ofOne(String word, Rational x, Angle angle, int place) {
        return switch (word) {
            case "sqrt" -> root(Rational.of(2), x, place);
            case "cbrt" -> root(Rational.of(3), x, place);
            case "ln" -> Precision.rounded(ln(x, place));
            case "log" -> logarithm(Rational.of(10), x, place);
            case "exp" -> Precision.rounded(exp(FixedPoint.decimal(x), place));
            case "abs" -> x.abs();
            case "sin", "cos", "tan" -> circular(word, x, angle, place);
            case "asin", "acos", "atan" -> arc(word, x, angle, place);
            default -> throw new SumException(Fault.UNFINISHED, place);
        };
    }

    static Rational power(Rational base, Rational exponent, int place) {
        Integer whole = Precision.whole(exponent);
        if (base.isZero()) {
            if (exponent.signum() < 0) {
                throw new SumException(Fault.POWER, place);
            }
            return exponent.isZero() ? Rational.ONE : Rational.ZERO;
        }
        if (whole != null && Math.abs(whole) <= MOST_EXACT_POWER) {
            return wholePower(base, whole, place);
        }
        if (base.signum() < 0 && whole == null) {
            return oddRootOfNegative(base, exponent, place);
        }
        BigDecimal power = exp(ln(base.abs(), place).multiply(FixedPoint.decimal(exponent)), place);
        Rational value = Precision.rounded(power);
        return base.signum() < 0 && whole != null && whole % 2 != 0 ? value.negated() : value;
    }

    /** {@code (-8)^(1/3)} is -2; a negative number has no other broken powers. */
    private static Rational oddRootOfNegative(Rational base, Rational exponent, int place) {
        if (!exponent.denominator().testBit(0)) {
            throw new SumException(Fault.POWER, place);
        }
        Rational magnitude = power(base.abs(), exponent, place);
        return exponent.numerator().testBit(0) ? magnitude.negated() : magnitude;
    }

    private static Rational wholePower(Rational base, int exponent, int place) {
        Rational result = Rational.ONE;
        Rational square = base;
        for (int left = Math.abs(exponent); left > 0; left /= 2) {
            if (left % 2 == 1) {
                result = Precision.kept(result.times(square), place);
            }
            if (left > 1) {
                square = Precision.kept(square.times(square), place);
            }
        }
        if (exponent < 0 && result.isZero()) {
            throw new SumException(Fault.TOO_LARGE, place);
        }
        return exponent < 0 ? Rational.ONE.dividedBy(result) : result;
    }

    static Rational root(Rational degree, Rational x, int place) {
        Integer n = Precision.whole(degree);
        if (n == null || n == 0) {
            return power(x, reciprocal(degree, place), place);
        }
        if (x.signum() < 0 && n % 2 == 0) {
            throw new SumException(Fault.ROOT_OF_NEGATIVE, place);
        }
        if (n > 0 && n <= 10) {
            BigInteger above = evenRoot(x.numerator().abs(), n);
            BigInteger below = evenRoot(x.denominator(), n);
            if (above != null && below != null) {
                Rational even = new Rational(above, below);
                return x.signum() < 0 ? even.negated() : even;
            }
        }
        Rational magnitude = power(x.abs(), Rational.of(1, n), place);
        return x.signum() < 0 ? magnitude.negated() : magnitude;
    }

    private static Rational reciprocal(Rational degree, int place) {
        if (degree.isZero()) {
            throw new SumException(Fault.DIVIDED_BY_ZERO, place);
        }
        return Rational.ONE.dividedBy(degree);
    }

    /** Returns the whole n-th root of {@code value}, or null if it has none. */
    private static @Nullable BigInteger evenRoot(BigInteger value, int n) {
        BigInteger low = BigInteger.ZERO;
        BigInteger high = BigInteger.ONE.shiftLeft(value.bitLength() / n + 1);
        while (low.compareTo(high) < 0) {
            BigInteger middle = low.add(high).add(BigInteger.ONE).shiftRight(1);
            if (middle.pow(n).compareTo(value) <= 0) {
                low = middle;
            } else {
                high = middle.subtract(BigInteger.ONE);
            }
        }
        return low.pow(n).equals(value) ? low : null;
    }

    static Rational factorial(Rational x, int place) {
        Integer n = Precision.whole(x);
        if (n == null || n < 0) {
            throw new SumException(Fault.FACTORIAL, place);
        }
        if (n > MOST_FACTORIAL) {
            throw new SumException(Fault.TOO_LARGE, place);
        }
        BigInteger product = BigInteger.ONE;
        for (int i = 2; i <= n; i++) {
            product = product.multiply(BigInteger.valueOf(i));
        }
        return new Rational(product, BigInteger.ONE);
    }

    private static Rational logarithm(Rational base, Rational x, int place) {
        if (base.signum() <= 0 || base.equals(Rational.ONE)) {
            throw new SumException(Fault.LOGARITHM, place);
        }
        return Precision.rounded(ln(x, place).divide(ln(base, place), FixedPoint.WORKING));
    }

    private static BigDecimal ln(Rational x, int place) {
        if (x.signum() <= 0) {
            throw new SumException(Fault.LOGARITHM, place);
        }
        return FixedPoint.ln(FixedPoint.decimal(x));
    }

    private static BigDecimal exp(BigDecimal x, int place) {
        if (Rational.of(x.abs().round(FixedPoint.WORKING)).compareTo(MOST_EXPONENT) > 0) {
            if (x.signum() < 0) {
                return BigDecimal.ZERO;
            }
            throw new SumException(Fault.TOO_LARGE, place);
        }
        BigDecimal value = FixedPoint.exp(x);
        Precision.kept(Rational.of(value.round(FixedPoint.WORKING)), place);
        return value;
    }

    private static Rational circular(String word, Rational x, Angle angle, int place) {
        if (x.abs().compareTo(MOST_ANGLE) > 0) {
            throw new SumException(Fault.TOO_LARGE, place);
        }
        BigInteger turn = radians(x, angle);
        BigInteger sine = FixedPoint.sin(turn);
        BigInteger cosine = FixedPoint.sin(turn.add(FixedPoint.HALF_PI));
        if (word.equals("sin")) {
            return FixedPoint.result(sine);
        }
        if (word.equals("cos")) {
            return FixedPoint.result(cosine);
        }
        if (FixedPoint.result(cosine).isZero()) {
            throw new SumException(Fault.ANGLE, place);
        }
        return FixedPoint.result(FixedPoint.divide(sine, cosine));
    }

    /** Returns an angle in radians, less than a whole turn from zero; whole turns of degrees are taken off exactly. */
    private static BigInteger radians(Rational x, Angle angle) {
        if (angle == Angle.RADIANS) {
            return FixedPoint.of(x).remainder(FixedPoint.PI.shiftLeft(1));
        }
        BigInteger turns = x.numerator().divide(x.denominator().multiply(BigInteger.valueOf(360)));
        Rational rest = x.minus(new Rational(turns.multiply(BigInteger.valueOf(360)), BigInteger.ONE));
        return FixedPoint.multiply(FixedPoint.of(rest.dividedBy(Rational.of(180))), FixedPoint.PI);
    }

    private static Rational arc(String word, Rational x, Angle angle, int place) {
        boolean tangent = word.equals("atan");
        if (!tangent && x.abs().compareTo(Rational.ONE) > 0) {
            throw new SumException(Fault.ANGLE, place);
        }
        BigInteger value = FixedPoint.of(x);
        BigInteger arc = tangent ? FixedPoint.atan(value) : FixedPoint.asin(value);
        BigInteger radians = word.equals("acos") ? FixedPoint.HALF_PI.subtract(arc) : arc;
        return FixedPoint.result(
                angle == Angle.RADIANS
                        ? radians
                        : FixedPoint.divide(radians.multiply(BigInteger.valueOf(180)), FixedPoint.PI));
    }
}

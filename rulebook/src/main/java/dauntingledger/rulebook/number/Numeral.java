package dauntingledger.rulebook.number;

import static java.util.Objects.requireNonNull;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.util.Optional;

/**
 * A number as people type it. {@code 3/4}, {@code 0.75}, {@code 0,75} and {@code 7.5e-1} are the same number; spaces
 * around it and a plus sign are ignored; the typographic minus sign counts as a minus. A comma is a decimal sign, never
 * a separator of thousands, and two decimal signs are refused rather than guessed at.
 */
public final class Numeral {

    /** The longest text that is looked at. */
    public static final int MAX_LENGTH = 40;

    private static final int MAX_EXPONENT = 30;

    private Numeral() {}

    /** Returns the number that {@code text} writes, or empty if it does not write one. */
    public static Optional<Rational> read(String text) {
        return text.strip().length() > MAX_LENGTH ? Optional.empty() : readAll(text);
    }

    /** Reads a number of any length; only for what was bounded before, or worked out here. */
    static Optional<Rational> readAll(String text) {
        requireNonNull(text, "text");
        String plain = text.strip().replace('\u2212', '-').replace(',', '.');
        int slash = plain.indexOf('/');
        return slash < 0
                ? decimal(plain)
                : fraction(
                        plain.substring(0, slash).strip(),
                        plain.substring(slash + 1).strip());
    }

    /** Writes a number as people read it: a decimal where it has an end within {@value #MAX_LENGTH} signs, else a fraction. */
    public static String write(Rational number) {
        try {
            String decimal = new BigDecimal(number.numerator())
                    .divide(new BigDecimal(number.denominator()))
                    .stripTrailingZeros()
                    .toPlainString();
            return decimal.length() <= MAX_LENGTH ? decimal : number.toString();
        } catch (ArithmeticException e) {
            return number.toString();
        }
    }

    /**
     * Returns with how many significant figures {@code text} writes a number: its digits without leading zeros. Zeros
     * at the end count, as in {@code 1200} (4) and {@code 0.50} (2). A fraction has as many as its numerator.
     */
    public static int significantFigures(String text) {
        int figures = 0;
        for (int i = 0; i < text.length() && "eE/".indexOf(text.charAt(i)) < 0; i++) {
            char c = text.charAt(i);
            boolean digit = c >= '0' && c <= '9';
            if (digit && (c != '0' || figures > 0)) {
                figures++;
            }
        }
        return figures;
    }

    private static Optional<Rational> fraction(String numerator, String denominator) {
        String unsigned = withoutSign(numerator);
        if (!isDigits(unsigned) || !isDigits(denominator)) {
            return Optional.empty();
        }
        BigInteger below = new BigInteger(denominator);
        if (below.signum() == 0) {
            return Optional.empty();
        }
        Rational magnitude = new Rational(new BigInteger(unsigned), below);
        return Optional.of(numerator.startsWith("-") ? magnitude.negated() : magnitude);
    }

    private static Optional<Rational> decimal(String text) {
        int e = Math.max(text.indexOf('e'), text.indexOf('E'));
        String mantissa = withoutSign(e < 0 ? text : text.substring(0, e));
        String exponent = e < 0 ? "0" : text.substring(e + 1);
        int point = mantissa.indexOf('.');
        String digits = point < 0 ? mantissa : mantissa.substring(0, point) + mantissa.substring(point + 1);
        if (!isDigits(digits)
                || !isDigits(withoutSign(exponent))
                || withoutSign(exponent).length() > 2) {
            return Optional.empty();
        }
        int shift = Integer.parseInt(withoutSign(exponent)) * (exponent.startsWith("-") ? -1 : 1);
        if (Math.abs(shift) > MAX_EXPONENT) {
            return Optional.empty();
        }
        int decimals = point < 0 ? 0 : mantissa.length() - point - 1;
        Rational magnitude = Rational.of(new BigDecimal(new BigInteger(digits), decimals - shift));
        return Optional.of(text.startsWith("-") ? magnitude.negated() : magnitude);
    }

    private static String withoutSign(String text) {
        return text.startsWith("-") || text.startsWith("+") ? text.substring(1) : text;
    }

    private static boolean isDigits(String text) {
        return !text.isEmpty() && text.chars().allMatch(c -> c >= '0' && c <= '9');
    }
}

package dauntingledger.rulebook.worksheet;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;

/** How the worksheet writes numbers. */
final class NumberText {

    private static final int SIGNIFICANT = 10;
    private static final double[] POWERS = {1, 1e1, 1e2, 1e3, 1e4, 1e5, 1e6, 1e7, 1e8, 1e9, 1e10, 1e11, 1e12, 1e13, 1e14
    };
    private static final MathContext GENERAL = new MathContext(SIGNIFICANT, RoundingMode.HALF_UP);
    private static final MathContext FIFTEEN = new MathContext(15, RoundingMode.HALF_UP);
    private static final int MOST_WHOLE_DIGITS = 11;
    private static final int MOST_ZEROS = 5;

    private NumberText() {}

    /** Returns the decimal number of at most fifteen digits that a double stands for; all rounding starts from it. */
    static BigDecimal decimal(double value) {
        return new BigDecimal(value, FIFTEEN);
    }

    /** Returns a number in at most ten significant digits: {@code 0.3333333333}, {@code 1.5E+20}. */
    static String general(double value) {
        if (value == 0) {
            return "0";
        }
        double magnitude = Math.abs(value);
        if (magnitude >= 1e-4 && magnitude < 1e9) {
            return (value < 0 ? "-" : "") + usual(magnitude);
        }
        BigDecimal rounded = decimal(value).round(GENERAL).stripTrailingZeros();
        int whole = rounded.precision() - rounded.scale();
        if (whole <= MOST_WHOLE_DIGITS && whole > -MOST_ZEROS) {
            return rounded.toPlainString();
        }
        int exponent = whole - 1;
        return rounded.scaleByPowerOfTen(-exponent).toPlainString()
                + (exponent < 0 ? "E-" : "E+")
                + (Math.abs(exponent) < 10 ? "0" : "")
                + Math.abs(exponent);
    }

    /** Writes a number of usual size without the cost of exact decimals; ten digits are far from what a double can tell. */
    private static String usual(double magnitude) {
        int decimals = SIGNIFICANT - 1;
        for (double next = 10; next <= magnitude; next *= 10) {
            decimals--;
        }
        for (double least = 1; least > magnitude; least /= 10) {
            decimals++;
        }
        double scale = POWERS[decimals];
        double scaled = Math.floor(magnitude * scale + 0.5);
        double whole = Math.floor(scaled / scale);
        String fraction = String.valueOf((long) (scaled - whole * scale));
        int end = fraction.length();
        while (end > 0 && fraction.charAt(end - 1) == '0') {
            end--;
        }
        return (long) whole
                + (end == 0 ? "" : "." + "0".repeat(decimals - fraction.length()) + fraction.substring(0, end));
    }

    static String fixed(double value, int decimals) {
        return decimal(value).setScale(decimals, RoundingMode.HALF_UP).toPlainString();
    }
}

package dauntingledger.rulebook.sheet;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;

/** How the worksheet writes numbers. */
final class NumberText {

    private static final MathContext GENERAL = new MathContext(10, RoundingMode.HALF_UP);
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

    static String fixed(double value, int decimals) {
        return decimal(value).setScale(decimals, RoundingMode.HALF_UP).toPlainString();
    }
}

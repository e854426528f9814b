package dauntingledger.rulebook.calculator;

import dauntingledger.rulebook.number.Rational;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;

/** How the calculator writes numbers: at most {@value #SHOWN} significant digits, in groups of three. */
public final class Digits {

    /** To how many significant digits a number is shown. */
    public static final int SHOWN = 12;

    private static final MathContext CONTEXT = new MathContext(SHOWN, RoundingMode.HALF_UP);
    private static final int MOST_WHOLE_DIGITS = 15;
    private static final int MOST_ZEROS = 9;
    private static final char GAP = '\u202f';

    private Digits() {}

    /**
     * Returns a number as an answer box takes it.
     *
     * <table>
     * <caption>Examples</caption>
     * <tr><td>1/3</td><td>{@code 0.333333333333}</td></tr>
     * <tr><td>2 × 10^20</td><td>{@code 2e20}</td></tr>
     * </table>
     */
    public static String plain(Rational value) {
        if (value.isZero()) {
            return "0";
        }
        BigDecimal rounded = Precision.decimal(value, CONTEXT).stripTrailingZeros();
        int whole = rounded.precision() - rounded.scale();
        if (whole <= MOST_WHOLE_DIGITS && whole > -MOST_ZEROS) {
            return rounded.toPlainString();
        }
        return rounded.scaleByPowerOfTen(1 - whole).toPlainString() + "e" + (whole - 1);
    }

    /** Returns a sum or a number with its digits in groups of three before the decimal sign, and a true minus. */
    public static String grouped(String typed) {
        StringBuilder grouped = new StringBuilder();
        int at = 0;
        while (at < typed.length()) {
            int end = at;
            while (end < typed.length() && isDigit(typed.charAt(end))) {
                end++;
            }
            boolean decimals = at > 0 && isPoint(typed.charAt(at - 1));
            for (int i = at; i < end; i++) {
                if (i > at && !decimals && (end - i) % 3 == 0) {
                    grouped.append(GAP);
                }
                grouped.append(typed.charAt(i));
            }
            if (end < typed.length()) {
                char sign = typed.charAt(end++);
                grouped.append(sign == '-' ? '\u2212' : sign);
            }
            at = end;
        }
        return grouped.toString();
    }

    private static boolean isDigit(char c) {
        return c >= '0' && c <= '9';
    }

    private static boolean isPoint(char c) {
        return c == '.' || c == ',';
    }
}

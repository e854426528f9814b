package dauntingledger.app.words;

import dauntingledger.rulebook.number.Rational;
import java.math.BigInteger;
import java.util.Map;

/** Marks as people write them: {@code 2}, {@code ½}, {@code 1¼}, {@code −3}, {@code 7/11}. Nothing is rounded. */
public final class Marks {

    private static final Map<String, String> VULGAR =
            Map.of("1/2", "½", "1/4", "¼", "3/4", "¾", "1/3", "⅓", "2/3", "⅔", "1/5", "⅕", "1/8", "⅛");

    private static final Rational HUNDRED = Rational.of(100);

    private Marks() {}

    public static String write(Rational marks) {
        String sign = marks.signum() < 0 ? "\u2212" : "";
        Rational size = marks.abs();
        BigInteger whole = size.numerator().divide(size.denominator());
        Rational rest = size.minus(new Rational(whole, BigInteger.ONE));
        if (rest.isZero()) {
            return sign + whole;
        }
        String vulgar = VULGAR.get(rest.toString());
        if (vulgar == null) {
            return sign + size;
        }
        return sign + (whole.signum() == 0 ? "" : whole.toString()) + vulgar;
    }

    /** Returns a share of one as whole percents. */
    public static String percent(Rational share) {
        return share.times(HUNDRED).rounded(0).toPlainString();
    }
}

package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.number.Rational;
import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;

/**
 * Rounding as QTI 3.0's expressions ask for it: halves away from zero.
 *
 * @param significant whether {@code figures} are significant figures, or decimals
 */
record RoundTo(boolean significant, int figures) {

    private static final int MOST_FIGURES = 30;

    static RoundTo of(Settings settings) {
        String mode = settings.text("rounding-mode", "significantFigures");
        boolean significant = switch (mode) {
            case "significantFigures", "significant-figures" -> true;
            case "decimalPlaces", "decimal-places" -> false;
            default ->
                throw new IllegalArgumentException(
                        "rounding-mode must be significantFigures or decimalPlaces, but is '" + mode + "'");
        };
        int figures = settings.whole("figures");
        if (figures < (significant ? 1 : 0) || figures > MOST_FIGURES) {
            throw new IllegalArgumentException("figures must be at most " + MOST_FIGURES + ", and 1 or more where they"
                    + " are significant, but are " + figures);
        }
        return new RoundTo(significant, figures);
    }

    boolean isSame(Rational one, Rational other) {
        return apply(one).equals(apply(other));
    }

    Rational apply(Rational number) {
        BigDecimal above = new BigDecimal(number.numerator());
        BigDecimal below = new BigDecimal(number.denominator());
        return Rational.of(
                significant
                        ? above.divide(below, new MathContext(figures, RoundingMode.HALF_UP))
                        : above.divide(below, figures, RoundingMode.HALF_UP));
    }
}

package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.number.Rational;
import java.util.List;

/**
 * How far the second of two numbers may lie from the first; QTI 3.0's {@code qti-equal}.
 *
 * @param relative whether the bounds are parts of the first number, or numbers themselves
 */
record Closeness(boolean relative, Rational below, Rational above, boolean includesLower, boolean includesUpper) {

    private static final Rational HUNDRED = Rational.of(100);

    static Closeness of(Settings settings) {
        String mode = settings.text("tolerance-mode", "exact");
        if (!List.of("exact", "absolute", "relative").contains(mode)) {
            throw new IllegalArgumentException(
                    "tolerance-mode must be exact, absolute or relative, but is '" + mode + "'");
        }
        String[] bounds = mode.equals("exact")
                ? new String[] {"0"}
                : settings.text("tolerance").strip().split("[\\s,]+");
        Rational below = Rational.parse(bounds[0]);
        Rational above = bounds.length > 1 ? Rational.parse(bounds[1]) : below;
        if (below.signum() < 0 || above.signum() < 0 || bounds.length > 2) {
            throw new IllegalArgumentException(
                    "a tolerance is one or two numbers of 0 or more, but is '" + settings.text("tolerance") + "'");
        }
        boolean relative = mode.equals("relative");
        return new Closeness(
                relative,
                relative ? below.dividedBy(HUNDRED) : below,
                relative ? above.dividedBy(HUNDRED) : above,
                settings.isTrue("include-lower-bound", true),
                settings.isTrue("include-upper-bound", true));
    }

    boolean admits(Rational first, Rational second) {
        Rational unit = relative ? first.abs() : Rational.ONE;
        int fromLower = second.compareTo(first.minus(below.times(unit)));
        int toUpper = second.compareTo(first.plus(above.times(unit)));
        return (fromLower > 0 || (fromLower == 0 && includesLower)) && (toUpper < 0 || (toUpper == 0 && includesUpper));
    }
}

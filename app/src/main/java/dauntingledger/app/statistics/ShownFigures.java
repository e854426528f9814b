package dauntingledger.app.statistics;

import dauntingledger.rulebook.number.Rational;
import java.math.BigDecimal;
import java.util.Optional;

/** Figures as the pages and files have them: rounded once, halves away from zero; a dash for what cannot be said. */
final class ShownFigures {

    static final String NONE = "–";

    private static final int SHARE_DECIMALS = 2;
    private static final int MARKS_DECIMALS = 1;
    private static final int FILE_DECIMALS = 4;
    private static final Rational HUNDRED = Rational.of(100);

    private ShownFigures() {}

    static String share(Optional<Rational> share) {
        return share.map(one -> one.rounded(SHARE_DECIMALS).toPlainString()).orElse(NONE);
    }

    static String correlation(Optional<BigDecimal> correlation) {
        return share(correlation.map(Rational::of));
    }

    static String marks(Rational marks) {
        return marks.rounded(MARKS_DECIMALS).toPlainString();
    }

    static String marks(Optional<Rational> marks) {
        return marks.map(ShownFigures::marks).orElse(NONE);
    }

    static String marks(BigDecimal marks) {
        return marks(Rational.of(marks));
    }

    static String percent(Rational share) {
        return share.times(HUNDRED).rounded(0).toPlainString();
    }

    /** Returns a figure as files have it: a number, or nothing for what cannot be said. */
    static Object file(Optional<Rational> figure) {
        return figure.<Object>map(one -> one.rounded(FILE_DECIMALS)).orElse("");
    }
}

package dauntingledger.app.statistics;

import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.number.Rational;
import java.util.ArrayList;
import java.util.List;

/** What is granted, by its kinds only, so that many are alike. */
final class Granted {

    static final String SEPARATOR = "+";

    private Granted() {}

    /** Returns the kinds of what is granted, joined by {@value #SEPARATOR}; empty for nothing. */
    static String group(Accommodations granted) {
        List<String> kinds = new ArrayList<>();
        if (!granted.factor().equals(Rational.ONE) || !granted.factors().isEmpty()) {
            kinds.add("time");
        }
        if (!granted.longerBreaks().isZero() || !granted.extraBreaks().isEmpty() || granted.stopsClocks()) {
            kinds.add("breaks");
        }
        if (!granted.aids().isEmpty()) {
            kinds.add("aids");
        }
        return String.join(SEPARATOR, kinds);
    }
}

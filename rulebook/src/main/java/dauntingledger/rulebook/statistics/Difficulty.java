package dauntingledger.rulebook.statistics;

import dauntingledger.rulebook.number.Rational;

/** How hard a question was, by its facility. */
public enum Difficulty {
    /** Below 1/4. */
    VERY_HARD,
    /** From 1/4 to below 1/2. */
    HARD,
    /** From 1/2 to below 4/5. */
    MIDDLING,
    /** From 4/5 to 19/20. */
    EASY,
    /** Above 19/20. */
    VERY_EASY;

    private static final Rational QUARTER = Rational.of(1, 4);
    private static final Rational HALF = Rational.of(1, 2);
    private static final Rational FOUR_FIFTHS = Rational.of(4, 5);
    private static final Rational ALL_BUT_A_TWENTIETH = Rational.of(19, 20);

    static Difficulty of(Rational facility) {
        if (facility.compareTo(ALL_BUT_A_TWENTIETH) > 0) {
            return VERY_EASY;
        }
        if (facility.compareTo(FOUR_FIFTHS) >= 0) {
            return EASY;
        }
        if (facility.compareTo(HALF) >= 0) {
            return MIDDLING;
        }
        return facility.compareTo(QUARTER) >= 0 ? HARD : VERY_HARD;
    }
}

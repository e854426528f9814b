package dauntingledger.rulebook.statistics;

import java.math.BigDecimal;

/** How well a question tells those who do well elsewhere from the others, by its discrimination. */
public enum Separation {
    /** Below 0. */
    AGAINST,
    /** From 0 to below {@value #LITTLE_FROM}. */
    NONE,
    /** From there to below {@value #CLEAR_FROM}. */
    LITTLE,
    CLEAR;

    private static final String LITTLE_FROM = "0.15";
    private static final String CLEAR_FROM = "0.3";

    static Separation of(BigDecimal discrimination) {
        if (discrimination.signum() < 0) {
            return AGAINST;
        }
        if (discrimination.compareTo(new BigDecimal(LITTLE_FROM)) < 0) {
            return NONE;
        }
        return discrimination.compareTo(new BigDecimal(CLEAR_FROM)) < 0 ? LITTLE : CLEAR;
    }
}

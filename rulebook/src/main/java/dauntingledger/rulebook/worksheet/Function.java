package dauntingledger.rulebook.worksheet;

/**
 * A function of the worksheet.
 *
 * @param least the fewest arguments it takes
 * @param most the most arguments it takes
 */
record Function(String name, int least, int most, Body body) {

    static final int ANY = 60;

    /** What a function does with its arguments; it throws {@link FormulaException} for an error. */
    interface Body {
        CellValue of(Arguments arguments);
    }

    /** A function of one number. */
    interface OfOne {
        double of(double x);
    }

    /** A function of many numbers. */
    interface OfMany {
        double of(double[] numbers);
    }
}

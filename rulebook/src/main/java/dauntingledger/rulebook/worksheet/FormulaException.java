package dauntingledger.rulebook.worksheet;

/** Carries an error out of the depth of a formula; it never leaves this package. */
final class FormulaException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    private final CellError error;

    FormulaException(CellError error) {
        super(error.word(), null, false, false);
        this.error = error;
    }

    CellError error() {
        return error;
    }
}

package dauntingledger.rulebook.worksheet;

/** Why a cell has no value, in the words that open spreadsheets use; the last is our own. */
public enum CellError {
    DIV0("#DIV/0!"),
    VALUE("#VALUE!"),
    REF("#REF!"),
    NAME("#NAME?"),
    NUM("#NUM!"),
    NA("#N/A"),
    /** A formula that cannot be read. */
    FORMULA("#ERROR!"),
    /** A formula that needs its own value. */
    CYCLE("#CYCLE!");

    private final String word;

    CellError(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }
}

package dauntingledger.rulebook.worksheet;

/** What a cell or a formula comes to. Numbers are IEEE 754 doubles, as in any spreadsheet. */
public sealed interface CellValue {

    record Number(double value) implements CellValue {}

    record Text(String value) implements CellValue {}

    record Truth(boolean value) implements CellValue {}

    record Blank() implements CellValue {}

    record Failure(CellError error) implements CellValue {}

    CellValue BLANK = new Blank();

    /** Returns a number, or the error that a result outside all numbers is. */
    static CellValue of(double value) {
        return Double.isNaN(value) || Double.isInfinite(value)
                ? new Failure(CellError.NUM)
                : new Number(value == 0 ? 0.0 : value);
    }

    static CellValue of(boolean value) {
        return new Truth(value);
    }

    static CellValue of(String value) {
        return new Text(value);
    }
}

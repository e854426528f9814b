package dauntingledger.rulebook.worksheet;

import java.util.Optional;

/** A cell as a formula names it: with {@code $} before what stays when the formula is copied. */
record Reference(CellRef cell, boolean columnFixed, boolean rowFixed) {

    static Optional<Reference> find(String name) {
        boolean columnFixed = name.startsWith("$");
        String rest = columnFixed ? name.substring(1) : name;
        boolean rowFixed = rest.length() > 1 && rest.charAt(1) == '$';
        String plain = rowFixed ? rest.charAt(0) + rest.substring(2) : rest;
        return CellRef.find(plain).map(cell -> new Reference(cell, columnFixed, rowFixed));
    }

    /** Returns the name after a copy so many columns to the right and rows down, or the error word off the sheet. */
    String moved(int columns, int rows) {
        int column = cell.column() + (columnFixed ? 0 : columns);
        int row = cell.row() + (rowFixed ? 0 : rows);
        return CellRef.isOnSheet(column, row)
                ? (columnFixed ? "$" : "") + (char) ('A' + column) + (rowFixed ? "$" : "") + (row + 1)
                : CellError.REF.word();
    }
}

package dauntingledger.rulebook.worksheet;

import java.util.Optional;

/**
 * A cell of the worksheet, by column and row from 0; {@code A1} is column 0, row 0.
 *
 * @param column 0 to {@value #COLUMNS} - 1
 * @param row 0 to {@value #ROWS} - 1
 */
public record CellRef(int column, int row) implements Comparable<CellRef> {

    public static final int COLUMNS = 26;
    public static final int ROWS = 200;

    public CellRef {
        if (!isOnSheet(column, row)) {
            throw new IllegalArgumentException("there is no cell in column " + column + ", row " + row);
        }
    }

    public static boolean isOnSheet(int column, int row) {
        return column >= 0 && column < COLUMNS && row >= 0 && row < ROWS;
    }

    /** Returns the cell that {@code name} names, such as {@code B12}, or empty if it names none. */
    public static Optional<CellRef> find(String name) {
        if (name.length() < 2 || name.length() > 4) {
            return Optional.empty();
        }
        int column = Character.toUpperCase(name.charAt(0)) - 'A';
        int row = 0;
        for (int i = 1; i < name.length(); i++) {
            char digit = name.charAt(i);
            if (digit < '0' || digit > '9') {
                return Optional.empty();
            }
            row = row * 10 + digit - '0';
        }
        return isOnSheet(column, row - 1) && name.charAt(1) != '0'
                ? Optional.of(new CellRef(column, row - 1))
                : Optional.empty();
    }

    /** @throws IllegalArgumentException if {@code name} names no cell */
    public static CellRef of(String name) {
        return find(name)
                .orElseThrow(() -> new IllegalArgumentException("'" + name + "' is not a cell of the worksheet"));
    }

    public String name() {
        return (char) ('A' + column) + String.valueOf(row + 1);
    }

    int index() {
        return row * COLUMNS + column;
    }

    static CellRef at(int index) {
        return new CellRef(index % COLUMNS, index / COLUMNS);
    }

    @Override
    public int compareTo(CellRef other) {
        return Integer.compare(index(), other.index());
    }

    @Override
    public String toString() {
        return name();
    }
}

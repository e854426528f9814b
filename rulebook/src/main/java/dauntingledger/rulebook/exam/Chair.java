package dauntingledger.rulebook.exam;

import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A chair in the plan of a room: {@code B3} is the third from the left in the second row from the front.
 *
 * @param row from 1, the front, to {@value #MOST_ROWS}
 * @param column from 1, the left as seen from behind, to {@value #MOST_COLUMNS}
 */
public record Chair(int row, int column) implements Comparable<Chair> {

    public static final int MOST_ROWS = 26;
    public static final int MOST_COLUMNS = 40;

    private static final Comparator<Chair> ROW_BY_ROW =
            Comparator.comparingInt(Chair::row).thenComparingInt(Chair::column);
    private static final Pattern LABEL = Pattern.compile("([A-Z])([1-9][0-9]?)");

    /** @throws IllegalArgumentException if it lies in no plan */
    public Chair {
        if (row < 1 || row > MOST_ROWS || column < 1 || column > MOST_COLUMNS) {
            throw new IllegalArgumentException("a chair lies in rows 1 to " + MOST_ROWS + " and columns 1 to "
                    + MOST_COLUMNS + ", but was in " + row + ", " + column);
        }
    }

    /** Returns the chair of a label, in whatever case and with spaces around it; empty if it is none. */
    public static Optional<Chair> of(String label) {
        Matcher found = LABEL.matcher(label.strip().toUpperCase(Locale.ROOT));
        if (!found.matches() || Integer.parseInt(found.group(2)) > MOST_COLUMNS) {
            return Optional.empty();
        }
        return Optional.of(new Chair(found.group(1).charAt(0) - 'A' + 1, Integer.parseInt(found.group(2))));
    }

    public String label() {
        return (char) ('A' + row - 1) + String.valueOf(column);
    }

    /** Returns the square of the distance to another chair, a chair's width being 1. */
    public int squareDistance(Chair other) {
        int rows = row - other.row;
        int columns = column - other.column;
        return rows * rows + columns * columns;
    }

    /** Returns whether somebody there can see what is on this desk: beside, before, behind, across a corner. */
    public boolean isNextTo(Chair other) {
        return !equals(other) && Math.abs(row - other.row) <= 1 && Math.abs(column - other.column) <= 1;
    }

    @Override
    public int compareTo(Chair other) {
        return ROW_BY_ROW.compare(this, other);
    }

    @Override
    public String toString() {
        return label();
    }
}

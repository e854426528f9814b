package dauntingledger.rulebook.exam;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * The plan of a room: a grid of chairs, some of which are not there.
 *
 * @param missing places of the grid without a chair
 * @param sockets chairs with a power socket
 * @param desks chairs with a desk whose height can be changed
 */
public record RoomPlan(int rows, int columns, Set<Chair> missing, Set<Chair> sockets, Set<Chair> desks) {

    /** @throws IllegalArgumentException if it has no chair, is too large, or says something of a place that it has not */
    public RoomPlan {
        if (rows < 1 || rows > Chair.MOST_ROWS || columns < 1 || columns > Chair.MOST_COLUMNS) {
            throw new IllegalArgumentException("a room has 1 to " + Chair.MOST_ROWS + " rows and 1 to "
                    + Chair.MOST_COLUMNS + " columns, but had " + rows + " and " + columns);
        }
        missing = sorted(missing);
        sockets = sorted(sockets);
        desks = sorted(desks);
        for (Set<Chair> chairs : List.of(missing, sockets, desks)) {
            for (Chair chair : chairs) {
                if (chair.row() > rows || chair.column() > columns) {
                    throw new IllegalArgumentException(
                            "a room of " + rows + " rows and " + columns + " columns has no place " + chair);
                }
            }
        }
        if (missing.size() == rows * columns) {
            throw new IllegalArgumentException("a room must have a chair");
        }
    }

    private static Set<Chair> sorted(Set<Chair> chairs) {
        return Collections.unmodifiableSet(new TreeSet<>(requireNonNull(chairs, "chairs")));
    }

    /** Returns a full grid without sockets. */
    public static RoomPlan of(int rows, int columns) {
        return new RoomPlan(rows, columns, Set.of(), Set.of(), Set.of());
    }

    public boolean has(Chair chair) {
        return chair.row() <= rows && chair.column() <= columns && !missing.contains(chair);
    }

    /** Returns the chairs row by row from the front. */
    public List<Chair> chairs() {
        List<Chair> chairs = new ArrayList<>();
        for (int row = 1; row <= rows; row++) {
            for (int column = 1; column <= columns; column++) {
                Chair chair = new Chair(row, column);
                if (!missing.contains(chair)) {
                    chairs.add(chair);
                }
            }
        }
        return chairs;
    }
}

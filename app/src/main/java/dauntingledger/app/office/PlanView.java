package dauntingledger.app.office;

import dauntingledger.rulebook.exam.Chair;
import dauntingledger.rulebook.exam.RoomPlan;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * The plan of a room as it is drawn: a cell for each place of its grid, in units of the drawing.
 *
 * @param small whether cells are too narrow for names
 */
record PlanView(int width, int height, boolean small, List<Cell> cells, String missing, String sockets, String desks) {

    static final int CELL_WIDTH = 120;
    static final int CELL_HEIGHT = 64;
    private static final int MOST_WITH_NAMES = 12;

    /**
     * A place of the grid.
     *
     * @param sitting the number of the sitting of who sits there; empty if nobody does
     */
    record Cell(
            String label,
            int x,
            int y,
            boolean there,
            boolean socket,
            boolean desk,
            String sitting,
            String name,
            String number) {}

    /** Somebody who sits in a room. */
    record Occupant(String sitting, String name, String number) {
        static final Occupant NOBODY = new Occupant("", "", "");
    }

    static PlanView of(RoomPlan plan, Map<String, Occupant> occupants) {
        List<Cell> cells = new ArrayList<>();
        for (int row = 1; row <= plan.rows(); row++) {
            for (int column = 1; column <= plan.columns(); column++) {
                Chair chair = new Chair(row, column);
                Occupant sits = occupants.getOrDefault(chair.label(), Occupant.NOBODY);
                cells.add(new Cell(
                        chair.label(),
                        (column - 1) * CELL_WIDTH,
                        (row - 1) * CELL_HEIGHT,
                        plan.has(chair),
                        plan.sockets().contains(chair),
                        plan.desks().contains(chair),
                        sits.sitting(),
                        sits.name(),
                        sits.number()));
            }
        }
        return new PlanView(
                plan.columns() * CELL_WIDTH,
                plan.rows() * CELL_HEIGHT,
                plan.columns() > MOST_WITH_NAMES,
                cells,
                text(plan.missing()),
                text(plan.sockets()),
                text(plan.desks()));
    }

    private static String text(Iterable<Chair> chairs) {
        List<String> labels = new ArrayList<>();
        chairs.forEach(chair -> labels.add(chair.label()));
        return labels.stream().collect(Collectors.joining(" "));
    }
}

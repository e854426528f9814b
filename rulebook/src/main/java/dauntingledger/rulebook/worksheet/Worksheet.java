package dauntingledger.rulebook.worksheet;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** A worksheet that keeps its values up to date: what is typed in a cell changes the cells that depend on it, and no others. */
public final class Worksheet {

    /*
     * Each cell knows which cells name it directly. A range is not spread out into its cells; it stands in a list of
     * watchers, which is short. A change collects what depends on it, however far, then works through that in an order in
     * which every cell comes after those it looks at. What has no such order needs its own value and is a cycle.
     */

    private static final int CELLS = CellRef.COLUMNS * CellRef.ROWS;
    private static final int[] NOTHING = {};

    private final String[] typed = new String[CELLS];
    private final CellValue[] values = new CellValue[CELLS];
    private final @Nullable Formula[] formulas = new Formula[CELLS];
    private final Map<Integer, BitSet> dependents = new HashMap<>();
    private final Map<Integer, List<Area>> watched = new HashMap<>();
    private final Evaluator evaluator = new Evaluator(this::value);

    public Worksheet() {
        Arrays.fill(typed, "");
        Arrays.fill(values, CellValue.BLANK);
    }

    /** Returns a worksheet in which all of {@code cells} is typed. */
    public static Worksheet of(Map<CellRef, String> cells) {
        Worksheet sheet = new Worksheet();
        sheet.write(cells);
        return sheet;
    }

    public String typed(CellRef cell) {
        return typed[cell.index()];
    }

    public CellValue value(CellRef cell) {
        return values[cell.index()];
    }

    /**
     * Types into cells, an empty text to clear one, and works out what changes.
     *
     * @return the cells that were worked out, those typed into among them, in the order of the sheet
     */
    public List<CellRef> write(Map<CellRef, String> cells) {
        BitSet changed = new BitSet(CELLS);
        cells.forEach((cell, text) -> {
            set(cell.index(), text);
            changed.set(cell.index());
        });
        @Nullable int[][] next = spread(changed);
        recalculate(changed, next);
        return changed.stream().mapToObj(CellRef::at).toList();
    }

    private void set(int cell, String text) {
        forget(cell);
        typed[cell] = text;
        formulas[cell] = null;
        if (!isFormula(text)) {
            values[cell] = Typed.read(text);
            return;
        }
        try {
            Formula formula = Formula.read(text.substring(1));
            formulas[cell] = formula;
            formula.cells()
                    .forEach(seen -> dependents
                            .computeIfAbsent(seen.index(), key -> new BitSet())
                            .set(cell));
            if (!formula.areas().isEmpty()) {
                watched.put(cell, formula.areas());
            }
        } catch (FormulaException e) {
            values[cell] = new CellValue.Failure(e.error());
        }
    }

    private static boolean isFormula(String text) {
        return text.length() > 1 && text.startsWith("=");
    }

    private void forget(int cell) {
        Formula before = formulas[cell];
        if (before != null) {
            before.cells().forEach(seen -> {
                BitSet of = dependents.get(seen.index());
                if (of != null) {
                    of.clear(cell);
                }
            });
            watched.remove(cell);
        }
    }

    /** Adds everything that depends on the changed cells, however far; returns for each of all these what depends on it. */
    private @Nullable int[][] spread(BitSet changed) {
        @Nullable int[][] next = new int[CELLS][];
        ArrayDeque<Integer> open = new ArrayDeque<>();
        changed.stream().forEach(open::add);
        while (!open.isEmpty()) {
            int cell = open.remove();
            int[] dependent = dependentsOf(cell);
            next[cell] = dependent;
            for (int one : dependent) {
                if (!changed.get(one)) {
                    changed.set(one);
                    open.add(one);
                }
            }
        }
        return next;
    }

    private int[] dependentsOf(int cell) {
        BitSet direct = dependents.get(cell);
        if (watched.isEmpty()) {
            return direct == null ? NOTHING : direct.stream().toArray();
        }
        BitSet all = direct == null ? new BitSet() : (BitSet) direct.clone();
        CellRef ref = CellRef.at(cell);
        watched.forEach((watcher, areas) -> {
            if (areas.stream().anyMatch(area -> area.contains(ref))) {
                all.set(watcher);
            }
        });
        return all.stream().toArray();
    }

    private void recalculate(BitSet changed, @Nullable int[][] next) {
        BitSet stuck = workOut(changed, next);
        if (!stuck.isEmpty()) {
            BitSet cycles = inCycles(stuck, next);
            cycles.stream().forEach(cell -> values[cell] = new CellValue.Failure(CellError.CYCLE));
            stuck.andNot(cycles);
            workOut(stuck, next);
        }
    }

    /**
     * Works cells out, each after the cells that its formula refers to (a topological order).
     *
     * @return the cells that have no such order, because they refer to each other in a circle
     */
    private BitSet workOut(BitSet cells, @Nullable int[][] next) {
        int[] waitsFor = new int[CELLS];
        cells.stream().forEach(cell -> {
            for (int one : behind(cell, next)) {
                waitsFor[one]++;
            }
        });
        ArrayDeque<Integer> ready = new ArrayDeque<>();
        cells.stream().filter(cell -> waitsFor[cell] == 0).forEach(ready::add);
        BitSet left = (BitSet) cells.clone();
        while (!ready.isEmpty()) {
            int cell = ready.remove();
            left.clear(cell);
            Formula formula = formulas[cell];
            if (formula != null) {
                values[cell] = evaluator.result(formula);
            }
            for (int one : behind(cell, next)) {
                if (--waitsFor[one] == 0 && left.get(one)) {
                    ready.add(one);
                }
            }
        }
        return left;
    }

    private static int[] behind(int cell, @Nullable int[][] next) {
        int[] known = next[cell];
        return known == null ? NOTHING : known;
    }

    /** Returns those cells that need their own value; the others among {@code stuck} only lie behind them. */
    private static BitSet inCycles(BitSet stuck, @Nullable int[][] next) {
        BitSet possible = (BitSet) stuck.clone();
        int before;
        do {
            before = possible.cardinality();
            stuck.stream()
                    .filter(cell -> IntStream.of(behind(cell, next)).noneMatch(possible::get))
                    .forEach(possible::clear);
        } while (possible.cardinality() < before);
        BitSet cycles = new BitSet(CELLS);
        possible.stream().filter(cell -> reachesItself(cell, possible, next)).forEach(cycles::set);
        return cycles;
    }

    private static boolean reachesItself(int start, BitSet within, @Nullable int[][] next) {
        BitSet seen = new BitSet(CELLS);
        ArrayDeque<Integer> open = new ArrayDeque<>(List.of(start));
        while (!open.isEmpty()) {
            for (int one : behind(open.remove(), next)) {
                if (one == start) {
                    return true;
                }
                if (within.get(one) && !seen.get(one)) {
                    seen.set(one);
                    open.add(one);
                }
            }
        }
        return false;
    }

    /**
     * Returns what is to be typed so that a block is copied: its formulas are moved along, its size is kept.
     *
     * @param to the upper left cell of the copy; what would lie off the sheet is left out
     */
    public Map<CellRef, String> copied(Area from, CellRef to) {
        Map<CellRef, String> copy = new HashMap<>();
        int columns = to.column() - from.first().column();
        int rows = to.row() - from.first().row();
        for (CellRef cell : from.cells()) {
            target(cell, columns, rows)
                    .ifPresent(target -> copy.put(target, Formula.moved(typed(cell), columns, rows)));
        }
        return copy;
    }

    /** Returns what is to be typed so that a block is moved: as it is typed, and nothing where it was. */
    public Map<CellRef, String> moved(Area from, CellRef to) {
        Map<CellRef, String> move = new HashMap<>();
        from.cells().forEach(cell -> move.put(cell, ""));
        int columns = to.column() - from.first().column();
        int rows = to.row() - from.first().row();
        for (CellRef cell : from.cells()) {
            target(cell, columns, rows).ifPresent(target -> move.put(target, typed(cell)));
        }
        return move;
    }

    private static Optional<CellRef> target(CellRef cell, int columns, int rows) {
        return CellRef.isOnSheet(cell.column() + columns, cell.row() + rows)
                ? Optional.of(new CellRef(cell.column() + columns, cell.row() + rows))
                : Optional.empty();
    }

    /** Returns what is to be typed so that the first row of an area fills the rows below it. */
    public Map<CellRef, String> filledDown(Area area) {
        Map<CellRef, String> filled = new HashMap<>();
        for (int row = 1; row < area.rows(); row++) {
            for (int column = 0; column < area.columns(); column++) {
                filled.put(area.cell(column, row), Formula.moved(typed(area.cell(column, 0)), 0, row));
            }
        }
        return filled;
    }

    /** Returns what is to be typed so that the first column of an area fills the columns to its right. */
    public Map<CellRef, String> filledRight(Area area) {
        Map<CellRef, String> filled = new HashMap<>();
        for (int row = 0; row < area.rows(); row++) {
            for (int column = 1; column < area.columns(); column++) {
                filled.put(area.cell(column, row), Formula.moved(typed(area.cell(0, row)), column, 0));
            }
        }
        return filled;
    }
}

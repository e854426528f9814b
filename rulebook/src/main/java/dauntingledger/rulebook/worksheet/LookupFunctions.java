package dauntingledger.rulebook.worksheet;

import java.util.List;
import java.util.Map;

/** SheetFunctions that look something up, and those that count or add what meets a condition. */
final class LookupFunctions {

    private LookupFunctions() {}

    static void addTo(Map<String, Function> all) {
        SheetFunctions.add(all, "VLOOKUP", 3, 4, a -> {
            Area area = a.area(1);
            int column = column(a.whole(2), area.columns());
            Area keys = new Area(area.first(), area.cell(0, area.rows() - 1));
            return a.at(area.cell(column, found(a, keys, a.truth(3, true) ? 1 : 0)));
        });
        SheetFunctions.add(all, "HLOOKUP", 3, 4, a -> {
            Area area = a.area(1);
            int row = column(a.whole(2), area.rows());
            Area keys = new Area(area.first(), area.cell(area.columns() - 1, 0));
            return a.at(area.cell(found(a, keys, a.truth(3, true) ? 1 : 0), row));
        });
        SheetFunctions.add(all, "MATCH", 2, 3, a -> CellValue.of(1 + found(a, a.area(1), (int) a.number(2, 1))));
        SheetFunctions.add(all, "INDEX", 2, 3, LookupFunctions::index);
        SheetFunctions.add(all, "CHOOSE", 2, Function.ANY, a -> {
            int choice = a.whole(0);
            if (choice < 1 || choice >= a.count()) {
                throw SheetFunctions.error(CellError.VALUE);
            }
            return a.value(choice);
        });
        SheetFunctions.add(all, "COUNTIF", 2, 2, a -> CellValue.of(matching(a, 0, 0).length));
        SheetFunctions.add(
                all, "SUMIF", 2, 3, a -> CellValue.of(StatisticFunctions.sum(matching(a, 0, a.has(2) ? 2 : 0, true))));
        SheetFunctions.add(all, "AVERAGEIF", 2, 3, a -> {
            double[] numbers = matching(a, 0, a.has(2) ? 2 : 0, true);
            if (numbers.length == 0) {
                throw SheetFunctions.error(CellError.DIV0);
            }
            return CellValue.of(StatisticFunctions.sum(numbers) / numbers.length);
        });
    }

    private static int column(int number, int most) {
        if (number < 1) {
            throw SheetFunctions.error(CellError.VALUE);
        }
        if (number > most) {
            throw SheetFunctions.error(CellError.REF);
        }
        return number - 1;
    }

    /** Returns where the first argument stands: exactly (0), or the last that is not above (1) or below it (-1). */
    private static int found(Arguments a, Area keys, int how) {
        CellValue wanted = a.value(0);
        List<CellValue> values = a.values(keys);
        int best = -1;
        for (int i = 0; i < values.size(); i++) {
            if (!isLike(values.get(i), wanted)) {
                continue;
            }
            int order = Values.compare(values.get(i), wanted);
            if (how == 0 && order == 0) {
                return i;
            }
            if (how != 0 && order * how > 0) {
                break;
            }
            best = how == 0 ? best : i;
        }
        if (best < 0) {
            throw SheetFunctions.error(CellError.NA);
        }
        return best;
    }

    private static boolean isLike(CellValue value, CellValue wanted) {
        return value.getClass() == (wanted instanceof CellValue.Blank ? CellValue.Number.class : wanted.getClass());
    }

    private static CellValue index(Arguments a) {
        Area area = a.area(0);
        boolean inRow = area.rows() == 1 && !a.has(2);
        int row = inRow ? 1 : a.whole(1);
        int column = inRow ? a.whole(1) : (int) a.number(2, 1);
        if (row < 1 || column < 1) {
            throw SheetFunctions.error(CellError.VALUE);
        }
        if (row > area.rows() || column > area.columns()) {
            throw SheetFunctions.error(CellError.REF);
        }
        return a.at(area.cell(column - 1, row - 1));
    }

    private static double[] matching(Arguments a, int tested, int taken) {
        return matching(a, tested, taken, false);
    }

    /** Returns the numbers beside the cells that meet the condition in the second argument, or a 0 for each such cell. */
    private static double[] matching(Arguments a, int tested, int taken, boolean numbersOnly) {
        Condition condition = Condition.of(a.value(1));
        Area area = a.area(tested);
        Area from = a.area(taken);
        return area.cells().stream()
                .filter(cell -> condition.isMetBy(a.at(cell)))
                .map(cell -> beside(cell, area, from, a))
                .filter(value -> !numbersOnly || value instanceof CellValue.Number)
                .mapToDouble(value -> value instanceof CellValue.Number number ? number.value() : 0)
                .toArray();
    }

    private static CellValue beside(CellRef cell, Area area, Area from, Arguments a) {
        int column = from.first().column() + cell.column() - area.first().column();
        int row = from.first().row() + cell.row() - area.first().row();
        return CellRef.isOnSheet(column, row) ? a.at(new CellRef(column, row)) : CellValue.BLANK;
    }
}

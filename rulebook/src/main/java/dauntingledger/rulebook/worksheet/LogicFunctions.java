package dauntingledger.rulebook.worksheet;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** SheetFunctions that decide. */
final class LogicFunctions {

    private LogicFunctions() {}

    static void addTo(Map<String, Function> all) {
        SheetFunctions.add(all, "IF", 2, 3, LogicFunctions::choose);
        SheetFunctions.add(all, "IFERROR", 2, 2, a -> {
            CellValue value = a.valueOrError(0);
            return value instanceof CellValue.Failure ? a.value(1) : value;
        });
        SheetFunctions.add(
                all, "AND", 1, Function.ANY, a -> CellValue.of(!truths(a).contains(false)));
        SheetFunctions.add(
                all, "OR", 1, Function.ANY, a -> CellValue.of(truths(a).contains(true)));
        SheetFunctions.add(all, "NOT", 1, 1, a -> CellValue.of(!a.truth(0, false)));
        SheetFunctions.add(all, "TRUE", 0, 0, a -> CellValue.of(true));
        SheetFunctions.add(all, "FALSE", 0, 0, a -> CellValue.of(false));
        SheetFunctions.add(all, "ISBLANK", 1, 1, a -> CellValue.of(a.valueOrError(0) instanceof CellValue.Blank));
        SheetFunctions.add(all, "ISNUMBER", 1, 1, a -> CellValue.of(a.valueOrError(0) instanceof CellValue.Number));
        SheetFunctions.add(all, "ISTEXT", 1, 1, a -> CellValue.of(a.valueOrError(0) instanceof CellValue.Text));
        SheetFunctions.add(all, "ISERROR", 1, 1, a -> CellValue.of(a.valueOrError(0) instanceof CellValue.Failure));
        SheetFunctions.add(all, "NA", 0, 0, a -> new CellValue.Failure(CellError.NA));
    }

    private static CellValue choose(Arguments a) {
        return Values.truth(a.value(0)) ? a.value(1) : a.has(2) ? a.value(2) : CellValue.of(false);
    }

    /** Returns the truths of all arguments; texts and blanks in cells have none. */
    private static List<Boolean> truths(Arguments a) {
        List<Boolean> truths =
                a.each(LogicFunctions::truth).stream().filter(Objects::nonNull).toList();
        if (truths.isEmpty()) {
            throw new FormulaException(CellError.VALUE);
        }
        return truths;
    }

    private static @Nullable Boolean truth(CellValue value) {
        return value instanceof CellValue.Text || value instanceof CellValue.Blank ? null : Values.truth(value);
    }
}

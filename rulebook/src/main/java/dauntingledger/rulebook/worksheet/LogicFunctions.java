package dauntingledger.rulebook.worksheet;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Functions that decide. */
final class LogicFunctions {

    private LogicFunctions() {}

    static void addTo(Map<String, Function> all) {
        Functions.add(all, "IF", 2, 3, LogicFunctions::choose);
        Functions.add(all, "IFERROR", 2, 2, a -> {
            CellValue value = a.valueOrError(0);
            return value instanceof CellValue.Failure ? a.value(1) : value;
        });
        Functions.add(all, "AND", 1, Function.ANY, a -> CellValue.of(!truths(a).contains(false)));
        Functions.add(all, "OR", 1, Function.ANY, a -> CellValue.of(truths(a).contains(true)));
        Functions.add(all, "NOT", 1, 1, a -> CellValue.of(!a.truth(0, false)));
        Functions.add(all, "TRUE", 0, 0, a -> CellValue.of(true));
        Functions.add(all, "FALSE", 0, 0, a -> CellValue.of(false));
        Functions.add(all, "ISBLANK", 1, 1, a -> CellValue.of(a.valueOrError(0) instanceof CellValue.Blank));
        Functions.add(all, "ISNUMBER", 1, 1, a -> CellValue.of(a.valueOrError(0) instanceof CellValue.Number));
        Functions.add(all, "ISTEXT", 1, 1, a -> CellValue.of(a.valueOrError(0) instanceof CellValue.Text));
        Functions.add(all, "ISERROR", 1, 1, a -> CellValue.of(a.valueOrError(0) instanceof CellValue.Failure));
        Functions.add(all, "NA", 0, 0, a -> new CellValue.Failure(CellError.NA));
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

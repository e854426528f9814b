package dauntingledger.rulebook.worksheet;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;

/** All functions of the worksheet, by name. */
public final class SheetFunctions {

    private static final Map<String, Function> ALL = all();

    private SheetFunctions() {}

    private static Map<String, Function> all() {
        Map<String, Function> all = new HashMap<>();
        LogicFunctions.addTo(all);
        NumberFunctions.addTo(all);
        StatisticFunctions.addTo(all);
        TextFunctions.addTo(all);
        DateFunctions.addTo(all);
        LookupFunctions.addTo(all);
        MoneyFunctions.addTo(all);
        return all;
    }

    static Optional<Function> find(String name) {
        return Optional.ofNullable(ALL.get(name));
    }

    public static SortedSet<String> names() {
        return new TreeSet<>(ALL.keySet());
    }

    static void add(Map<String, Function> to, String name, int least, int most, Function.Body body) {
        to.put(name, new Function(name, least, most, body));
    }

    static void addOfOne(Map<String, Function> to, String name, Function.OfOne body) {
        add(to, name, 1, 1, arguments -> CellValue.of(body.of(arguments.number(0))));
    }

    static void addOfMany(Map<String, Function> to, String name, Function.OfMany body) {
        add(to, name, 1, Function.ANY, arguments -> CellValue.of(body.of(arguments.numbers())));
    }

    static FormulaException error(CellError error) {
        return new FormulaException(error);
    }
}

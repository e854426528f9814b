package dauntingledger.rulebook.worksheet;

import java.time.LocalDate;
import java.util.Map;

/** SheetFunctions of dates. */
final class DateFunctions {

    private DateFunctions() {}

    static void addTo(Map<String, Function> all) {
        SheetFunctions.add(all, "DATE", 3, 3, a -> CellValue.of(day(Dates.serial(a.whole(0), a.whole(1), a.whole(2)))));
        SheetFunctions.add(all, "YEAR", 1, 1, a -> CellValue.of(date(a).getYear()));
        SheetFunctions.add(all, "MONTH", 1, 1, a -> CellValue.of(date(a).getMonthValue()));
        SheetFunctions.add(all, "DAY", 1, 1, a -> CellValue.of(date(a).getDayOfMonth()));
        SheetFunctions.add(all, "DAYS", 2, 2, a -> CellValue.of(day(a.number(0)) - day(a.number(1))));
        SheetFunctions.add(all, "WEEKDAY", 1, 2, DateFunctions::weekday);
    }

    private static double day(double serial) {
        if (!Dates.isDay(serial)) {
            throw SheetFunctions.error(CellError.NUM);
        }
        return Math.floor(serial);
    }

    private static LocalDate date(Arguments a) {
        return Dates.date((long) day(a.number(0)));
    }

    /** The day of the week: from Sunday, 1 to 7; with a second argument of 2 from Monday, of 3 from Monday and from 0. */
    private static CellValue weekday(Arguments a) {
        long fromSunday = Math.floorMod((long) day(a.number(0)) + 6, 7L);
        return switch ((int) a.number(1, 1)) {
            case 1 -> CellValue.of(fromSunday + 1);
            case 2 -> CellValue.of((fromSunday + 6) % 7 + 1);
            case 3 -> CellValue.of((fromSunday + 6) % 7);
            default -> throw SheetFunctions.error(CellError.NUM);
        };
    }
}

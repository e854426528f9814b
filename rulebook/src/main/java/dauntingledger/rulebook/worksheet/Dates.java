package dauntingledger.rulebook.worksheet;

import java.time.LocalDate;
import java.util.OptionalDouble;

/**
 * Dates as the worksheet counts them: days since 1899-12-30, as the open formula standard recommends, in the Gregorian
 * calendar.
 */
final class Dates {

    private static final long EPOCH = LocalDate.of(1899, 12, 30).toEpochDay();
    private static final long LAST = LocalDate.of(9999, 12, 31).toEpochDay() - EPOCH;

    /** Years, months and days further away than this are no date whatever they are added to. */
    private static final int FARTHEST = 4_000_000;

    private Dates() {}

    static boolean isDay(double serial) {
        return serial >= 0 && serial < LAST + 1;
    }

    /** Returns the count of a date; months and days beyond their range run over into the next or the last. */
    static long serial(int year, int month, int day) {
        if (Math.abs(year) > 9_999 || Math.abs(month) > FARTHEST || Math.abs(day) > FARTHEST) {
            throw SheetFunctions.error(CellError.NUM);
        }
        return LocalDate.of(year, 1, 1)
                        .plusMonths(month - 1L)
                        .plusDays(day - 1L)
                        .toEpochDay()
                - EPOCH;
    }

    /** Reads a date such as {@code 2026-11-25}. */
    static OptionalDouble read(String text) {
        if (text.length() != 10 || text.charAt(4) != '-' || text.charAt(7) != '-') {
            return OptionalDouble.empty();
        }
        for (int i : new int[] {0, 1, 2, 3, 5, 6, 8, 9}) {
            if (text.charAt(i) < '0' || text.charAt(i) > '9') {
                return OptionalDouble.empty();
            }
        }
        long serial = serial(
                Integer.parseInt(text.substring(0, 4)),
                Integer.parseInt(text.substring(5, 7)),
                Integer.parseInt(text.substring(8)));
        return isDay(serial) && text(serial).equals(text) ? OptionalDouble.of(serial) : OptionalDouble.empty();
    }

    static LocalDate date(long serial) {
        return LocalDate.ofEpochDay(serial + EPOCH);
    }

    static String text(long serial) {
        return date(serial).toString();
    }
}

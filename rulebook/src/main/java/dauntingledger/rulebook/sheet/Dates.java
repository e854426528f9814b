package dauntingledger.rulebook.sheet;

import java.util.OptionalDouble;

/**
 * Dates as the worksheet counts them: days since 1899-12-30, as the open formula standard recommends, in the Gregorian
 * calendar.
 */
final class Dates {

    private static final long EPOCH = daysFromCivil(1899, 12, 30);
    private static final long LAST = daysFromCivil(9999, 12, 31) - EPOCH;

    private Dates() {}

    static boolean isDay(double serial) {
        return serial >= 0 && serial < LAST + 1;
    }

    /** Returns the count of a date; months and days beyond their range run over into the next or the last. */
    static long serial(long year, long month, long day) {
        long months = year * 12 + month - 1;
        return daysFromCivil(Math.floorDiv(months, 12), Math.floorMod(months, 12L) + 1, 1) + day - 1 - EPOCH;
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

    static String text(long serial) {
        long[] civil = civil(serial);
        return padded(civil[0], 4) + "-" + padded(civil[1], 2) + "-" + padded(civil[2], 2);
    }

    private static String padded(long number, int width) {
        return "0".repeat(width - String.valueOf(number).length()) + number;
    }

    /** Returns year, month and day. */
    static long[] civil(long serial) {
        /*
         * Years are taken to begin in March, so that the leap day is the last of its year; 400 of them are an era of
         * 146,097 days.
         */
        long day = serial + EPOCH + 719_468;
        long era = Math.floorDiv(day, 146_097);
        long ofEra = day - era * 146_097;
        long yearOfEra = (ofEra - ofEra / 1460 + ofEra / 36_524 - ofEra / 146_096) / 365;
        long ofYear = ofEra - (365 * yearOfEra + yearOfEra / 4 - yearOfEra / 100);
        long shifted = (5 * ofYear + 2) / 153;
        long month = shifted < 10 ? shifted + 3 : shifted - 9;
        return new long[] {
            yearOfEra + era * 400 + (month <= 2 ? 1 : 0), month, ofYear - (153 * shifted + 2) / 5 + 1,
        };
    }

    private static long daysFromCivil(long year, long month, long day) {
        long shifted = month <= 2 ? year - 1 : year;
        long era = Math.floorDiv(shifted, 400);
        long yearOfEra = shifted - era * 400;
        long ofYear = (153 * (month > 2 ? month - 3 : month + 9) + 2) / 5 + day - 1;
        return era * 146_097 + yearOfEra * 365 + yearOfEra / 4 - yearOfEra / 100 + ofYear - 719_468;
    }
}

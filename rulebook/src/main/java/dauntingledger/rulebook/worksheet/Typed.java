package dauntingledger.rulebook.worksheet;

import java.util.Locale;
import java.util.OptionalDouble;

/** What is typed into a cell, apart from formulas. */
final class Typed {

    private Typed() {}

    /** Returns the value of what is typed: a number, a per cent, a date, a truth, or else the text itself. */
    static CellValue read(String typed) {
        if (typed.isEmpty()) {
            return CellValue.BLANK;
        }
        if (typed.startsWith("'")) {
            return CellValue.of(typed.substring(1));
        }
        String upper = typed.strip().toUpperCase(Locale.ROOT);
        if (upper.equals("TRUE") || upper.equals("FALSE")) {
            return CellValue.of(upper.equals("TRUE"));
        }
        OptionalDouble number = number(typed);
        return number.isPresent() ? CellValue.of(number.getAsDouble()) : CellValue.of(typed);
    }

    /** Returns the number that a text writes: with a decimal point or comma, as a per cent or as a date. */
    static OptionalDouble number(String typed) {
        String text = typed.strip().replace(',', '.').replace('\u2212', '-');
        OptionalDouble date = Dates.read(text);
        if (date.isPresent()) {
            return date;
        }
        boolean percent = text.endsWith("%");
        String number = percent ? text.substring(0, text.length() - 1).strip() : text;
        if (!isNumber(number)) {
            return OptionalDouble.empty();
        }
        double value = Double.parseDouble(number);
        return OptionalDouble.of(percent ? value / 100 : value);
    }

    private static boolean isNumber(String text) {
        int e = Math.max(text.indexOf('e'), text.indexOf('E'));
        String mantissa = unsigned(e < 0 ? text : text.substring(0, e));
        int point = mantissa.indexOf('.');
        String digits = point < 0 ? mantissa : mantissa.substring(0, point) + mantissa.substring(point + 1);
        return isDigits(digits) && (e < 0 || text.length() - e < 6 && isDigits(unsigned(text.substring(e + 1))));
    }

    private static String unsigned(String text) {
        return text.startsWith("-") || text.startsWith("+") ? text.substring(1) : text;
    }

    private static boolean isDigits(String text) {
        return !text.isEmpty() && text.chars().allMatch(c -> c >= '0' && c <= '9');
    }
}

package dauntingledger.rulebook.worksheet;

import dauntingledger.rulebook.worksheet.FormulaTree.Operator;
import java.util.Locale;
import java.util.OptionalDouble;

/**
 * What {@code COUNTIF} and its like ask of a cell: {@code 5}, {@code ">=5"}, {@code "<>red"}; {@code ?} and {@code *} stand
 * for one and for any characters.
 */
record Condition(Operator operator, CellValue wanted) {

    static Condition of(CellValue criterion) {
        if (!(criterion instanceof CellValue.Text text)) {
            return new Condition(Operator.EQUAL, criterion instanceof CellValue.Blank ? CellValue.of(0) : criterion);
        }
        for (Operator operator : Operator.values()) {
            if (operator.rank() == 1 && text.value().startsWith(operator.sign())) {
                return new Condition(
                        operator, operand(text.value().substring(operator.sign().length())));
            }
        }
        return new Condition(Operator.EQUAL, operand(text.value()));
    }

    private static CellValue operand(String text) {
        OptionalDouble number = Typed.number(text);
        if (number.isPresent()) {
            return CellValue.of(number.getAsDouble());
        }
        return switch (text.toUpperCase(Locale.ROOT)) {
            case "TRUE" -> CellValue.of(true);
            case "FALSE" -> CellValue.of(false);
            default -> CellValue.of(text);
        };
    }

    boolean isMetBy(CellValue value) {
        if (value instanceof CellValue.Failure) {
            return false;
        }
        if (operator == Operator.EQUAL || operator == Operator.UNEQUAL) {
            return isEqual(value) == (operator == Operator.EQUAL);
        }
        return value.getClass() == wanted.getClass() && Values.truth(Values.combine(operator, value, wanted));
    }

    private boolean isEqual(CellValue value) {
        if (wanted instanceof CellValue.Text pattern) {
            return pattern.value().isEmpty()
                    ? value instanceof CellValue.Blank
                    : value instanceof CellValue.Text text && matches(fold(pattern.value()), 0, fold(text.value()), 0);
        }
        return value.getClass() == wanted.getClass() && Values.compare(value, wanted) == 0;
    }

    private static String fold(String text) {
        return text.toLowerCase(Locale.ROOT);
    }

    private static boolean matches(String pattern, int p, String text, int t) {
        if (p == pattern.length()) {
            return t == text.length();
        }
        if (pattern.charAt(p) == '*') {
            return matches(pattern, p + 1, text, t) || t < text.length() && matches(pattern, p, text, t + 1);
        }
        return t < text.length()
                && (pattern.charAt(p) == '?' || pattern.charAt(p) == text.charAt(t))
                && matches(pattern, p + 1, text, t + 1);
    }
}

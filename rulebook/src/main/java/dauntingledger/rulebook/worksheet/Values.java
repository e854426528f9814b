package dauntingledger.rulebook.worksheet;

import dauntingledger.rulebook.worksheet.FormulaTree.Operator;
import java.util.Locale;

/** How values turn into one another, and how they compare. */
final class Values {

    private static final double ALIKE = 5e-16;

    private Values() {}

    static double number(CellValue value) {
        return switch (value) {
            case CellValue.Number number -> number.value();
            case CellValue.Truth truth -> truth.value() ? 1 : 0;
            case CellValue.Blank blank -> 0;
            case CellValue.Text text ->
                Typed.number(text.value()).orElseThrow(() -> new FormulaException(CellError.VALUE));
            case CellValue.Failure failure -> throw new FormulaException(failure.error());
        };
    }

    static String text(CellValue value) {
        return switch (value) {
            case CellValue.Number number -> NumberText.general(number.value());
            case CellValue.Truth truth -> truth.value() ? "TRUE" : "FALSE";
            case CellValue.Blank blank -> "";
            case CellValue.Text text -> text.value();
            case CellValue.Failure failure -> throw new FormulaException(failure.error());
        };
    }

    static boolean truth(CellValue value) {
        return switch (value) {
            case CellValue.Text text ->
                switch (text.value().toUpperCase(Locale.ROOT)) {
                    case "TRUE" -> true;
                    case "FALSE" -> false;
                    default -> throw new FormulaException(CellError.VALUE);
                };
            default -> number(value) != 0;
        };
    }

    /** Compares as spreadsheets do: numbers before texts before truths, texts without regard to case. */
    static int compare(CellValue left, CellValue right) {
        CellValue a = left instanceof CellValue.Blank ? blankLike(right) : left;
        CellValue b = right instanceof CellValue.Blank ? blankLike(left) : right;
        if (rank(a) != rank(b)) {
            return Integer.compare(rank(a), rank(b));
        }
        return a instanceof CellValue.Text text
                ? fold(text.value()).compareTo(fold(text(b)))
                : compare(number(a), number(b));
    }

    /** Numbers that agree in fifteen digits are equal, so that {@code 0.1+0.2=0.3} holds. */
    private static int compare(double a, double b) {
        return Math.abs(a - b) <= ALIKE * Math.max(Math.abs(a), Math.abs(b)) ? 0 : Double.compare(a, b);
    }

    private static String fold(String text) {
        return text.toLowerCase(Locale.ROOT);
    }

    private static CellValue blankLike(CellValue other) {
        return switch (other) {
            case CellValue.Text text -> CellValue.of("");
            case CellValue.Truth truth -> CellValue.of(false);
            default -> CellValue.of(0);
        };
    }

    private static int rank(CellValue value) {
        return switch (value) {
            case CellValue.Text text -> 1;
            case CellValue.Truth truth -> 2;
            case CellValue.Failure failure -> throw new FormulaException(failure.error());
            default -> 0;
        };
    }

    static CellValue combine(Operator operator, CellValue left, CellValue right) {
        return switch (operator) {
            case PLUS -> CellValue.of(number(left) + number(right));
            case MINUS -> CellValue.of(number(left) - number(right));
            case TIMES -> CellValue.of(number(left) * number(right));
            case DIVIDED -> divided(number(left), number(right));
            case POWER -> NumberFunctions.power(number(left), number(right));
            case JOIN -> CellValue.of(text(left) + text(right));
            case EQUAL -> CellValue.of(compare(left, right) == 0);
            case UNEQUAL -> CellValue.of(compare(left, right) != 0);
            case LESS -> CellValue.of(compare(left, right) < 0);
            case MORE -> CellValue.of(compare(left, right) > 0);
            case AT_MOST -> CellValue.of(compare(left, right) <= 0);
            case AT_LEAST -> CellValue.of(compare(left, right) >= 0);
        };
    }

    private static CellValue divided(double above, double below) {
        if (below == 0) {
            throw new FormulaException(CellError.DIV0);
        }
        return CellValue.of(above / below);
    }
}

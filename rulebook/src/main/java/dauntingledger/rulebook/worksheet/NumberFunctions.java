package dauntingledger.rulebook.worksheet;

import java.math.RoundingMode;
import java.util.Map;

/** SheetFunctions of numbers. */
final class NumberFunctions {

    private static final int MOST_FACTORIAL = 170;
    private static final int MOST_PLACES = 20;

    private NumberFunctions() {}

    static void addTo(Map<String, Function> all) {
        SheetFunctions.addOfOne(all, "ABS", Math::abs);
        SheetFunctions.addOfOne(all, "SIGN", Math::signum);
        SheetFunctions.addOfOne(all, "INT", Math::floor);
        SheetFunctions.addOfOne(all, "SQRT", x -> Math.sqrt(x));
        SheetFunctions.addOfOne(all, "EXP", Math::exp);
        SheetFunctions.addOfOne(all, "LN", x -> logarithm(x));
        SheetFunctions.addOfOne(all, "LOG10", x -> logarithm(x) / Math.log(10));
        SheetFunctions.add(
                all, "LOG", 1, 2, a -> CellValue.of(logarithm(a.number(0)) / divisor(logarithm(a.number(1, 10)))));
        SheetFunctions.addOfOne(all, "SIN", Math::sin);
        SheetFunctions.addOfOne(all, "COS", Math::cos);
        SheetFunctions.addOfOne(all, "TAN", Math::tan);
        SheetFunctions.addOfOne(all, "ASIN", Math::asin);
        SheetFunctions.addOfOne(all, "ACOS", Math::acos);
        SheetFunctions.addOfOne(all, "ATAN", Math::atan);
        SheetFunctions.add(all, "ATAN2", 2, 2, a -> atan2(a.number(0), a.number(1)));
        SheetFunctions.addOfOne(all, "DEGREES", x -> x / Math.PI * 180);
        SheetFunctions.addOfOne(all, "RADIANS", x -> x / 180 * Math.PI);
        SheetFunctions.add(all, "PI", 0, 0, a -> CellValue.of(Math.PI));
        SheetFunctions.add(all, "POWER", 2, 2, a -> power(a.number(0), a.number(1)));
        SheetFunctions.add(all, "MOD", 2, 2, a -> {
            double by = divisor(a.number(1));
            return CellValue.of(a.number(0) - by * Math.floor(a.number(0) / by));
        });
        SheetFunctions.add(all, "ROUND", 1, 2, a -> rounded(a, RoundingMode.HALF_UP));
        SheetFunctions.add(all, "ROUNDUP", 1, 2, a -> rounded(a, RoundingMode.UP));
        SheetFunctions.add(all, "ROUNDDOWN", 1, 2, a -> rounded(a, RoundingMode.DOWN));
        SheetFunctions.add(all, "TRUNC", 1, 2, a -> rounded(a, RoundingMode.DOWN));
        SheetFunctions.add(all, "CEILING", 2, 2, a -> stepped(a.number(0), a.number(1), RoundingMode.CEILING));
        SheetFunctions.add(all, "FLOOR", 2, 2, a -> stepped(a.number(0), a.number(1), RoundingMode.FLOOR));
        SheetFunctions.addOfOne(all, "FACT", NumberFunctions::factorial);
        SheetFunctions.add(all, "COMBIN", 2, 2, a -> CellValue.of(combinations(a.whole(0), a.whole(1))));
    }

    private static double logarithm(double x) {
        if (x <= 0) {
            throw SheetFunctions.error(CellError.NUM);
        }
        return Math.log(x);
    }

    private static double divisor(double x) {
        if (x == 0) {
            throw SheetFunctions.error(CellError.DIV0);
        }
        return x;
    }

    private static CellValue atan2(double x, double y) {
        if (x == 0 && y == 0) {
            throw SheetFunctions.error(CellError.DIV0);
        }
        return CellValue.of(Math.atan2(y, x));
    }

    static CellValue power(double base, double exponent) {
        if (base == 0 && exponent < 0) {
            throw SheetFunctions.error(CellError.DIV0);
        }
        return CellValue.of(Math.pow(base, exponent));
    }

    private static CellValue rounded(Arguments a, RoundingMode mode) {
        double number = a.number(0);
        int places = Math.max(-MOST_PLACES, Math.min(MOST_PLACES, (int) a.number(1, 0)));
        return CellValue.of(NumberText.decimal(number).setScale(places, mode).doubleValue());
    }

    /** Rounds to a multiple of a step that has the number's sign. */
    private static CellValue stepped(double number, double step, RoundingMode mode) {
        if (number == 0) {
            return CellValue.of(0);
        }
        if (step == 0) {
            return mode == RoundingMode.FLOOR ? new CellValue.Failure(CellError.DIV0) : CellValue.of(0);
        }
        if (number > 0 && step < 0) {
            throw SheetFunctions.error(CellError.NUM);
        }
        double steps = NumberText.decimal(number / step).setScale(0, mode).doubleValue();
        return CellValue.of(NumberText.decimal(steps * step).doubleValue());
    }

    private static double factorial(double x) {
        if (x < 0 || x > MOST_FACTORIAL) {
            throw SheetFunctions.error(CellError.NUM);
        }
        double product = 1;
        for (int i = 2; i <= (int) x; i++) {
            product *= i;
        }
        return product;
    }

    private static double combinations(int n, int k) {
        if (n < 0 || k < 0 || k > n) {
            throw SheetFunctions.error(CellError.NUM);
        }
        double ways = 1;
        for (int i = 1; i <= Math.min(k, n - k); i++) {
            ways = ways * (n - i + 1) / i;
        }
        return Math.rint(ways);
    }
}

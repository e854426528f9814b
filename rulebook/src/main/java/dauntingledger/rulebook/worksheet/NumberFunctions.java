package dauntingledger.rulebook.worksheet;

import java.math.RoundingMode;
import java.util.Map;

/** Functions of numbers. */
final class NumberFunctions {

    private static final int MOST_FACTORIAL = 170;
    private static final int MOST_PLACES = 20;

    private NumberFunctions() {}

    static void addTo(Map<String, Function> all) {
        Functions.addOfOne(all, "ABS", Math::abs);
        Functions.addOfOne(all, "SIGN", Math::signum);
        Functions.addOfOne(all, "INT", Math::floor);
        Functions.addOfOne(all, "SQRT", x -> Math.sqrt(x));
        Functions.addOfOne(all, "EXP", Math::exp);
        Functions.addOfOne(all, "LN", x -> logarithm(x));
        Functions.addOfOne(all, "LOG10", x -> logarithm(x) / Math.log(10));
        Functions.add(
                all, "LOG", 1, 2, a -> CellValue.of(logarithm(a.number(0)) / divisor(logarithm(a.number(1, 10)))));
        Functions.addOfOne(all, "SIN", Math::sin);
        Functions.addOfOne(all, "COS", Math::cos);
        Functions.addOfOne(all, "TAN", Math::tan);
        Functions.addOfOne(all, "ASIN", Math::asin);
        Functions.addOfOne(all, "ACOS", Math::acos);
        Functions.addOfOne(all, "ATAN", Math::atan);
        Functions.add(all, "ATAN2", 2, 2, a -> atan2(a.number(0), a.number(1)));
        Functions.addOfOne(all, "DEGREES", x -> x / Math.PI * 180);
        Functions.addOfOne(all, "RADIANS", x -> x / 180 * Math.PI);
        Functions.add(all, "PI", 0, 0, a -> CellValue.of(Math.PI));
        Functions.add(all, "POWER", 2, 2, a -> power(a.number(0), a.number(1)));
        Functions.add(all, "MOD", 2, 2, a -> {
            double by = divisor(a.number(1));
            return CellValue.of(a.number(0) - by * Math.floor(a.number(0) / by));
        });
        Functions.add(all, "ROUND", 1, 2, a -> rounded(a, RoundingMode.HALF_UP));
        Functions.add(all, "ROUNDUP", 1, 2, a -> rounded(a, RoundingMode.UP));
        Functions.add(all, "ROUNDDOWN", 1, 2, a -> rounded(a, RoundingMode.DOWN));
        Functions.add(all, "TRUNC", 1, 2, a -> rounded(a, RoundingMode.DOWN));
        Functions.add(all, "CEILING", 2, 2, a -> stepped(a.number(0), a.number(1), RoundingMode.CEILING));
        Functions.add(all, "FLOOR", 2, 2, a -> stepped(a.number(0), a.number(1), RoundingMode.FLOOR));
        Functions.addOfOne(all, "FACT", NumberFunctions::factorial);
        Functions.add(all, "COMBIN", 2, 2, a -> CellValue.of(combinations(a.whole(0), a.whole(1))));
    }

    private static double logarithm(double x) {
        if (x <= 0) {
            throw Functions.error(CellError.NUM);
        }
        return Math.log(x);
    }

    private static double divisor(double x) {
        if (x == 0) {
            throw Functions.error(CellError.DIV0);
        }
        return x;
    }

    private static CellValue atan2(double x, double y) {
        if (x == 0 && y == 0) {
            throw Functions.error(CellError.DIV0);
        }
        return CellValue.of(Math.atan2(y, x));
    }

    static CellValue power(double base, double exponent) {
        if (base == 0 && exponent < 0) {
            throw Functions.error(CellError.DIV0);
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
            throw Functions.error(CellError.NUM);
        }
        double steps = NumberText.decimal(number / step).setScale(0, mode).doubleValue();
        return CellValue.of(NumberText.decimal(steps * step).doubleValue());
    }

    private static double factorial(double x) {
        if (x < 0 || x > MOST_FACTORIAL) {
            throw Functions.error(CellError.NUM);
        }
        double product = 1;
        for (int i = 2; i <= (int) x; i++) {
            product *= i;
        }
        return product;
    }

    private static double combinations(int n, int k) {
        if (n < 0 || k < 0 || k > n) {
            throw Functions.error(CellError.NUM);
        }
        double ways = 1;
        for (int i = 1; i <= Math.min(k, n - k); i++) {
            ways = ways * (n - i + 1) / i;
        }
        return Math.rint(ways);
    }
}

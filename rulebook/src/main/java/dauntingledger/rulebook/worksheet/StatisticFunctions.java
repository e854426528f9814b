package dauntingledger.rulebook.worksheet;

import java.util.Arrays;
import java.util.List;
import java.util.Map;

/** Sums and statistics. */
final class StatisticFunctions {

    private StatisticFunctions() {}

    static void addTo(Map<String, Function> all) {
        addSums(all);
        addCounts(all);
        addSpreads(all);
        addRanks(all);
        addLines(all);
    }

    private static void addSums(Map<String, Function> all) {
        SheetFunctions.addOfMany(all, "SUM", numbers -> sum(numbers));
        SheetFunctions.addOfMany(all, "PRODUCT", numbers -> numbers.length == 0 ? 0 : product(numbers));
        SheetFunctions.addOfMany(all, "AVERAGE", StatisticFunctions::mean);
        SheetFunctions.addOfMany(
                all, "MIN", numbers -> Arrays.stream(numbers).min().orElse(0));
        SheetFunctions.addOfMany(
                all, "MAX", numbers -> Arrays.stream(numbers).max().orElse(0));
        SheetFunctions.addOfMany(
                all, "SUMSQ", numbers -> Arrays.stream(numbers).map(x -> x * x).sum());
        SheetFunctions.add(all, "SUMPRODUCT", 1, Function.ANY, StatisticFunctions::sumOfProducts);
    }

    private static void addCounts(Map<String, Function> all) {
        SheetFunctions.add(all, "COUNT", 1, Function.ANY, a -> CellValue.of(count(a)));
        SheetFunctions.add(
                all,
                "COUNTA",
                1,
                Function.ANY,
                a -> CellValue.of(a.each(value -> !(value instanceof CellValue.Blank)).stream()
                        .filter(filled -> filled)
                        .count()));
        SheetFunctions.add(
                all,
                "COUNTBLANK",
                1,
                1,
                a -> CellValue.of(a.values(a.area(0)).stream()
                        .filter(StatisticFunctions::isEmpty)
                        .count()));
    }

    private static void addSpreads(Map<String, Function> all) {
        SheetFunctions.addOfMany(all, "MEDIAN", numbers -> quantile(sorted(numbers), 0.5));
        SheetFunctions.addOfMany(all, "MODE", StatisticFunctions::mode);
        SheetFunctions.addOfMany(all, "VAR", numbers -> variance(numbers, numbers.length - 1));
        SheetFunctions.addOfMany(all, "VARP", numbers -> variance(numbers, numbers.length));
        SheetFunctions.addOfMany(all, "STDEV", numbers -> Math.sqrt(variance(numbers, numbers.length - 1)));
        SheetFunctions.addOfMany(all, "STDEVP", numbers -> Math.sqrt(variance(numbers, numbers.length)));
    }

    private static void addRanks(Map<String, Function> all) {
        SheetFunctions.add(all, "LARGE", 2, 2, a -> nth(a, true));
        SheetFunctions.add(all, "SMALL", 2, 2, a -> nth(a, false));
        SheetFunctions.add(
                all, "PERCENTILE", 2, 2, a -> CellValue.of(quantile(sorted(a.numbersIn(0)), share(a.number(1)))));
        SheetFunctions.add(
                all, "QUARTILE", 2, 2, a -> CellValue.of(quantile(sorted(a.numbersIn(0)), share(a.whole(1) / 4.0))));
        SheetFunctions.add(all, "RANK", 2, 3, StatisticFunctions::rank);
    }

    private static void addLines(Map<String, Function> all) {
        SheetFunctions.add(
                all, "SLOPE", 2, 2, a -> CellValue.of(Line.through(a, 1, 0).slope()));
        SheetFunctions.add(
                all, "INTERCEPT", 2, 2, a -> CellValue.of(Line.through(a, 1, 0).at(0)));
        SheetFunctions.add(
                all, "FORECAST", 3, 3, a -> CellValue.of(Line.through(a, 2, 1).at(a.number(0))));
        SheetFunctions.add(
                all, "CORREL", 2, 2, a -> CellValue.of(Line.through(a, 0, 1).correlation()));
    }

    static double sum(double[] numbers) {
        double sum = 0;
        for (double number : numbers) {
            sum += number;
        }
        return sum;
    }

    private static double product(double[] numbers) {
        double product = 1;
        for (double number : numbers) {
            product *= number;
        }
        return product;
    }

    private static double mean(double[] numbers) {
        return sum(some(numbers, CellError.DIV0)) / numbers.length;
    }

    private static double[] some(double[] numbers, CellError error) {
        if (numbers.length == 0) {
            throw SheetFunctions.error(error);
        }
        return numbers;
    }

    private static double[] sorted(double[] numbers) {
        double[] sorted = some(numbers, CellError.NUM).clone();
        Arrays.sort(sorted);
        return sorted;
    }

    private static double count(Arguments a) {
        double count = 0;
        for (int i = 0; i < a.count(); i++) {
            if (a.isInCells(i)) {
                count += a.values(a.area(i)).stream()
                        .filter(CellValue.Number.class::isInstance)
                        .count();
            } else {
                count += isNumeric(a.valueOrError(i)) ? 1 : 0;
            }
        }
        return count;
    }

    private static boolean isNumeric(CellValue value) {
        return !(value instanceof CellValue.Failure)
                && !(value instanceof CellValue.Text text
                        && Typed.number(text.value()).isEmpty());
    }

    private static boolean isEmpty(CellValue value) {
        return value instanceof CellValue.Blank
                || value instanceof CellValue.Text text && text.value().isEmpty();
    }

    private static double share(double share) {
        if (share < 0 || share > 1) {
            throw SheetFunctions.error(CellError.NUM);
        }
        return share;
    }

    private static double quantile(double[] sorted, double share) {
        double place = share * (sorted.length - 1);
        int below = (int) Math.floor(place);
        double next = sorted[Math.min(below + 1, sorted.length - 1)];
        return sorted[below] + (place - below) * (next - sorted[below]);
    }

    private static double mode(double[] numbers) {
        double best = 0;
        int most = 1;
        for (double candidate : numbers) {
            int times = (int) Arrays.stream(numbers).filter(x -> x == candidate).count();
            if (times > most) {
                most = times;
                best = candidate;
            }
        }
        if (most == 1) {
            throw SheetFunctions.error(CellError.NA);
        }
        return best;
    }

    private static double variance(double[] numbers, int divisor) {
        if (divisor < 1) {
            throw SheetFunctions.error(CellError.DIV0);
        }
        double mean = mean(numbers);
        return Arrays.stream(numbers).map(x -> (x - mean) * (x - mean)).sum() / divisor;
    }

    private static CellValue nth(Arguments a, boolean fromAbove) {
        double[] sorted = sorted(a.numbersIn(0));
        int n = (int) Math.ceil(a.number(1));
        if (n < 1 || n > sorted.length) {
            throw SheetFunctions.error(CellError.NUM);
        }
        return CellValue.of(sorted[fromAbove ? sorted.length - n : n - 1]);
    }

    private static CellValue rank(Arguments a) {
        double number = a.number(0);
        boolean ascending = a.number(2, 0) != 0;
        double[] all = a.numbersIn(1);
        if (Arrays.stream(all).noneMatch(x -> x == number)) {
            throw SheetFunctions.error(CellError.NA);
        }
        return CellValue.of(1
                + Arrays.stream(all)
                        .filter(x -> ascending ? x < number : x > number)
                        .count());
    }

    private static CellValue sumOfProducts(Arguments a) {
        Area first = a.area(0);
        double sum = 0;
        for (int cell = 0; cell < first.columns() * first.rows(); cell++) {
            double product = 1;
            for (int i = 0; i < a.count(); i++) {
                Area area = a.area(i);
                if (area.columns() != first.columns() || area.rows() != first.rows()) {
                    throw SheetFunctions.error(CellError.VALUE);
                }
                CellValue value = a.at(area.cells().get(cell));
                product *= value instanceof CellValue.Number number ? number.value() : failed(value);
            }
            sum += product;
        }
        return CellValue.of(sum);
    }

    private static double failed(CellValue value) {
        if (value instanceof CellValue.Failure failure) {
            throw SheetFunctions.error(failure.error());
        }
        return 0;
    }

    /** The line of least squares through pairs of numbers. */
    private record Line(double meanX, double meanY, double xx, double xy, double yy) {

        static Line through(Arguments a, int argumentX, int argumentY) {
            List<CellValue> xs = a.values(a.area(argumentX));
            List<CellValue> ys = a.values(a.area(argumentY));
            if (xs.size() != ys.size()) {
                throw SheetFunctions.error(CellError.NA);
            }
            double[] x = new double[xs.size()];
            double[] y = new double[xs.size()];
            int n = 0;
            for (int i = 0; i < xs.size(); i++) {
                if (xs.get(i) instanceof CellValue.Number one && ys.get(i) instanceof CellValue.Number other) {
                    x[n] = one.value();
                    y[n++] = other.value();
                }
                failed(xs.get(i));
                failed(ys.get(i));
            }
            return of(Arrays.copyOf(x, n), Arrays.copyOf(y, n));
        }

        private static Line of(double[] x, double[] y) {
            double meanX = mean(x);
            double meanY = mean(y);
            double xx = 0;
            double xy = 0;
            double yy = 0;
            for (int i = 0; i < x.length; i++) {
                xx += (x[i] - meanX) * (x[i] - meanX);
                xy += (x[i] - meanX) * (y[i] - meanY);
                yy += (y[i] - meanY) * (y[i] - meanY);
            }
            return new Line(meanX, meanY, xx, xy, yy);
        }

        double slope() {
            if (xx == 0) {
                throw SheetFunctions.error(CellError.DIV0);
            }
            return xy / xx;
        }

        double at(double x) {
            return meanY + slope() * (x - meanX);
        }

        double correlation() {
            if (xx == 0 || yy == 0) {
                throw SheetFunctions.error(CellError.DIV0);
            }
            return xy / Math.sqrt(xx * yy);
        }
    }
}

package dauntingledger.rulebook.worksheet;

import java.util.Map;

/**
 * SheetFunctions of payments at a constant rate, by the one equation that ties them together:
 * {@code pv (1+r)^n + pmt (1+rt) ((1+r)^n - 1)/r + fv = 0}, with t = 1 if payments fall due at the beginning of a period.
 */
final class MoneyFunctions {

    private MoneyFunctions() {}

    static void addTo(Map<String, Function> all) {
        SheetFunctions.add(all, "PV", 3, 5, a -> {
            Terms terms = new Terms(a.number(0), a.number(1), a.number(4, 0));
            return CellValue.of(-(a.number(2) * terms.series() + a.number(3, 0)) / terms.growth());
        });
        SheetFunctions.add(all, "FV", 3, 5, a -> {
            Terms terms = new Terms(a.number(0), a.number(1), a.number(4, 0));
            return CellValue.of(-(a.number(3, 0) * terms.growth() + a.number(2) * terms.series()));
        });
        SheetFunctions.add(all, "PMT", 3, 5, a -> {
            Terms terms = new Terms(a.number(0), a.number(1), a.number(4, 0));
            if (terms.series() == 0) {
                throw SheetFunctions.error(CellError.NUM);
            }
            return CellValue.of(-(a.number(2) * terms.growth() + a.number(3, 0)) / terms.series());
        });
        SheetFunctions.add(all, "NPER", 3, 5, MoneyFunctions::periods);
        SheetFunctions.add(all, "NPV", 2, Function.ANY, a -> {
            double rate = a.number(0);
            double[] flows = a.numbersFrom(1);
            double value = 0;
            for (int i = 0; i < flows.length; i++) {
                value += flows[i] / Math.pow(1 + rate, i + 1);
            }
            return CellValue.of(value);
        });
    }

    private static CellValue periods(Arguments a) {
        double rate = a.number(0);
        double payment = a.number(1);
        double present = a.number(2);
        double future = a.number(3, 0);
        if (rate == 0) {
            return payment == 0 ? new CellValue.Failure(CellError.NUM) : CellValue.of(-(present + future) / payment);
        }
        double due = payment * (1 + rate * a.number(4, 0)) / rate;
        return CellValue.of(Math.log((due - future) / (due + present)) / Math.log(1 + rate));
    }

    /** Growth of one unit over all periods, and the sum of one unit paid in each. */
    private record Terms(double growth, double series) {
        Terms(double rate, double periods, double atBeginning) {
            double growth = Math.pow(1 + rate, periods);
            this(growth, rate == 0 ? periods : (1 + rate * atBeginning) * (growth - 1) / rate);
        }
    }
}

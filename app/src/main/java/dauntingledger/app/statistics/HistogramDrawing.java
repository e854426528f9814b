package dauntingledger.app.statistics;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.statistics.Histogram;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A histogram as it is drawn, in units of its own: {@value #WIDTH} wide, {@value #HEIGHT} high without the labels below it.
 *
 * @param passX where the pass mark lies, if there is one
 */
record HistogramDrawing(List<Bar> bars, Optional<Double> passX, String from, String end) {

    static final int WIDTH = 600;
    static final int HEIGHT = 120;
    private static final double GAP = 1.5;
    private static final int PLACES = 4;

    HistogramDrawing {
        bars = List.copyOf(bars);
    }

    /**
     * A bar.
     *
     * @param to exclusive, but of the last
     */
    record Bar(double x, double y, double width, double height, String from, String to, int count) {}

    static HistogramDrawing of(Histogram histogram, Optional<Rational> passMark) {
        int highest = Math.max(
                1, histogram.counts().stream().mapToInt(Integer::intValue).max().orElse(1));
        double width = (double) WIDTH / histogram.counts().size();
        List<Bar> bars = new ArrayList<>();
        for (int i = 0; i < histogram.counts().size(); i++) {
            int count = histogram.counts().get(i);
            double height = (double) HEIGHT * count / highest;
            Rational from = histogram.from().plus(histogram.width().times(Rational.of(i)));
            bars.add(new Bar(
                    i * width + GAP / 2,
                    HEIGHT - height,
                    width - GAP,
                    height,
                    Numeral.write(from),
                    Numeral.write(from.plus(histogram.width())),
                    count));
        }
        return new HistogramDrawing(
                bars,
                passMark.map(mark -> WIDTH
                        * mark.minus(histogram.from())
                                .dividedBy(histogram.end().minus(histogram.from()))
                                .rounded(PLACES)
                                .doubleValue()),
                Numeral.write(histogram.from()),
                Numeral.write(histogram.end()));
    }
}

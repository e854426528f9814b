package dauntingledger.rulebook.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/**
 * How many have how many marks: stretches of one width, half-open, the last with its end.
 *
 * @param from where the first begins
 * @param width above 0
 * @param counts of each, from the lowest
 */
public record Histogram(Rational from, Rational width, List<Integer> counts) {

    /** So many stretches are drawn at most between the least and the most. */
    static final int MOST = 25;

    private static final List<Rational> STEPS = List.of(Rational.ONE, Rational.of(2), Rational.of(5));
    private static final Rational TEN = Rational.of(10);

    public Histogram {
        requireNonNull(from, "from");
        if (width.signum() <= 0) {
            throw new IllegalArgumentException("the width of a stretch must be above 0, but was " + width);
        }
        counts = List.copyOf(counts);
    }

    /**
     * Returns the histogram of {@code marks} from nothing, or the lowest of them where that is less, to {@code most}, or the
     * highest. The width is 1, 2 or 5, or a power of ten times one of these.
     */
    public static Histogram of(List<Rational> marks, Rational most) {
        Rational lowest = marks.stream().reduce(Rational.ZERO, Rational::min);
        Rational highest = marks.stream().reduce(most.max(Rational.ONE), Rational::max);
        Rational width = width(highest.minus(lowest));
        Rational from =
                Rational.of(lowest.dividedBy(width).floor().longValueExact()).times(width);
        int stretches = Math.max(1, ceiling(highest.minus(from).dividedBy(width)));
        List<Integer> counts = new ArrayList<>(Collections.nCopies(stretches, 0));
        for (Rational one : marks) {
            int at = one.minus(from).dividedBy(width).floor().intValueExact();
            int in = Math.min(at, stretches - 1);
            counts.set(in, counts.get(in) + 1);
        }
        return new Histogram(from, width, counts);
    }

    private static int ceiling(Rational number) {
        return number.negated().floor().negate().intValueExact();
    }

    private static Rational width(Rational range) {
        for (Rational power = Rational.ONE; ; power = power.times(TEN)) {
            for (Rational step : STEPS) {
                Rational width = step.times(power);
                if (range.dividedBy(width).compareTo(Rational.of(MOST)) <= 0) {
                    return width;
                }
            }
        }
    }

    /** Returns where the last stretch ends. */
    public Rational end() {
        return from.plus(width.times(Rational.of(counts.size())));
    }
}

package dauntingledger.rulebook.statistics;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.util.Collection;

/**
 * The spans that a quarter, a half and three quarters of all are not longer than. Between two of them the value lies in
 * proportion (definition 7 of Hyndman and Fan, "Sample Quantiles in Statistical Packages", 1996), rounded down to the
 * millisecond.
 */
public record Quartiles(Duration lower, Duration median, Duration upper) {

    /** Those of nothing. */
    public static final Quartiles NONE = new Quartiles(Duration.ZERO, Duration.ZERO, Duration.ZERO);

    private static final int FOURTH = 4;

    public Quartiles {
        requireNonNull(lower, "lower");
        requireNonNull(median, "median");
        requireNonNull(upper, "upper");
    }

    public static Quartiles of(Collection<Duration> spans) {
        long[] sorted = spans.stream().mapToLong(Duration::toMillis).sorted().toArray();
        return sorted.length == 0 ? NONE : new Quartiles(at(sorted, 1), at(sorted, 2), at(sorted, 3));
    }

    private static Duration at(long[] sorted, int quarter) {
        long place = (long) (sorted.length - 1) * quarter;
        int index = (int) (place / FOURTH);
        long rest = place % FOURTH;
        long next = rest == 0 ? 0 : (sorted[index + 1] - sorted[index]) * rest / FOURTH;
        return Duration.ofMillis(sorted[index] + next);
    }
}

package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.time.Instant;
import java.util.stream.Stream;

/** A stretch of time in which nothing was heard from the seat of a sitting. */
public record Silence(Instant fromInclusive, Instant toExclusive) {

    /** So long a silence says that the window was closed, and not only loaded anew. */
    private static final Duration LEFT_ALONE = Duration.ofMinutes(1);

    /** @throws IllegalArgumentException if it ends before it begins */
    public Silence {
        requireNonNull(fromInclusive, "fromInclusive");
        requireNonNull(toExclusive, "toExclusive");
        if (toExclusive.isBefore(fromInclusive)) {
            throw new IllegalArgumentException(
                    "a silence ends after it begins, but was " + fromInclusive + " to " + toExclusive);
        }
    }

    /** Returns what is left of this without another: up to two pieces. */
    Stream<Silence> without(Silence other) {
        if (!other.fromInclusive.isBefore(toExclusive) || !fromInclusive.isBefore(other.toExclusive)) {
            return Stream.of(this);
        }
        Stream<Silence> before = fromInclusive.isBefore(other.fromInclusive)
                ? Stream.of(new Silence(fromInclusive, other.fromInclusive))
                : Stream.empty();
        Stream<Silence> after = other.toExclusive.isBefore(toExclusive)
                ? Stream.of(new Silence(other.toExclusive, toExclusive))
                : Stream.empty();
        return Stream.concat(before, after);
    }

    /** Returns whether it goes on at {@code now}, and the window was closed. */
    public boolean isLeftAloneAt(Instant now) {
        return !toExclusive.isBefore(now) && length().compareTo(LEFT_ALONE) >= 0;
    }

    public Duration length() {
        return Duration.between(fromInclusive, toExclusive);
    }
}

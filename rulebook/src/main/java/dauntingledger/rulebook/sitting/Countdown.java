package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.accommodation.Rounding;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.BoxId;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A clock that runs down from an allowance, and can stand still in between. It reads no clock itself: every question to
 * it names the instant asked about, which must not lie before the last change.
 *
 * @param startedAt when it began to run
 * @param allowance how much time it gives, grants included
 * @param stood how long it has stood still so far, without the stop that is going on
 * @param stoppedAt since when it stands still, or null while it runs
 */
record Countdown(
        Instant startedAt,
        Duration allowance,
        Duration stood,
        @Nullable Instant stoppedAt) {

    Countdown {
        requireNonNull(startedAt, "startedAt");
        requireNonNull(allowance, "allowance");
        requireNonNull(stood, "stood");
    }

    static Countdown start(Instant at, Duration allowance) {
        return new Countdown(at, allowance, Duration.ZERO, null);
    }

    boolean isRunning() {
        return stoppedAt == null;
    }

    Countdown stop(Instant at) {
        return isRunning() ? new Countdown(startedAt, allowance, stood, at) : this;
    }

    Countdown resume(Instant at) {
        return stoppedAt == null
                ? this
                : new Countdown(startedAt, allowance, stood.plus(Duration.between(stoppedAt, at)), null);
    }

    Countdown grant(Duration extra) {
        return new Countdown(startedAt, allowance.plus(extra), stood, stoppedAt);
    }

    /** Returns the time used up to {@code now}. */
    Duration used(Instant now) {
        Instant until = stoppedAt == null ? now : stoppedAt;
        return Duration.between(startedAt, until).minus(stood);
    }

    /** Returns the time left at {@code now}, never less than zero. */
    Duration left(Instant now) {
        Duration left = allowance.minus(used(now));
        return left.isNegative() ? Duration.ZERO : left;
    }

    /** Returns the instant at which no time is left, or empty while the clock stands still. */
    Optional<Instant> deadline() {
        return isRunning() ? Optional.of(Instant.ofEpochMilli(deadlineMillis())) : Optional.empty();
    }

    /** Returns when no time is left if the clock runs from now on as if it had not stopped. */
    long deadlineMillis() {
        return startedAt.toEpochMilli() + allowance.toMillis() + stood.toMillis();
    }

    /** Returns when {@code share} of the allowance is used, rounded up to the second, or never while it stands before. */
    long shareUsedAt(Rational share) {
        long due = Rounding.timesUp(allowance, share).toMillis();
        boolean standsBefore = stoppedAt != null && used(stoppedAt).toMillis() < due;
        return standsBefore ? Timekeeper.NEVER : startedAt.toEpochMilli() + stood.toMillis() + due;
    }

    /** Returns this as candidates are told of it at {@code now}. */
    Clock clock(Clock.Kind kind, Optional<BoxId> box, String title, List<Duration> warnings, Instant now) {
        Duration left = left(now);
        return new Clock(kind, box, title, allowance, allowance.minus(left), left, deadline(), warnings);
    }
}

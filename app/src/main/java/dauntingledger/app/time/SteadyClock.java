package dauntingledger.app.time;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.function.LongSupplier;

/**
 * The exam's clock: it begins at the time of the computer and then goes on by itself, so that nobody's time jumps when
 * the computer's clock is set. It never goes back.
 */
public final class SteadyClock extends Clock {

    /*
     * Time that has passed is measured by the monotonic counter of the machine. Counters drift by some seconds a day, so
     * the clock is steered towards the computer's, by at most 500 millionths of the time that has passed: what NTP
     * (RFC 5905) allows itself, too. A computer whose clock was set by ten minutes is thus followed within two weeks, or
     * at the next start of the server.
     */

    private static final long STEERED_PER_MILLION = 500;

    private final InstantSource wall;
    private final LongSupplier counter;
    private long counted;
    private long steeredAt;
    private Instant reached;
    private Instant told;

    /** Makes a clock that begins at the time of the computer. */
    public SteadyClock() {
        this(InstantSource.system(), System::nanoTime);
    }

    SteadyClock(InstantSource wall, LongSupplier counter) {
        this.wall = wall;
        this.counter = counter;
        this.counted = counter.getAsLong();
        this.steeredAt = counted;
        this.reached = wall.instant();
        this.told = reached;
    }

    @Override
    public synchronized Instant instant() {
        go();
        if (reached.isAfter(told)) {
            told = reached;
        }
        return told;
    }

    private void go() {
        long now = counter.getAsLong();
        reached = reached.plusNanos(now - counted);
        counted = now;
    }

    /** Follows the computer's clock a little, and returns how far that is ahead. To be called every now and then. */
    public synchronized Duration steer() {
        go();
        Duration most = Duration.ofNanos((counted - steeredAt) / 1_000_000 * STEERED_PER_MILLION);
        steeredAt = counted;
        Duration ahead = Duration.between(reached, wall.instant());
        Duration step = ahead.abs().compareTo(most) <= 0 ? ahead : ahead.isNegative() ? most.negated() : most;
        reached = reached.plus(step);
        return ahead.minus(step);
    }

    /** Goes on from {@code instant} if that is later: what was reached before a restart is not gone back on. */
    public synchronized void atLeast(Instant instant) {
        go();
        if (instant.isAfter(reached)) {
            reached = instant;
        }
    }

    @Override
    public ZoneId getZone() {
        return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
        throw new UnsupportedOperationException("only instants are read from the exam's clock");
    }
}

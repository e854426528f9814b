package dauntingledger.app;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.concurrent.atomic.AtomicReference;

/** A clock that runs like any other, and can be put forward. */
public final class SettableClock extends Clock {

    private final AtomicReference<Duration> ahead = new AtomicReference<>(Duration.ZERO);

    public void advance(Duration span) {
        ahead.updateAndGet(span::plus);
    }

    @Override
    public Instant instant() {
        return Clock.systemUTC().instant().plus(ahead.get());
    }

    @Override
    public ZoneId getZone() {
        return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
        throw new UnsupportedOperationException("only instants are read here");
    }
}

package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import java.time.Instant;
import java.util.Optional;

/**
 * When a sitting can be come to. Spans are half-open: at {@code doors} one may come in, at {@code opens} one is
 * admitted, at {@code closes} one is late, at {@code ends} the room closes and every sitting in it is over.
 */
public record Window(Instant doors, Instant opens, Instant closes, Optional<Instant> ends) {

    /** 9999-12-31T00:00Z as a number, because parsing a text would bring all formatters into the browser. */
    private static final long END_OF_TIME = 253_402_214_400_000L;

    /** No hours at all: practice can be begun whenever one likes. */
    public static final Window ALWAYS =
            new Window(Instant.EPOCH, Instant.EPOCH, Instant.ofEpochMilli(END_OF_TIME), Optional.empty());

    /** @throws IllegalArgumentException unless {@code doors <= opens < closes <= ends} */
    public Window {
        requireNonNull(doors, "doors");
        requireNonNull(opens, "opens");
        requireNonNull(closes, "closes");
        requireNonNull(ends, "ends");
        if (doors.isAfter(opens) || !opens.isBefore(closes)) {
            throw new IllegalArgumentException(
                    "a window must satisfy doors <= opens < closes, but has " + doors + ", " + opens + ", " + closes);
        }
        if (ends.filter(closes::isAfter).isPresent()) {
            throw new IllegalArgumentException(
                    "a room must not close before latecomers are late, but has " + closes + ", " + ends.get());
        }
    }

    /** Returns hours without an instant at which the room closes. */
    public static Window of(Instant doors, Instant opens, Instant closes) {
        return new Window(doors, opens, closes, Optional.empty());
    }

    public Window endingAt(Instant end) {
        return new Window(doors, opens, closes, Optional.of(end));
    }

    /** Returns whether the room is closed at {@code now}. */
    public boolean hasEnded(Instant now) {
        return ends.filter(end -> !now.isBefore(end)).isPresent();
    }

    public boolean isBounded() {
        return !equals(ALWAYS);
    }

    /** Returns how {@code now} lies to this window, as to coming in. */
    public Hour hour(Instant now) {
        if (now.isBefore(doors)) {
            return Hour.TOO_EARLY;
        }
        return now.isBefore(closes) ? Hour.OPEN : Hour.TOO_LATE;
    }

    /** How an instant lies to a window. */
    public enum Hour {
        TOO_EARLY,
        OPEN,
        TOO_LATE
    }
}

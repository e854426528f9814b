package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.time.Instant;

/**
 * One line of a ledger.
 *
 * @param id made where the entry was made
 * @param at when it was done, in exam time: the server's clock, or the browser's estimate of it
 * @param receivedAt when the server received it; until then the same as {@code at}
 * @param act what was done, which also tells by whom
 */
public record Entry(EntryId id, Instant at, Instant receivedAt, Act act) {

    public Entry {
        requireNonNull(id, "id");
        requireNonNull(at, "at");
        requireNonNull(receivedAt, "receivedAt");
        requireNonNull(act, "act");
    }

    /** Returns an entry as it is made, before any server has seen it. */
    public static Entry made(EntryId id, Instant at, Act act) {
        return new Entry(id, at, at, act);
    }

    public Entry receivedAt(Instant instant) {
        return new Entry(id, at, instant, act);
    }

    /** Returns how long the entry was carried before the server received it; never negative. */
    public Duration carried() {
        Duration span = Duration.between(at, receivedAt);
        return span.isNegative() ? Duration.ZERO : span;
    }
}

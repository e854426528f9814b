package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.time.Instant;

/**
 * One line of a ledger. Exam time counts in whole milliseconds since 1970-01-01T00:00Z, as ledgers write it.
 *
 * @param id made where the entry was made
 * @param atMillis when it was done, in exam time: the server's clock, or the browser's estimate of it
 * @param receivedMillis when the server received it; until then the same as {@code atMillis}
 * @param act what was done, which also tells by whom
 */
public record Entry(EntryId id, long atMillis, long receivedMillis, Act act) {

    /*
     * The fold reads the two instants of thousands of entries while a room loads. They are plain numbers because an
     * Instant costs a browser, whose longs are objects, about forty times as much to make and to compare.
     */

    public Entry {
        requireNonNull(id, "id");
        requireNonNull(act, "act");
    }

    /** Makes an entry of two instants, of each of which the part beyond a whole millisecond is dropped. */
    public Entry(EntryId id, Instant at, Instant receivedAt, Act act) {
        this(id, at.toEpochMilli(), receivedAt.toEpochMilli(), act);
    }

    /** Returns an entry as it is made, before any server has seen it. */
    public static Entry made(EntryId id, Instant at, Act act) {
        return new Entry(id, at, at, act);
    }

    public Instant at() {
        return Instant.ofEpochMilli(atMillis);
    }

    /** Returns how long the entry was carried before the server received it; never negative. */
    public Duration carried() {
        return Duration.ofMillis(carriedMillis());
    }

    long carriedMillis() {
        return Math.max(0, receivedMillis - atMillis);
    }
}

package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * One line of a ledger. Exam time counts in whole milliseconds since 1970-01-01T00:00Z, as ledgers write it.
 *
 * @param id made where the entry was made
 * @param atMillis when it was done, in exam time: the server's clock, or the browser's estimate of it
 * @param receivedMillis when the server received it; until then the same as {@code atMillis}
 * @param heardMillis when the server had last heard from the candidate before it received this; {@link #UNHEARD} for
 *     what did not come from a candidate's browser, and in ledgers from before this was written down
 * @param formerSeat the seat that sent it, if another seat had taken its place by then; see {@link Act.SeatTaken}
 * @param act what was done, which also tells by whom
 */
public record Entry(
        EntryId id, long atMillis, long receivedMillis, long heardMillis, Optional<String> formerSeat, Act act) {

    /*
     * The fold reads the instants of thousands of entries while a room loads. They are plain numbers because an
     * Instant costs a browser, whose longs are objects, about forty times as much to make and to compare.
     */

    /** Stands where nothing says when the candidate was heard last. */
    public static final long UNHEARD = -1;

    /** 9999-12-31T00:00Z; a claim about time beyond it is no instant. */
    private static final long END_OF_TIME = 253_402_214_400_000L;

    /** @throws IllegalArgumentException if an instant lies before 1970 or after 9999 */
    public Entry {
        requireNonNull(id, "id");
        requireNonNull(formerSeat, "formerSeat");
        requireNonNull(act, "act");
        requireInstant("at", atMillis);
        requireInstant("received", receivedMillis);
        if (heardMillis != UNHEARD) {
            requireInstant("heard", heardMillis);
        }
    }

    private static void requireInstant(String what, long millis) {
        if (millis < 0 || millis > END_OF_TIME) {
            throw new IllegalArgumentException(
                    what + " must be 0 to " + END_OF_TIME + " milliseconds since 1970, but was " + millis);
        }
    }

    /** Makes an entry of two instants, of each of which the part beyond a whole millisecond is dropped. */
    public Entry(EntryId id, Instant at, Instant receivedAt, Act act) {
        this(id, at.toEpochMilli(), receivedAt.toEpochMilli(), UNHEARD, Optional.empty(), act);
    }

    /** Returns an entry as it is made, before any server has seen it. */
    public static Entry made(EntryId id, Instant at, Act act) {
        return new Entry(id, at, at, act);
    }

    /**
     * Returns this entry as the server receives it from the seat that may write. One dated after its arrival counts as
     * made on arrival.
     */
    public Entry received(long now, long heard) {
        return new Entry(id, Math.min(atMillis, now), now, heard, Optional.empty(), act);
    }

    /** Returns this entry as the server receives it from a seat whose place another has taken. */
    public Entry receivedFrom(String former, long now, long heard) {
        return new Entry(id, Math.min(atMillis, now), now, heard, Optional.of(former), act);
    }

    public Instant at() {
        return Instant.ofEpochMilli(atMillis);
    }

    public Instant receivedAt() {
        return Instant.ofEpochMilli(receivedMillis);
    }

    /** Returns when the candidate had been heard before it, if that is known. */
    public Optional<Instant> heard() {
        return heardMillis == UNHEARD ? Optional.empty() : Optional.of(Instant.ofEpochMilli(heardMillis));
    }

    /** Returns how long the entry was carried before the server received it; never negative. */
    public Duration carried() {
        return Duration.ofMillis(carriedMillis());
    }

    long carriedMillis() {
        return Math.max(0, receivedMillis - atMillis);
    }

    boolean isFromABrowser() {
        return heardMillis != UNHEARD || formerSeat.isPresent();
    }
}

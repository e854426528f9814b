package dauntingledger.app.ledger;

import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Held;
import dauntingledger.rulebook.sitting.Silence;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Timeline;
import java.time.Duration;
import java.time.Instant;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** The ledgers of all sittings. What a method here returns as appended is durable. */
public interface Ledgers {

    /**
     * Judges entries made in a candidate's browser one after the other, and appends those that count or are held. The
     * candidate is heard with every batch; one that holds nothing costs no access to the store.
     *
     * <p>An entry dated after {@code now} counts as made at {@code now}; one that the ledger has already is not
     * appended again.
     *
     * @throws SeatTakenException if the batch comes from a window that never had this sitting's seat
     * @throws TooManyEntriesException if more entries come than a person can make
     * @throws StoreFailedException if they could not be made durable
     */
    Appended append(Appointment appointment, Batch batch, Instant now);

    /** Notes that a candidate was given something at {@code now} that they had not had before. */
    void given(Appointment appointment, Instant now);

    /**
     * Appends an act that the server itself records or that is done outside the room; if it counts, {@link Recorded} is
     * published.
     */
    Outcome record(Appointment appointment, Act act, Instant now);

    /**
     * Stops the clocks of a sitting as of an instant in the past, or as soon after it as nothing that was done since would
     * come to be done elsewhere. Else as {@link #record}.
     */
    Outcome pause(Appointment appointment, Act.Paused pause, Instant since, Instant now);

    /**
     * Does what {@link #record} does, unless somebody has changed the clocks of the sitting after {@code seen}: then it is
     * refused, so that what two people, or one who presses twice, want to give is given once.
     */
    Outcome recordUnlessClocksChanged(Appointment appointment, Act.OnClocks act, Instant seen, Instant now);

    /**
     * Gives back to each clock what it ran in the silences of the seat and nobody has given back. What is lost is worked
     * out and given under one lock, so it is never given twice.
     *
     * @return what came of each grant; none if nothing was lost
     */
    List<Outcome> giveBack(Appointment appointment, By by, Instant now);

    /**
     * Returns when nothing was heard of the seat of a sitting, the silence that goes on at {@code now} among them, in
     * order.
     */
    List<Outage> outages(Appointment appointment, Instant now);

    /**
     * A silence of a seat.
     *
     * @param lost how much time it took, by time box, that no grant has given back
     */
    record Outage(Silence silence, Map<BoxId, Duration> lost) {
        public Outage {
            lost = Collections.unmodifiableMap(new LinkedHashMap<>(lost));
        }
    }

    /**
     * Returns the sitting at {@code now}, after recording what time has ended by then.
     *
     * @throws UnreadableLedgerException if what is stored of it cannot be read
     */
    Opened open(Appointment appointment, Instant now);

    /** Returns what {@link #open} does, or empty for a sitting that cannot be read: for lists, which it must not harm. */
    default Optional<Opened> openIfReadable(Appointment appointment, Instant now) {
        try {
            return Optional.of(open(appointment, now));
        } catch (UnreadableLedgerException e) {
            return Optional.empty();
        }
    }

    /** Returns how the time of a sitting was spent up to {@code now}. */
    Timeline timeline(Appointment appointment, Instant now);

    /** Returns the lines of a ledger as JSON, the head first, each with its hash. */
    Stream<String> export(Appointment appointment);

    /**
     * A ledger as it stands.
     *
     * @param entries in the order they were received
     * @param examHash the hash of the last line, or of the head if there is none; answers to surveys do not count
     * @param examEntries how many lines that is
     * @param held the entries that do not count by themselves, in the order they were received
     */
    record Opened(Sitting sitting, List<Entry> entries, Hash examHash, int examEntries, List<Held> held) {

        /** Returns how many entries wait for a person to decide. */
        public int waiting() {
            return (int) held.stream().filter(Held::waits).count();
        }
    }
}

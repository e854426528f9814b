package dauntingledger.app.ledger;

import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Timeline;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;

/** The ledgers of all sittings. What a method here returns as appended is durable. */
public interface Ledgers {

    /**
     * Judges entries made in a candidate's browser one after the other, and appends those that count or are held.
     *
     * <p>An entry dated after {@code now} counts as made at {@code now}; one that the ledger has already is not
     * appended again.
     *
     * @param seat what the server calls the window that sends them
     * @throws SeatTakenException if another window has taken the seat; nothing is appended
     */
    List<Outcome> append(Appointment appointment, String seat, List<Entry> entries, Instant now);

    /**
     * Appends an act that the server itself records or that is done outside the room; if it counts, {@link Recorded} is
     * published.
     */
    Outcome record(Appointment appointment, Act act, Instant now);

    /** Returns the sitting at {@code now}, after recording what time has ended by then. */
    Opened open(Appointment appointment, Instant now);

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
     * @param held how many entries are kept without counting, for a person to decide
     */
    record Opened(Sitting sitting, List<Entry> entries, Hash examHash, int examEntries, int held) {}
}

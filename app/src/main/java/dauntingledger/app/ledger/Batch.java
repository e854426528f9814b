package dauntingledger.app.ledger;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.sitting.Entry;
import java.time.Instant;
import java.util.List;

/**
 * What a candidate's browser sends at once.
 *
 * @param seat what the server calls the window that sends it
 * @param entries in the order in which they were made; none if there is nothing to send
 * @param waiting the digests of the entries that wait to be sent behind these, in their order
 * @param begun when it began to arrive; reading it may take a while
 */
public record Batch(String seat, List<Entry> entries, List<String> waiting, Instant begun) {
    public Batch {
        requireNonNull(seat, "seat");
        entries = List.copyOf(entries);
        waiting = List.copyOf(waiting);
        requireNonNull(begun, "begun");
    }

    /** Returns whether it says only that the window is there. */
    public boolean isHeartbeat() {
        return entries.isEmpty() && waiting.isEmpty();
    }
}

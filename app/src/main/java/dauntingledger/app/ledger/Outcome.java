package dauntingledger.app.ledger;

import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Verdict;
import java.util.Optional;

/**
 * What became of an entry that was sent.
 *
 * @param held the entry as it stands in the ledger, if it is held
 */
public record Outcome(EntryId entry, Status status, Verdict verdict, Optional<Entry> held) {

    /** Whether the ledger has the entry now. */
    public enum Status {
        /** It is in the ledger and counts. */
        ENTERED,
        /** It is in the ledger and waits for a person's decision. */
        HELD,
        /** It is not in the ledger; the verdict says why. */
        REFUSED
    }
}

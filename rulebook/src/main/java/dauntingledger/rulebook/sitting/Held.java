package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import java.util.Optional;

/**
 * An entry that does not count by itself: it stands in the ledger until a person decides about it.
 *
 * @param reason why it is held
 * @param decision what a person decided last, if anybody has
 */
public record Held(Entry entry, Reason reason, Optional<Act.HeldDecided> decision) {

    public Held {
        requireNonNull(entry, "entry");
        requireNonNull(reason, "reason");
        requireNonNull(decision, "decision");
    }

    /** Why an entry does not count by itself. */
    public enum Reason {
        /** It was carried for longer than the paper accepts. */
        CARRIED_TOO_LONG,
        /** It is dated before the instant at which the candidate was heard last, by more than the grace. */
        DATED_BACK,
        /** It is dated before one that the same seat had sent already. */
        OUT_OF_ORDER,
        /** It is dated before a step on the route that the candidate is known to have taken since. */
        BEFORE_A_STEP,
        /** It came from a seat whose place another has taken. */
        FORMER_SEAT,
        /** It came after the receipt was given out. */
        AFTER_THE_RECEIPT,
        /** The rules refuse it as things stand, but it may rest on one before it that is held. */
        RESTS_ON_HELD,
        /** The rules refuse it because of a pause that was dated back, of which the candidate could not know. */
        PAUSED_MEANWHILE
    }

    /** Returns whether a person has let it count. */
    public boolean counts() {
        return decision.filter(Act.HeldDecided::counts).isPresent();
    }

    /** Returns whether it waits for a person. */
    public boolean waits() {
        return decision.isEmpty();
    }

    Held decided(Act.HeldDecided other) {
        return new Held(entry, reason, Optional.of(other));
    }
}

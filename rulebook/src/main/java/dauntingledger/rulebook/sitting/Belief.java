package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.LateAcceptance;
import java.util.Optional;

/**
 * What is believed of a candidate's browser about the time at which something was done. It learns from the entries of a
 * ledger in the order they were received, and needs nothing else; so a ledger that is read again is judged the same.
 */
final class Belief {

    /*
     * A browser may be changed, so its own instant is believed only back to the instant at which the server last heard
     * from the candidate, less a grace for what was on its way. While a connection is good the server hears every few
     * seconds, and nothing can be dated back. In an outage it hears nothing, so everything made in it can be believed,
     * for as long as the paper accepts.
     *
     * The instants at which the server heard stand in each line (see Hearing); the rest follows from the lines before.
     */

    private final long accepted;
    private final long grace;
    private long lastFromSeat;
    private long lastStep;
    private boolean receiptGiven;

    Belief(LateAcceptance acceptance) {
        this.accepted = acceptance.carried().toMillis();
        this.grace = acceptance.grace().toMillis();
    }

    boolean isReceiptGiven() {
        return receiptGiven;
    }

    /** Returns why an entry does not count by itself, or empty if it does. */
    Optional<Held.Reason> doubt(Entry entry) {
        if (entry.act().actor() != Actor.CANDIDATE) {
            return Optional.empty();
        }
        if (entry.formerSeat().isPresent()) {
            return Optional.of(Held.Reason.FORMER_SEAT);
        }
        if (receiptGiven && entry.isFromABrowser() && !(entry.act() instanceof Act.SurveyAnswered)) {
            return Optional.of(Held.Reason.AFTER_THE_RECEIPT);
        }
        if (entry.carriedMillis() > accepted) {
            return Optional.of(Held.Reason.CARRIED_TOO_LONG);
        }
        if (entry.heardMillis() != Entry.UNHEARD && entry.atMillis() < entry.heardMillis() - grace) {
            return Optional.of(Held.Reason.DATED_BACK);
        }
        if (entry.isFromABrowser() && entry.atMillis() < lastFromSeat) {
            return Optional.of(Held.Reason.OUT_OF_ORDER);
        }
        return entry.atMillis() < lastStep ? Optional.of(Held.Reason.BEFORE_A_STEP) : Optional.empty();
    }

    /** Takes an entry into account, whether it counts or is held. */
    void learn(Entry entry, boolean counts) {
        if (entry.isFromABrowser() && entry.formerSeat().isEmpty()) {
            lastFromSeat = Math.max(lastFromSeat, entry.atMillis());
        }
        switch (entry.act()) {
            case Act.OnRoute step when counts -> lastStep = Math.max(lastStep, entry.atMillis());
            case Act.SeatTaken taken -> lastFromSeat = 0;
            case Act.ReceiptGiven given -> receiptGiven = true;
            case Act.Reopened reopened -> {
                receiptGiven = false;
                lastStep = Math.max(lastStep, entry.atMillis());
            }
            default -> {}
        }
    }
}

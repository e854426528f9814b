package dauntingledger.app.ledger;

/** Thrown when the stored lines of a sitting cannot be read; it concerns this sitting alone. */
public final class UnreadableLedgerException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    private final SittingId sitting;

    UnreadableLedgerException(SittingId sitting, RuntimeException cause) {
        super("the ledger of sitting " + sitting + " cannot be read: "
                + cause.getClass().getSimpleName());
        this.sitting = sitting;
    }

    public SittingId sitting() {
        return sitting;
    }
}

package dauntingledger.app.ledger;

/** Thrown when a candidate's browser sends faster than any person works; nothing is appended. */
public final class TooManyEntriesException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    TooManyEntriesException(SittingId sitting) {
        super("sitting " + sitting + " gets more entries than it may; send them again a little later");
    }
}

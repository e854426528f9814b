package dauntingledger.app.ledger;

/** Thrown when a window writes that is no longer the sitting's live seat. */
public final class SeatTakenException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    SeatTakenException(SittingId sitting) {
        super("sitting " + sitting + " is written from another window");
    }
}

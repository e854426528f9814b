package dauntingledger.app.ledger;

/** Another node has written to the sitting meanwhile, so what was judged here was judged on a state that is over. */
final class OvertakenException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    OvertakenException(SittingId sitting) {
        super("another node was faster in sitting " + sitting);
    }
}

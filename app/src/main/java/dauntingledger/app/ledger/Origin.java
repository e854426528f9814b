package dauntingledger.app.ledger;

/** Who has put a candidate on the roster of an exam. */
public enum Origin {
    /** The office, one by one. */
    HAND,
    /** A roster that was sent as a file; only another file takes them out again. */
    FILE,
    /** The candidate, on the exam's public page. */
    SELF,
    /** A centre. */
    CENTRE
}

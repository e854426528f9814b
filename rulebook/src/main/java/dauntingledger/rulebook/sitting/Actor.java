package dauntingledger.rulebook.sitting;

/** Whose act an entry records. */
public enum Actor {
    CANDIDATE,
    INVIGILATOR,
    /** What followed from time or from the server's own doings, written down for the record. */
    CLOCK
}

package dauntingledger.rulebook.sitting;

/** Whose act an entry records. */
public enum Actor {
    CANDIDATE,
    INVIGILATOR,
    /** The exam office, for what only it may permit. */
    OFFICE,
    /** What followed from time or from the server's own doings, written down for the record. */
    CLOCK
}

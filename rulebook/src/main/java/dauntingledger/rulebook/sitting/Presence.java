package dauntingledger.rulebook.sitting;

/** Whether the candidate is where the open stage is. */
public enum Presence {
    AT_DESK,
    /** On a break of their own. */
    ON_BREAK,
    /** A break is over, and they have not signed in again yet. */
    AWAY
}

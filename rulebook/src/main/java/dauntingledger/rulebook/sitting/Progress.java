package dauntingledger.rulebook.sitting;

/** How far a sitting has come, seen from outside the room. */
public enum Progress {
    /** Nobody has come in yet. */
    BEFORE,
    IN_PROGRESS,
    HANDED_IN,
    /** A notice was declined. */
    DECLINED,
    /** The invigilator has ended it. */
    ENDED
}

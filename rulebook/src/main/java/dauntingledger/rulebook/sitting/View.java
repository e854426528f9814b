package dauntingledger.rulebook.sitting;

/** What the candidate has in view while a block is open. */
public enum View {
    QUESTION,
    REVIEW,
    /** All questions of the block, to read through. */
    WHOLE
}

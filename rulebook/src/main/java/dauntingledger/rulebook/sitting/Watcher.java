package dauntingledger.rulebook.sitting;

/** Is told how the time of a sitting was spent while its entries are folded; instants in milliseconds. */
interface Watcher {

    Watcher NOBODY = new Watcher() {};

    /** @param questions the questions as they were, with the one in view */
    default void used(int stage, QuestionStates questions, long fromMillis, long toMillis) {}

    /** A break of the candidate's own has ended. */
    default void rested(int stage, long fromMillis, long toMillis) {}

    default void paused(int stage, long fromMillis, long toMillis) {}
}

package dauntingledger.rulebook.program;

/** How one run of a program ended. */
public enum Ending {
    /** It wrote what the case wants. */
    PASSED,
    /** It wrote something else. */
    OTHER_OUTPUT,
    /** It ended by itself; there was nothing to compare with. */
    ENDED,
    /** It cannot be read, or ended with an error or another exit code than 0. */
    ERROR,
    OUT_OF_TIME,
    OUT_OF_MEMORY,
    TOO_MUCH_OUTPUT,
    /** Whoever ran it stopped it. */
    STOPPED;

    public boolean isPass() {
        return this == PASSED;
    }
}

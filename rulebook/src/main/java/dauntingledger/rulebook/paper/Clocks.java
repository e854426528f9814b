package dauntingledger.rulebook.paper;

/** What the clocks of the time boxes around a break or instructions do meanwhile. */
public enum Clocks {
    STAND_STILL,
    RUN_ON
}

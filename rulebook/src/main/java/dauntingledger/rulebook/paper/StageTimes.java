package dauntingledger.rulebook.paper;

import java.time.Duration;

/** The times of a stage as one person has them, because of accommodations. */
public interface StageTimes {

    /** Returns how long somebody may read or decide for whom everybody else has {@code limit}. */
    Duration longer(Duration limit);

    /** Returns how long a break lasts that is {@code length} for everybody else. */
    Duration longerBreak(Duration length);

    /** Returns what the clocks do during a break in which they do {@code clocks} for everybody else. */
    Clocks clocks(Clocks clocks);
}

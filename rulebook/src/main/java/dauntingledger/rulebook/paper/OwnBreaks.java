package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.util.Optional;

/**
 * Breaks that a candidate takes at their own moment while a block is open.
 *
 * @param number how many may be taken, or 0 for as many as the pool lasts
 * @param pool how long they may be together
 * @param longest how long each may be; then the break ends by itself
 * @param clocks what the clocks do meanwhile
 * @param signInAgain whether the candidate signs in again on return
 * @param seals whether the questions of the block that were opened before the break are sealed by it
 */
public record OwnBreaks(
        int number, Optional<Duration> pool, Duration longest, Clocks clocks, boolean signInAgain, boolean seals) {

    public OwnBreaks {
        requireNonNull(pool, "pool");
        requireNonNull(longest, "longest");
        requireNonNull(clocks, "clocks");
    }
}

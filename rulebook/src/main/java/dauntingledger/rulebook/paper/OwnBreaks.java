package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.util.List;
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

    private static final int MOST = 20;

    public OwnBreaks {
        requireNonNull(pool, "pool");
        requireNonNull(longest, "longest");
        requireNonNull(clocks, "clocks");
    }

    /**
     * Returns them with the times that somebody with accommodations has: each becomes longer like all other breaks, and
     * their pool by as much for each that may be taken.
     */
    public OwnBreaks granted(StageTimes times) {
        Duration longer = times.longerBreak(longest);
        Duration more = longer.minus(longest).multipliedBy(Math.max(1, number));
        return new OwnBreaks(
                number, pool.map(whole -> whole.plus(more)), longer, times.clocks(clocks), signInAgain, seals);
    }

    /** Returns what an author got wrong about them, a sentence each; empty if nothing is. */
    List<String> findings() {
        return new Requirements()
                .require(
                        number >= 0 && number <= MOST,
                        "their number must be 0 (as many as the pool lasts) to " + MOST + ", but was " + number)
                .require(
                        number > 0 || pool.isPresent(),
                        "they need a number or a pool of minutes; without either they would never end")
                .requireSpan(longest, "the longest break")
                .requireSpan(pool, "the pool")
                .require(
                        pool.filter(whole -> longest.compareTo(whole) > 0).isEmpty(),
                        "the longest break of " + longest + " does not fit into the pool of "
                                + pool.orElse(Duration.ZERO))
                .found();
    }
}

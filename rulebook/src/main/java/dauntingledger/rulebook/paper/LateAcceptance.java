package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.util.List;

/**
 * How far a paper believes what a candidate's browser says about the time at which something was done.
 *
 * @param carried how long after an entry was made it may reach the server and still count by itself
 * @param grace how far before the instant at which the server last heard from the candidate an entry may be dated and
 *     still count by itself: what was on its way at that instant
 */
public record LateAcceptance(Duration carried, Duration grace) {

    /** A quarter of an hour, and five seconds for what was on its way. */
    public static final LateAcceptance USUAL = new LateAcceptance(Duration.ofMinutes(15), Duration.ofSeconds(5));

    private static final Duration LONGEST_GRACE = Duration.ofMinutes(1);

    public LateAcceptance {
        requireNonNull(carried, "carried");
        requireNonNull(grace, "grace");
    }

    /** Returns the usual grace with another late acceptance. */
    public static LateAcceptance of(Duration carried) {
        return new LateAcceptance(carried, USUAL.grace());
    }

    /** Returns what an author got wrong about it, a sentence each; empty if nothing is. */
    List<String> findings() {
        return new Requirements()
                .require(
                        isFrom0To(Requirements.LONGEST, carried),
                        "late acceptance must be 0 to 24 hours, but was " + carried)
                .require(
                        isFrom0To(LONGEST_GRACE, grace),
                        "the grace for dating must be 0 to 60 seconds, but was " + grace)
                .found();
    }

    private static boolean isFrom0To(Duration most, Duration span) {
        return !span.isNegative() && span.compareTo(most) <= 0;
    }
}

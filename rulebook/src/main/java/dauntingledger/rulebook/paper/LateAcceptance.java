package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.time.Duration;

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

    public LateAcceptance {
        requireNonNull(carried, "carried");
        requireNonNull(grace, "grace");
    }

    /** Returns the usual grace with another late acceptance. */
    public static LateAcceptance of(Duration carried) {
        return new LateAcceptance(carried, USUAL.grace());
    }
}

package dauntingledger.rulebook.sitting;

import java.time.Duration;
import java.time.Instant;

/**
 * What became of a stage that was opened.
 *
 * @param stage its index on the route
 * @param openedAt when it was opened
 * @param endedAt when it ended; while it is open, the instant asked about
 * @param used how long it was open without pauses
 * @param ended how it ended, if it did
 */
public record StageRecord(int stage, Instant openedAt, Instant endedAt, Duration used, Ended ended) {

    /** How a stage ended. */
    public enum Ended {
        NOT_YET,
        /** By an act of the candidate, or at the door of the invigilator. */
        BY_ACT,
        BY_TIME
    }
}

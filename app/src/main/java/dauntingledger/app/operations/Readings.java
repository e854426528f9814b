package dauntingledger.app.operations;

import java.time.Duration;
import java.util.Optional;

/**
 * What is read of the installation at one moment.
 *
 * @param hearsOthers whether this node hears the others; always if it is the only one
 * @param freeBytes where the data is
 * @param acknowledged half of the batches of the last minutes were acknowledged within that time, 99 of 100 within the
 *     second; nothing if there were none
 * @param clockAhead how far the computer's clock is ahead of the exam's
 * @param clockOff how far it is ahead of a time server's; nothing if none is asked or answers
 * @param copyAge how old the latest copy is; nothing if there is none
 * @param copyProblem why the last copy could not be made; empty if it was
 */
record Readings(
        boolean storeUp,
        boolean hearsOthers,
        long freeBytes,
        Optional<Spread> acknowledged,
        Duration sweepLag,
        Duration clockAhead,
        Optional<Duration> clockOff,
        Optional<Duration> copyAge,
        String copyProblem,
        boolean copiesBesideData,
        long held,
        long unreadable,
        long mailFailed,
        long programsWaiting) {

    /** Two quantiles of a span. */
    record Spread(Duration half, Duration most) {}
}

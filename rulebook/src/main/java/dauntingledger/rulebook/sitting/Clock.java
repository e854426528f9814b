package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.BoxId;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/**
 * A time limit as it stands at one instant.
 *
 * @param kind what it limits
 * @param box the time box, or empty for any other kind
 * @param title its name in the paper; empty for a break of one's own and for the room
 * @param allowance its limit and all grants
 * @param used what has run off
 * @param left what remains; {@code used} and {@code left} add up to {@code allowance}
 * @param deadline when it runs out if nothing changes, or empty while it stands still
 * @param warnings at how much time left the candidate is told, longest first
 */
public record Clock(
        Kind kind,
        Optional<BoxId> box,
        String title,
        Duration allowance,
        Duration used,
        Duration left,
        Optional<Instant> deadline,
        List<Duration> warnings) {

    /** What a clock limits. */
    public enum Kind {
        /** A run of stages. */
        BOX,
        /** The open stage alone: a break, a notice, a reading time. */
        STAGE,
        /** A break of the candidate's own. */
        OWN_BREAK,
        /** Everything: the room closes. It never stands still. */
        ROOM
    }
}

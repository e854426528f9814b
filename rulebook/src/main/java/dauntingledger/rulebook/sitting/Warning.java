package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.BoxId;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * That a clock came down to one of its warnings. A clock that was lifted above a warning by a grant and comes down to it
 * again warns again.
 *
 * @param box the time box, or empty for the closing of the room
 * @param left how much time was left
 * @param at when that was
 */
public record Warning(Optional<BoxId> box, Duration left, Instant at) {

    public Warning {
        requireNonNull(box, "box");
        requireNonNull(left, "left");
        requireNonNull(at, "at");
    }
}

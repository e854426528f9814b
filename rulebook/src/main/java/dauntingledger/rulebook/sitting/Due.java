package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.sitting.Timekeeper.Expiry;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What time does next to a sitting if nothing else happens, with the values that this was worked out from. */
final class Due {

    private final Timekeeper time;
    private final Doorway door;
    private final Position position;
    private final @Nullable Instant pausedSince;
    private final List<Warning> warnings;
    private final @Nullable Expiry expiry;
    private final long warningAt;

    private Due(State state, @Nullable Expiry expiry, long warningAt) {
        this.time = state.time;
        this.door = state.door;
        this.position = state.position;
        this.pausedSince = state.pausedSince;
        this.warnings = state.warnings;
        this.expiry = expiry;
        this.warningAt = warningAt;
    }

    static Due of(State state) {
        boolean runs = !state.isOver() && !state.isUntouched();
        Expiry next = runs ? state.time.next(state.stageNumber()) : null;
        if (!state.isPaused() && state.current() instanceof Stage.Admission here) {
            next = earlier(next, state.door.admittedAt(here), state.stageNumber());
        }
        long warning = runs ? state.time.nextWarning(state.now) : Timekeeper.NEVER;
        return new Due(state, next, warning);
    }

    private static @Nullable Expiry earlier(@Nullable Expiry limit, long admittedAt, int stage) {
        return admittedAt == Doorway.NEVER || limit != null && limit.atMillis() <= admittedAt
                ? limit
                : new Expiry(admittedAt, stage);
    }

    /** Returns whether this was worked out from these very values; they are immutable, so it still holds then. */
    @SuppressWarnings("ReferenceEquality")
    boolean holds(State state) {
        return time == state.time
                && door == state.door
                && position == state.position
                && pausedSince == state.pausedSince
                && warnings == state.warnings;
    }

    /** Returns what runs out next, or null if nothing does. */
    @Nullable
    Expiry expiry() {
        return expiry;
    }

    /** Returns when the first of both happens, or {@link Timekeeper#NEVER}. */
    long atMillis() {
        return expiry == null ? warningAt : Math.min(expiry.atMillis(), warningAt);
    }

    /** Returns whether a warning comes first; of both at one instant, what runs out does. */
    boolean isWarning() {
        return expiry == null || warningAt < expiry.atMillis();
    }
}

package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.OwnBreaks;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The breaks that a candidate has taken at their own moment, and whether they still have to sign in again after one. */
final class BreakLog {

    private final Optional<OwnBreaks> rules;
    private int taken;
    private Duration used = Duration.ZERO;
    private @Nullable Instant since;
    private boolean away;

    BreakLog(Optional<OwnBreaks> rules) {
        this.rules = rules;
    }

    BreakLog(BreakLog other) {
        this.rules = other.rules;
        this.taken = other.taken;
        this.used = other.used;
        this.since = other.since;
        this.away = other.away;
    }

    Optional<OwnBreaks> rules() {
        return rules;
    }

    /** Returns the rules of a paper that has breaks of one's own. */
    OwnBreaks ruled() {
        return rules.orElseThrow();
    }

    boolean isOn() {
        return since != null;
    }

    /** Returns whether another break may be begun. */
    boolean isAnyLeft() {
        return rules.isPresent()
                && (ruled().number() == 0 || taken < ruled().number())
                && longest().compareTo(Duration.ZERO) > 0;
    }

    /** Returns how long a break that begins now may be. */
    Duration longest() {
        Duration longest = ruled().longest();
        Duration left = ruled().pool().map(pool -> pool.minus(used)).orElse(longest);
        return left.compareTo(longest) < 0 ? left : longest;
    }

    void begin(Instant at) {
        since = at;
        taken++;
        leave(ruled().signInAgain());
    }

    /** @param length how long the break was, without pauses */
    void end(Duration length) {
        requireNonNull(since, "since");
        since = null;
        used = used.plus(length);
    }

    boolean isAway() {
        return away;
    }

    long sinceMillis() {
        return requireNonNull(since, "since").toEpochMilli();
    }

    /** Leaves the desk for a break; who has to sign in again after an earlier one still has to. */
    void leave(boolean signInAgain) {
        away = away || signInAgain;
    }

    void signedIn() {
        away = false;
    }

    /** Returns where the candidate stands with breaks of their own, or empty if the paper has none. */
    Optional<Breaks> view() {
        return rules.map(own -> new Breaks(taken, isAnyLeft() ? longest() : Duration.ZERO));
    }
}

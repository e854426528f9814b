package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.OwnBreaks;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The breaks that a candidate has taken at their own moment, and whether they still have to sign in again after one.
 *
 * @param rules empty if the paper has no such breaks
 * @param taken how many were begun
 * @param used how long those that have ended were, without pauses
 * @param since when the one that goes on began, or null if none does
 * @param given whether the one that goes on was given by the invigilator; such a one is not counted
 * @param away whether the candidate has to sign in again
 */
record BreakLog(
        Optional<OwnBreaks> rules,
        int taken,
        Duration used,
        @Nullable Instant since,
        boolean given,
        boolean away) {

    static BreakLog none(Optional<OwnBreaks> rules) {
        return new BreakLog(rules, 0, Duration.ZERO, null, false, false);
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

    BreakLog begin(Instant at) {
        return new BreakLog(rules, taken + 1, used, at, false, away).leave(ruled().signInAgain());
    }

    BreakLog give(Instant at) {
        return new BreakLog(rules, taken, used, at, true, away);
    }

    /** @param length how long the break was, without pauses */
    BreakLog end(Duration length) {
        requireNonNull(since, "since");
        return new BreakLog(rules, taken, given ? used : used.plus(length), null, false, away);
    }

    long sinceMillis() {
        return requireNonNull(since, "since").toEpochMilli();
    }

    /** Leaves the desk for a break; who has to sign in again after an earlier one still has to. */
    BreakLog leave(boolean signInAgain) {
        return new BreakLog(rules, taken, used, since, given, away || signInAgain);
    }

    BreakLog signIn() {
        return new BreakLog(rules, taken, used, since, given, false);
    }

    /** Returns where the candidate stands with breaks of their own, or empty if the paper has none. */
    Optional<Breaks> view() {
        return rules.map(own -> new Breaks(taken, isAnyLeft() ? longest() : Duration.ZERO));
    }
}

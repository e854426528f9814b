package dauntingledger.rulebook.sitting;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** The clocks of a sitting, and from when on something can be left. */
public final class SittingClocks {

    private final State state;

    SittingClocks(State state) {
        this.state = state;
    }

    /** Returns all clocks that have started and not ended. */
    public List<Clock> all() {
        return state.isUntouched() || state.isOver() ? List.of() : state.time.clocks(state.stageNumber(), state.at());
    }

    /**
     * Returns the clock that bites first: the least time left among those that run, or among all if none runs. A break of
     * one's own takes nothing from the candidate when it ends, so its clock is not among them.
     */
    public Optional<Clock> tightest() {
        Comparator<Clock> standing =
                Comparator.comparing(clock -> clock.deadline().isEmpty());
        return all().stream()
                .filter(clock -> clock.kind() != Clock.Kind.OWN_BREAK)
                .min(standing.thenComparing(Clock::left));
    }

    /**
     * Returns the time left for each question of the open block without a full answer, in whole seconds rounded down
     * (the candidate is promised nothing that is not there), or empty if there is no such question or no clock.
     */
    public Optional<Duration> pace() {
        if (!(state.position instanceof Position.At open)) {
            return Optional.empty();
        }
        int remaining = new SittingQuestions(state).totalsIn(open.stage()).withoutFullAnswer();
        return remaining == 0
                ? Optional.empty()
                : tightest().map(clock -> Duration.ofSeconds(clock.left().getSeconds() / remaining));
    }

    /** Returns whether the candidate may hide the clock now: where the paper allows it, until the last warning. */
    public boolean mayHide() {
        return state.paper().rules().clockMayHide()
                && tightest()
                        .filter(clock -> clock.warnings().isEmpty()
                                || clock.left().compareTo(clock.warnings().getLast()) > 0)
                        .isPresent();
    }

    /** Returns the warnings that clocks have given so far, in their order. */
    public List<Warning> warnings() {
        return state.warnings;
    }

    /** Returns the instant at which time ends something if no further entry is made, or empty if nothing runs. */
    public Optional<Instant> nextDeadline() {
        return Optional.ofNullable(state.due().expiry()).map(expiry -> Instant.ofEpochMilli(expiry.atMillis()));
    }

    /** Returns when the open instructions or break can be left; empty where none are open. */
    public Optional<Instant> leavableFrom() {
        return Optional.ofNullable(new Availability(state).leavableFrom());
    }

    /**
     * Returns from when on the candidate can close the open block if nothing else happens, {@link Instant#EPOCH} if at
     * any time; empty if not at all, as far as is known now.
     */
    public Optional<Instant> closableFrom() {
        long from = new Availability(state).closableFrom();
        return from == Timekeeper.NEVER ? Optional.empty() : Optional.of(Instant.ofEpochMilli(Math.max(0, from)));
    }
}

package dauntingledger.app.ledger;

import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Progress;
import dauntingledger.rulebook.sitting.Silence;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Lets practice be left, and gone on with where it was: time in which nobody is there counts for nothing. An exam knows
 * nothing of it.
 */
@Component
public class Leaving {

    private static final Act.Paused LEFT = new Act.Paused(By.NOBODY, "");
    private static final Act.Resumed BACK = new Act.Resumed(By.NOBODY);
    private static final Duration JUST_BEFORE = Duration.ofMillis(1);

    private final Ledgers ledgers;

    Leaving(Ledgers ledgers) {
        this.ledgers = ledgers;
    }

    /** Stops the time of practice that is going on; of anything else nothing. */
    public void leave(Appointment appointment, Instant now) {
        if (isGoingOn(appointment, now)) {
            ledgers.record(appointment, LEFT, now);
        }
    }

    /**
     * Stops practice whose window was closed just before something of it runs out. What its window has not sent yet was made
     * before that, and counts when it comes.
     *
     * @param due when something runs out
     */
    void stopBefore(Instant due, Appointment appointment) {
        Instant before = due.minus(JUST_BEFORE);
        if (isGoingOn(appointment, before)
                && leftAloneSince(appointment, before).isPresent()) {
            ledgers.record(appointment, LEFT, before);
        }
    }

    /**
     * Lets the time of practice go on, and gives back what ran while nobody was there. It is for a window that has nothing to
     * send: what was made in a time that stands still would be held.
     */
    public void comeBack(Appointment appointment, Instant now) {
        if (!isGoingOn(appointment, now)) {
            return;
        }
        leftAloneSince(appointment, now).ifPresent(since -> ledgers.pause(appointment, LEFT, since, now));
        Sitting sitting = ledgers.open(appointment, now).sitting();
        if (sitting.isPaused()) {
            ledgers.giveBack(appointment, By.NOBODY, now);
            ledgers.record(appointment, BACK, now);
        }
    }

    private boolean isGoingOn(Appointment appointment, Instant now) {
        return appointment.terms().practised().isPresent()
                && ledgers.open(appointment, now).sitting().route().progress() == Progress.IN_PROGRESS;
    }

    /** Returns since when nothing was heard of a window that was closed. */
    private Optional<Instant> leftAloneSince(Appointment appointment, Instant now) {
        return ledgers.outages(appointment, now).stream()
                .map(Ledgers.Outage::silence)
                .filter(silence -> silence.isLeftAloneAt(now))
                .map(Silence::fromInclusive)
                .findFirst();
    }
}

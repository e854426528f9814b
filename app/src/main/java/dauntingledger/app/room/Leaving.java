package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Progress;
import java.time.Instant;
import org.springframework.stereotype.Component;

/**
 * Lets practice be left, and gone on with where it was: its time stands still for as long as nobody is there. An exam knows
 * nothing of it.
 */
@Component
class Leaving {

    private static final Act.Paused LEFT = new Act.Paused(By.NOBODY, "");
    private static final Act.Resumed BACK = new Act.Resumed(By.NOBODY);

    private final Ledgers ledgers;

    Leaving(Ledgers ledgers) {
        this.ledgers = ledgers;
    }

    /** Stops the time of practice; of anything else nothing. */
    void leave(Appointment appointment, Instant now) {
        if (isPractice(appointment)) {
            ledgers.record(appointment, LEFT, now);
        }
    }

    /**
     * Lets the time of practice go on. Where it was not left but its window was closed, what has run since counts for
     * nothing.
     */
    void comeBack(Appointment appointment, Instant now) {
        if (!isPractice(appointment)) {
            return;
        }
        if (ledgers.open(appointment, now).sitting().route().progress() != Progress.IN_PROGRESS) {
            return;
        }
        ledgers.stopIfLeftAlone(appointment, now);
        if (ledgers.open(appointment, now).sitting().isPaused()) {
            ledgers.record(appointment, BACK, now);
        }
    }

    private static boolean isPractice(Appointment appointment) {
        return appointment.terms().practised().isPresent();
    }
}

package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.Watch;
import java.time.Duration;

/**
 * How often and how long a candidate was away from the exam's window.
 *
 * @param times how many absences there were, the short ones among them
 * @param counted how many of them count
 * @param together how long they were together
 * @param last how long the last one was
 * @param read the last warning that was read, from 1; 0 for none
 */
public record Absences(int times, int counted, Duration together, Duration last, int read) {

    static final Absences NONE = new Absences(0, 0, Duration.ZERO, Duration.ZERO, 0);

    public Absences {
        requireNonNull(together, "together");
        requireNonNull(last, "last");
    }

    /** Returns these and one more. */
    Absences and(Duration away, Watch watch) {
        boolean counts = away.compareTo(watch.shortest()) >= 0;
        return new Absences(times + 1, counts ? counted + 1 : counted, together.plus(away), away, read);
    }

    Absences warned(int warning) {
        return new Absences(times, counted, together, last, warning);
    }

    /** Returns the warning that has to be read, from 1; 0 if none has. */
    public int unread(Watch watch) {
        int given = Math.min(counted, watch.warnings());
        return given > read ? given : 0;
    }
}

package dauntingledger.app.marking;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.rulebook.sitting.Progress;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Clock;
import java.time.Instant;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The cohort of an exam: all who handed in, but those whom the office leaves out. */
@Component
public class HandedIn {

    private final Appointments appointments;
    private final Ledgers ledgers;
    private final LeftOut leftOut;
    private final Clock clock;

    HandedIn(Appointments appointments, Ledgers ledgers, LeftOut leftOut, Clock clock) {
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.leftOut = leftOut;
        this.clock = clock;
    }

    /** One who handed in. */
    public record One(Appointment appointment, Sitting sitting) {}

    /** Returns the cohort, in no order: sittings are read side by side, and none is kept. */
    public Stream<One> of(Exam exam) {
        Instant now = clock.instant();
        Set<SittingId> without = leftOut.of(exam.id()).keySet();
        return appointments.of(exam.id()).parallelStream()
                .filter(appointment -> !without.contains(appointment.sitting()))
                .flatMap(appointment -> ledgers.openIfReadable(appointment, now).stream()
                        .filter(opened -> opened.sitting().route().progress() == Progress.HANDED_IN)
                        .map(opened -> new One(appointment, opened.sitting())));
    }

    /** Returns how many programs of a cohort wait to be run under a key. */
    public int waiting(Exam exam, PaperMarking marking) {
        return marking.hasPrograms()
                ? of(exam).mapToInt(one -> marking.waiting(one.sitting())).sum()
                : 0;
    }
}

package dauntingledger.app.invigilation;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** The sittings that an invigilator looks after and that belong to no exam, each looked at once; exams have boards. */
@Component
class Floor {

    private static final int MOST_SITTINGS = 500;

    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Candidates candidates;

    Floor(Appointments appointments, Ledgers ledgers, Candidates candidates) {
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.candidates = candidates;
    }

    /** A sitting as it stands. */
    record Watched(Appointment appointment, Ledgers.Opened opened) {
        Sitting sitting() {
            return opened.sitting();
        }
    }

    /** A sitting that cannot be read. */
    record Broken(SittingId sitting, Candidate candidate) {}

    /** All that can be read and all that cannot; the latter keep nobody from the former. */
    record View(List<Watched> places, List<Broken> broken) {}

    /** Returns what {@code member} looks after. */
    View of(Staff.Member member, Instant now) {
        List<Watched> places = new ArrayList<>();
        List<Broken> broken = new ArrayList<>();
        for (Appointment appointment : appointments.current(now, MOST_SITTINGS)) {
            if (appointment.exam().isPresent() || !looksAfter(member, appointment)) {
                continue;
            }
            ledgers.openIfReadable(appointment, now)
                    .ifPresentOrElse(
                            opened -> places.add(new Watched(appointment, opened)),
                            () -> broken.add(new Broken(appointment.sitting(), candidate(appointment))));
        }
        return new View(places, broken);
    }

    static boolean looksAfter(Staff.Member member, Appointment appointment) {
        return appointment.isShown() && member.looksAfter(appointment.room().map(RoomId::value));
    }

    Candidate candidate(Appointment appointment) {
        return candidates.find(appointment.candidate()).orElseThrow();
    }
}

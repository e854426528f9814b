package dauntingledger.app.invigilation;

import dauntingledger.app.admission.Candidate;
import dauntingledger.app.admission.Candidates;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.rulebook.sitting.Sitting;
import java.time.Instant;
import java.util.List;
import org.springframework.stereotype.Component;

/** All sittings that an invigilator looks after, each looked at once. */
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
    record Place(Appointment appointment, Sitting sitting) {}

    List<Place> at(Instant now) {
        return appointments.all(MOST_SITTINGS).stream()
                .map(appointment ->
                        new Place(appointment, ledgers.open(appointment, now).sitting()))
                .toList();
    }

    Candidate candidate(Place place) {
        return candidates.find(place.appointment().candidate()).orElseThrow();
    }
}

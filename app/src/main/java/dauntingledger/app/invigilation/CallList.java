package dauntingledger.app.invigilation;

import dauntingledger.app.admission.Candidate;
import dauntingledger.app.admission.Candidates;
import dauntingledger.app.admission.WallClock;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Help;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Finds out who calls for the invigilator and has not been answered, whoever has waited longest first. */
@Component
class CallList {

    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Candidates candidates;
    private final WallClock wall;

    CallList(Appointments appointments, Ledgers ledgers, Candidates candidates, WallClock wall) {
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.candidates = candidates;
        this.wall = wall;
    }

    /**
     * Somebody who calls.
     *
     * @param reason why, as the ending of a message key
     */
    record Call(
            long sitting,
            String candidate,
            String number,
            String seat,
            Instant calledAt,
            String since,
            String reason,
            String note) {}

    List<Call> at(Instant now) {
        return appointments.all(DoorList.MOST_SITTINGS).stream()
                .flatMap(appointment -> call(appointment, now).stream())
                .sorted(Comparator.comparing(Call::calledAt))
                .toList();
    }

    private Optional<Call> call(Appointment appointment, Instant now) {
        return ledgers.open(appointment, now)
                .sitting()
                .help()
                .filter(help -> help.answer().isEmpty())
                .map(help -> call(appointment, help));
    }

    private Call call(Appointment appointment, Help help) {
        Candidate candidate = candidates.find(appointment.candidate()).orElseThrow();
        return new Call(
                appointment.sitting().value(),
                candidate.name(),
                candidate.number(),
                appointment.seat(),
                help.calledAt(),
                wall.time(help.calledAt()),
                PlainNames.name(help.reason()),
                help.note());
    }
}

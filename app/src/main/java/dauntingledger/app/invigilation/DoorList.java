package dauntingledger.app.invigilation;

import dauntingledger.app.admission.Candidate;
import dauntingledger.app.admission.Candidates;
import dauntingledger.app.admission.WallClock;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Stage.Admission.Way;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Arrival;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.StageRecord;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Finds out who is held up between the door and the first question. */
@Component
class DoorList {

    /** How many sittings are looked through. */
    static final int MOST_SITTINGS = 500;

    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Candidates candidates;
    private final WallClock wall;

    DoorList(Appointments appointments, Ledgers ledgers, Candidates candidates, WallClock wall) {
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.candidates = candidates;
        this.wall = wall;
    }

    /**
     * Somebody who waits.
     *
     * @param reason what for, as the ending of a message key
     * @param note what the candidate wrote, or the lines of the station check that do not pass
     * @param needed what the invigilator can do about it: admit, resolve, excuse, or nothing but wait
     * @param code the code to hand out, where the door asks for one
     */
    record Waiting(
            long sitting,
            String candidate,
            String number,
            String face,
            String seat,
            String exam,
            String since,
            String reason,
            List<String> note,
            Need needed,
            String code,
            boolean portrait) {}

    /** What the invigilator can do. */
    enum Need {
        ADMIT,
        RESOLVE,
        EXCUSE,
        NOTHING
    }

    List<Waiting> at(Instant now) {
        return appointments.all(MOST_SITTINGS).stream()
                .flatMap(appointment -> waiting(appointment, now).stream())
                .toList();
    }

    private Optional<Waiting> waiting(Appointment appointment, Instant now) {
        Sitting sitting = ledgers.open(appointment, now).sitting();
        if (!(sitting.position() instanceof Position.At at)) {
            return Optional.empty();
        }
        StageRecord here = sitting.stageRecord(at.stage()).orElseThrow();
        return switch (sitting.paper().route().get(at.stage())) {
            case Stage.Identity identity ->
                sitting.arrival()
                        .report()
                        .map(report -> row(appointment, sitting, report.at())
                                .of(
                                        "report." + PlainNames.name(report.reason()),
                                        Stream.of(report.note()),
                                        Need.RESOLVE));
            case Stage.Admission door ->
                Optional.of(row(appointment, sitting, here.openedAt()).atTheDoor(door, now));
            case Stage.StationCheck check
            when !sitting.arrival().wanting(check).isEmpty() ->
                Optional.of(row(appointment, sitting, here.openedAt())
                        .of("station", sitting.arrival().wanting(check).stream().map(PlainNames::name), Need.EXCUSE));
            default -> Optional.empty();
        };
    }

    private Row row(Appointment appointment, Sitting sitting, Instant since) {
        Candidate candidate = candidates.find(appointment.candidate()).orElseThrow();
        return new Row(appointment, sitting, candidate, wall.time(since));
    }

    private record Row(Appointment appointment, Sitting sitting, Candidate candidate, String since) {

        Waiting atTheDoor(Stage.Admission door, Instant now) {
            Arrival arrival = sitting.arrival();
            boolean admits =
                    sitting.permits(new Act.LeaveGiven(door.id(), ""), now).isPermitted();
            String reason = arrival.late()
                    ? "late"
                    : arrival.triesLeft() == 0
                            ? "out-of-tries"
                            : admits ? "leave" : arrival.unmet().contains(Way.SCHEDULE) ? "schedule" : "code";
            return of(reason, Stream.empty(), admits ? Need.ADMIT : Need.NOTHING);
        }

        Waiting of(String reason, Stream<String> note, Need needed) {
            boolean asksForCode = sitting.stage()
                    .filter(stage ->
                            stage instanceof Stage.Admission door && door.ways().contains(Way.CODE))
                    .isPresent();
            return new Waiting(
                    appointment.sitting().value(),
                    candidate.name(),
                    candidate.number(),
                    candidate.face(),
                    appointment.seat(),
                    sitting.paper().title(),
                    since,
                    reason,
                    note.toList(),
                    needed,
                    asksForCode ? appointment.terms().code() : "",
                    sitting.arrival().portrait().isPresent());
        }
    }
}

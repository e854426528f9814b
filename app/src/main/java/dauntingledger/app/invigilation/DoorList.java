package dauntingledger.app.invigilation;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.words.WallClock;
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

    private final Floor floor;
    private final WallClock wall;

    DoorList(Floor floor, WallClock wall) {
        this.floor = floor;
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

    List<Waiting> among(List<Floor.Watched> places, Instant now) {
        return places.stream().flatMap(place -> waiting(place, now).stream()).toList();
    }

    private Optional<Waiting> waiting(Floor.Watched place, Instant now) {
        Sitting sitting = place.sitting();
        if (!(sitting.route().position() instanceof Position.At at)) {
            return Optional.empty();
        }
        StageRecord here = sitting.route().record(at.stage()).orElseThrow();
        return switch (sitting.paper().route().get(at.stage())) {
            case Stage.Identity identity ->
                sitting.arrival()
                        .report()
                        .map(report -> row(place, report.at())
                                .of(
                                        "report." + PlainNames.name(report.reason()),
                                        Stream.of(report.note()),
                                        Need.RESOLVE));
            case Stage.Admission door -> Optional.of(row(place, here.openedAt()).atTheDoor(door, now));
            case Stage.StationCheck check
            when !sitting.arrival().wanting(check).isEmpty() ->
                Optional.of(row(place, here.openedAt())
                        .of("station", sitting.arrival().wanting(check).stream().map(PlainNames::name), Need.EXCUSE));
            default -> Optional.empty();
        };
    }

    private Row row(Floor.Watched place, Instant since) {
        return new Row(place.appointment(), place.sitting(), floor.candidate(place.appointment()), wall.time(since));
    }

    private record Row(Appointment appointment, Sitting sitting, Candidate candidate, String since) {

        Waiting atTheDoor(Stage.Admission door, Instant now) {
            boolean admits =
                    sitting.permits(new Act.LeaveGiven(door.id(), ""), now).isPermitted();
            List<Arrival.AtTheDoor> waitsFor = sitting.arrival().waitingAt(door);
            String reason = waitsFor.stream()
                    .filter(Arrival.AtTheDoor::needsInvigilator)
                    .findFirst()
                    .or(() -> waitsFor.stream().findFirst())
                    .map(PlainNames::name)
                    .orElse("leave");
            return of(reason, Stream.empty(), admits ? Need.ADMIT : Need.NOTHING);
        }

        Waiting of(String reason, Stream<String> note, Need needed) {
            boolean asksForCode = sitting.route()
                    .stage()
                    .filter(stage ->
                            stage instanceof Stage.Admission door && door.ways().contains(Way.CODE))
                    .isPresent();
            return new Waiting(
                    appointment.sitting().value(),
                    candidate.name(),
                    candidate.number(),
                    candidate.face(),
                    appointment.chair(),
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

package dauntingledger.app.invigilation;

import dauntingledger.app.signin.Candidate;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Help;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import org.springframework.stereotype.Component;

/** Finds out who calls for the invigilator and has not been answered, whoever has waited longest first. */
@Component
class CallList {

    private final Floor floor;
    private final WallClock wall;

    CallList(Floor floor, WallClock wall) {
        this.floor = floor;
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

    List<Call> among(List<Floor.Watched> places) {
        return places.stream()
                .flatMap(place -> place.sitting().help().stream()
                        .filter(help -> help.answer().isEmpty())
                        .map(help -> call(place, help)))
                .sorted(Comparator.comparing(Call::calledAt))
                .toList();
    }

    private Call call(Floor.Watched place, Help help) {
        Candidate candidate = floor.candidate(place.appointment());
        return new Call(
                place.appointment().sitting().value(),
                candidate.name(),
                candidate.number(),
                place.appointment().chair(),
                help.calledAt(),
                wall.time(help.calledAt()),
                PlainNames.name(help.reason()),
                help.note());
    }
}

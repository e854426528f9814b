package dauntingledger.app.invigilation;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Chairs;
import dauntingledger.app.exams.ExamChangeException;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.signin.Locks;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Actor;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Verdict;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What the invigilator does about coming in, sitting elsewhere and ending. For invigilators of the room. */
@RestController
class PlaceActs {

    private final Deeds deeds;
    private final Ledgers ledgers;
    private final Chairs chairs;
    private final Locks locks;
    private final Clock clock;

    PlaceActs(Deeds deeds, Ledgers ledgers, Chairs chairs, Locks locks, Clock clock) {
        this.deeds = deeds;
        this.ledgers = ledgers;
        this.chairs = chairs;
        this.locks = locks;
        this.clock = clock;
    }

    /** Lets those go on who are held up between the door and the first question: by leave, resolved, or excused. */
    @Audited("let-go-on")
    @PostMapping("/invigilation/boards/{exam}/{room}/go-on")
    Deeds.Done letGoOn(Chosen chosen) {
        String person = chosen.member().name();
        Instant now = clock.instant();
        List<Appointment> waiting = chosen.whole()
                ? chosen.sittings().stream()
                        .filter(sitting -> lettingGoOn(sitting, person, now).isPresent())
                        .toList()
                : chosen.sittings();
        return deeds.to(
                waiting,
                "go-on",
                (sitting, then) -> lettingGoOn(sitting, person, then)
                        .map(act -> deeds.record(sitting, act, then))
                        .orElse(Verdict.NOT_NEEDED));
    }

    private Optional<Act> lettingGoOn(Appointment sitting, String person, Instant now) {
        Sitting here = ledgers.open(sitting, now).sitting();
        return here.route()
                .stage()
                .<Act>flatMap(stage -> switch (stage) {
                    case Stage.Admission door -> Optional.of(new Act.LeaveGiven(door.id(), person));
                    case Stage.Identity identity -> Optional.of(new Act.ReportResolved(identity.id(), person));
                    case Stage.StationCheck check -> Optional.of(new Act.StationExcused(check.id(), person));
                    default -> Optional.empty();
                })
                .filter(act -> here.permits(act, now).isPermitted());
    }

    /** Lets those sign in at once who have to wait because of wrong PINs. */
    @Audited("lock-lifted")
    @PostMapping("/invigilation/boards/{exam}/{room}/unlock")
    Deeds.Done unlock(Chosen chosen) {
        return deeds.to(
                List.of(deeds.theOne(chosen)),
                "unlock",
                (sitting, now) -> locks.lift(sitting.candidate(), now) ? Verdict.PERMITTED : Verdict.ALREADY_SO);
    }

    /** Lets a candidate go on at another place of the room; with what has not come from the computer that they leave. */
    @Audited("place-changed")
    @PostMapping("/invigilation/boards/{exam}/{room}/place")
    Deeds.Done changePlace(
            Chosen chosen,
            @RequestParam(defaultValue = "") String chair,
            @RequestParam(defaultValue = "") String reason) {
        Appointment sitting = deeds.theOne(chosen);
        Act changed = new Act.PlaceChanged(
                deeds.bounded(chair, Act.PlaceChanged.MOST_CHAIR), chosen.by(deeds.reason(reason)));
        return deeds.to(List.of(sitting), "place", (one, now) -> changePlace(one, changed, chair, now));
    }

    private Verdict changePlace(Appointment sitting, Act changed, String chair, Instant now) {
        Verdict may = ledgers.open(sitting, now).sitting().permits(changed, now);
        if (!may.isPermitted()) {
            return may;
        }
        try {
            chairs.change(sitting, chair);
        } catch (ExamChangeException e) {
            throw deeds.wrong(e.reasons().getFirst(), chair);
        }
        locks.lift(sitting.candidate(), now);
        return deeds.record(sitting, changed, now);
    }

    /** Ends a sitting, which the office can take back. */
    @Audited("sitting-ended")
    @PostMapping("/invigilation/boards/{exam}/{room}/end")
    Deeds.Done end(Chosen chosen, @RequestParam(defaultValue = "") String reason) {
        deeds.theOne(chosen);
        return deeds.to(chosen, "end", new Act.SittingEnded(chosen.by(deeds.reason(reason))));
    }

    /** Lets a candidate in again whose sitting is over, where the office lets invigilators do that. */
    @Audited("re-entry-permitted")
    @PostMapping("/invigilation/boards/{exam}/{room}/re-entry")
    Deeds.Done reenter(Chosen chosen) {
        if (!chosen.place().exam().reentry()) {
            throw deeds.wrong("re-entry");
        }
        String person = chosen.member().name();
        return deeds.to(
                List.of(deeds.theOne(chosen)),
                "re-entry",
                (sitting, now) -> ledgers.open(sitting, now)
                        .sitting()
                        .route()
                        .reopenable()
                        .map(stage -> deeds.record(sitting, new Act.Reopened(stage, person, Actor.INVIGILATOR), now))
                        .orElse(Verdict.NOT_ON_THE_ROUTE));
    }
}

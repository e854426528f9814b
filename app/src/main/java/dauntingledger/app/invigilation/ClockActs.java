package dauntingledger.app.invigilation;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Outcome;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Clock.Kind;
import dauntingledger.rulebook.sitting.Verdict;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What the invigilator does to the clocks, of one, several or all of a place. For invigilators of the room. */
@RestController
class ClockActs {

    private static final int LONGEST_GRANT_MINUTES = 240;

    private final Deeds deeds;
    private final Boards boards;
    private final Resumes resumes;
    private final Ledgers ledgers;
    private final Clock clock;

    ClockActs(Deeds deeds, Boards boards, Resumes resumes, Ledgers ledgers, Clock clock) {
        this.deeds = deeds;
        this.boards = boards;
        this.resumes = resumes;
        this.ledgers = ledgers;
        this.clock = clock;
    }

    /**
     * Stops the clocks.
     *
     * @param since as of when, in milliseconds; without, now. Each clock is stopped as of then, or as soon after as
     *     nothing is undone by it
     */
    @Audited("paused")
    @PostMapping("/invigilation/boards/{exam}/{room}/pause")
    Deeds.Done pause(
            Chosen chosen,
            @RequestParam(defaultValue = "") String reason,
            @RequestParam(name = "words", defaultValue = "") String told,
            @RequestParam Optional<Long> since) {
        Act.Paused pause =
                new Act.Paused(chosen.by(deeds.reason(reason)), deeds.bounded(told, Act.HelpAnswered.MOST_WORDS));
        Optional<Instant> asOf = since.map(Instant::ofEpochMilli);
        Instant doors = chosen.place().exam().hours().window().doors();
        if (asOf.filter(instant -> instant.isBefore(doors)).isPresent()) {
            throw deeds.wrong("since");
        }
        return deeds.to(
                chosen.sittings(),
                "pause",
                (sitting, now) ->
                        ledgers.pause(sitting, pause, asOf.orElse(now), now).verdict());
    }

    /** Lets the clocks run again: at once, or as soon as everybody is connected. */
    @Audited("resumed")
    @PostMapping("/invigilation/boards/{exam}/{room}/resume")
    Deeds.Done resume(Chosen chosen, @RequestParam(defaultValue = "false") boolean whenBack) {
        Act.Resumed resumed = new Act.Resumed(chosen.by(""));
        List<Appointment> paused = chosen.whole()
                ? chosen.sittings().stream().filter(this::isPaused).toList()
                : chosen.sittings();
        if (whenBack && paused.stream().anyMatch(sitting -> resumes.isAway(sitting))) {
            resumes.whenBack(chosen.place().key(), paused, resumed);
            return deeds.said("resume-later");
        }
        resumes.forget(chosen.place().key());
        return deeds.to(paused, "resume", (sitting, now) -> deeds.record(sitting, resumed, now));
    }

    private boolean isPaused(Appointment sitting) {
        return ledgers.openIfReadable(sitting, clock.instant())
                .filter(opened -> opened.sitting().isPaused())
                .isPresent();
    }

    /**
     * What an outage took from somebody, for the dialog in which it is given back. Instants and span in milliseconds.
     *
     * @param millis what the clock lost that lost most
     */
    record Lost(String name, long from, long to, long millis) {}

    /** Works out what outages took and nobody has given back. */
    @PostMapping("/invigilation/boards/{exam}/{room}/outages")
    List<Lost> outages(Chosen chosen) {
        Instant now = clock.instant();
        List<Lost> lost = new ArrayList<>();
        for (Appointment sitting : chosen.sittings()) {
            for (Ledgers.Outage outage : ledgers.outages(sitting, now)) {
                outage.lost().values().stream()
                        .max(Comparator.naturalOrder())
                        .ifPresent(most -> lost.add(new Lost(
                                deeds.name(sitting),
                                outage.silence().fromInclusive().toEpochMilli(),
                                outage.silence().toExclusive().toEpochMilli(),
                                most.toMillis())));
            }
        }
        return lost;
    }

    /** Gives back all that outages took, to each clock that ran in them. */
    @Audited("outages-given-back")
    @PostMapping("/invigilation/boards/{exam}/{room}/outages/given")
    Deeds.Done giveBack(Chosen chosen, @RequestParam(defaultValue = "") String reason) {
        By by = chosen.by(deeds.reason(reason));
        return deeds.to(
                chosen.sittings(),
                "outage",
                (sitting, now) -> ledgers.giveBack(sitting, by, now).stream()
                        .map(Outcome::verdict)
                        .reduce((one, other) -> one.isPermitted() ? one : other)
                        .orElse(Verdict.NOT_NEEDED));
    }

    /**
     * Gives minutes to the clock that bites first.
     *
     * @param seen when the clocks were looked at, in milliseconds; who has changed them since was faster
     */
    @Audited("time-granted")
    @PostMapping("/invigilation/boards/{exam}/{room}/time")
    Deeds.Done give(
            Chosen chosen,
            @RequestParam int minutes,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String reason) {
        Duration extra = minutes(minutes, LONGEST_GRANT_MINUTES);
        By by = chosen.by(deeds.reason(reason));
        return deeds.to(
                chosen.sittings(),
                "time",
                (sitting, now) -> tightest(sitting, now)
                        .map(box -> unlessChanged(
                                sitting, new Act.TimeGranted(box, extra, by, Optional.empty()), seen, now))
                        .orElse(Verdict.NOT_OPEN_YET));
    }

    private Duration minutes(int minutes, long most) {
        if (minutes < 1 || minutes > most) {
            throw deeds.wrong("minutes", most);
        }
        return Duration.ofMinutes(minutes);
    }

    private Verdict unlessChanged(Appointment sitting, Act.OnClocks act, long seen, Instant now) {
        return ledgers.recordUnlessClocksChanged(sitting, act, Instant.ofEpochMilli(seen), now)
                .verdict();
    }

    private Optional<BoxId> tightest(Appointment sitting, Instant now) {
        return ledgers.open(sitting, now).sitting().clocks().all().stream()
                .filter(one -> one.kind() == Kind.BOX)
                .min(Comparator.comparing(dauntingledger.rulebook.sitting.Clock::left))
                .flatMap(dauntingledger.rulebook.sitting.Clock::box);
    }

    /** @param seen as for {@link #give} */
    @Audited("break-given")
    @PostMapping("/invigilation/boards/{exam}/{room}/break")
    Deeds.Done rest(
            Chosen chosen,
            @RequestParam int minutes,
            @RequestParam long seen,
            @RequestParam(defaultValue = "") String reason) {
        Duration longest = minutes(minutes, Act.BreakGiven.LONGEST.toMinutes());
        Act.BreakGiven given = new Act.BreakGiven(longest, chosen.by(deeds.reason(reason)));
        return deeds.to(chosen.sittings(), "break", (sitting, now) -> unlessChanged(sitting, given, seen, now));
    }
}

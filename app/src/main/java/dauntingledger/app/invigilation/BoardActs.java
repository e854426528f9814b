package dauntingledger.app.invigilation;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Standings;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.signin.Locks;
import dauntingledger.app.uploads.Document;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.Chair;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Actor;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Clock.Kind;
import dauntingledger.rulebook.sitting.Progress;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Verdict;
import java.io.IOException;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/**
 * What the invigilator does from the board, to one, several or all of a place. For invigilators of the room.
 *
 * <p>Each act is judged by the rulebook for each sitting; what two people press at once is done once, and the other is
 * told so.
 */
@RestController
class BoardActs {

    private static final int LONGEST_GRANT_MINUTES = 240;

    private final Places places;
    private final Boards boards;
    private final Resumes resumes;
    private final Ledgers ledgers;
    private final Standings standings;
    private final Appointments appointments;
    private final Candidates candidates;
    private final Locks locks;
    private final Incidents incidents;
    private final Words words;
    private final Clock clock;

    BoardActs(
            Places places,
            Boards boards,
            Resumes resumes,
            Ledgers ledgers,
            Standings standings,
            Appointments appointments,
            Candidates candidates,
            Locks locks,
            Incidents incidents,
            Words words,
            Clock clock) {
        this.places = places;
        this.boards = boards;
        this.resumes = resumes;
        this.ledgers = ledgers;
        this.standings = standings;
        this.appointments = appointments;
        this.candidates = candidates;
        this.locks = locks;
        this.incidents = incidents;
        this.words = words;
        this.clock = clock;
    }

    /**
     * What has come of an act.
     *
     * @param said in a sentence, with how many it was done to
     * @param problems a sentence for each to whom it was not
     */
    record Done(String said, List<String> problems) {}

    /** Something was asked for that cannot be done to anybody; the message says what to do. */
    private static final class AskedWrong extends RuntimeException {
        private static final long serialVersionUID = 1;

        AskedWrong(String message) {
            super(message);
        }
    }

    @ExceptionHandler
    ResponseEntity<Done> askedWrong(AskedWrong wrong) {
        return ResponseEntity.status(HttpStatus.UNPROCESSABLE_CONTENT)
                .body(new Done(String.valueOf(wrong.getMessage()), List.of()));
    }

    /** What is done to one sitting; returns why it was not. */
    private interface ToOne {
        Verdict to(Appointment sitting, Instant now);
    }

    /** Those to whom something is to be done: the ones that were chosen, or without any all that are inside. */
    private List<Appointment> chosen(Place place, List<Long> sittings) {
        if (!sittings.isEmpty()) {
            return sittings.stream()
                    .distinct()
                    .map(sitting -> places.sitting(place, sitting))
                    .toList();
        }
        return standings.of(place.key().exam(), place.roomId()).stream()
                .filter(placed -> placed.standing().progress() == Progress.IN_PROGRESS
                        && placed.standing().readable())
                .map(Standings.Placed::appointment)
                .toList();
    }

    private Done toEach(String what, List<Appointment> sittings, ToOne act) {
        Instant now = clock.instant();
        List<String> problems = new ArrayList<>();
        int done = 0;
        for (Appointment sitting : sittings) {
            Verdict verdict = act.to(sitting, now);
            if (verdict.isPermitted()) {
                done++;
            } else {
                problems.add(words.say(
                        "board.problem", name(sitting), words.say("board.verdict." + PlainNames.name(known(verdict)))));
            }
        }
        return new Done(words.say("board.done." + what, done, sittings.size()), problems);
    }

    /** Most reasons cannot come up here; those that can have words of their own. */
    private static Verdict known(Verdict verdict) {
        return switch (verdict) {
            case ALREADY_SO, SITTING_OVER, NOT_OPEN_YET, WRONG_STAGE, ON_BREAK, PAUSED, TIME_RAN_OUT, NOT_NEEDED ->
                verdict;
            default -> Verdict.NOT_ON_THE_ROUTE;
        };
    }

    private String name(Appointment sitting) {
        String name =
                candidates.find(sitting.candidate()).map(found -> found.name()).orElse(sitting.candidate());
        return sitting.chair().isEmpty() ? name : name + " · " + sitting.chair();
    }

    private Verdict record(Appointment sitting, Act act, Instant now) {
        return ledgers.record(sitting, act, now).verdict();
    }

    private String reason(String reason) {
        if (reason.isBlank()) {
            throw new AskedWrong(words.say("board.wrong.reason"));
        }
        return bounded(reason, By.MOST_REASON);
    }

    private String bounded(String text, int most) {
        if (text.strip().length() > most) {
            throw new AskedWrong(words.say("board.wrong.long", most));
        }
        return text.strip();
    }

    private By by(Principal principal, String reason) {
        return new By(places.member(principal).name(), reason);
    }

    /**
     * Stops the clocks.
     *
     * @param since as of when, in milliseconds; without, now. Each clock is stopped as of then, or as soon after as nothing
     *     was done on the route since
     */
    @Audited("paused")
    @PostMapping("/invigilation/boards/{exam}/{room}/pause")
    Done pause(
            @PathVariable long exam,
            @PathVariable long room,
            @RequestParam(defaultValue = "") List<Long> sittings,
            @RequestParam(defaultValue = "") String reason,
            @RequestParam(name = "words", defaultValue = "") String told,
            @RequestParam Optional<Long> since,
            Principal principal) {
        Place place = places.find(exam, room, principal);
        Act.Paused pause = new Act.Paused(by(principal, reason(reason)), bounded(told, Act.HelpAnswered.MOST_WORDS));
        Instant now = clock.instant();
        Optional<Instant> asOf = since.map(Instant::ofEpochMilli).filter(instant -> instant.isBefore(now));
        if (asOf.filter(instant ->
                        instant.isBefore(place.exam().hours().window().doors()))
                .isPresent()) {
            throw new AskedWrong(words.say("board.wrong.since"));
        }
        return toEach(
                "pause",
                chosen(place, sittings),
                (sitting, at) -> asOf.map(instant ->
                                ledgers.pause(sitting, pause, instant, at).verdict())
                        .orElseGet(() -> record(sitting, pause, at)));
    }

    /** Lets the clocks run again: at once, or as soon as everybody is connected. */
    @Audited("resumed")
    @PostMapping("/invigilation/boards/{exam}/{room}/resume")
    Done resume(
            @PathVariable long exam,
            @PathVariable long room,
            @RequestParam(defaultValue = "") List<Long> sittings,
            @RequestParam(defaultValue = "false") boolean whenBack,
            Principal principal) {
        Place place = places.find(exam, room, principal);
        Act.Resumed resumed = new Act.Resumed(by(principal, ""));
        List<Appointment> paused = chosen(place, sittings).stream()
                .filter(sitting -> !sittings.isEmpty() || isPaused(sitting))
                .toList();
        if (whenBack && paused.stream().anyMatch(sitting -> boards.isLost(sitting.sitting()))) {
            resumes.whenBack(place.key(), paused, resumed);
            return new Done(words.say("board.done.resume-later"), List.of());
        }
        resumes.forget(place.key());
        return toEach("resume", paused, (sitting, now) -> record(sitting, resumed, now));
    }

    private boolean isPaused(Appointment sitting) {
        return ledgers.openIfReadable(sitting, clock.instant())
                .filter(opened -> opened.sitting().isPaused())
                .isPresent();
    }

    /** What an outage took from somebody, for the dialog in which it is given back. */
    record Lost(String name, String from, String to, long millis) {}

    /** Works out what outages took and nobody has given back. */
    @PostMapping("/invigilation/boards/{exam}/{room}/outages")
    List<Lost> outages(
            @PathVariable long exam,
            @PathVariable long room,
            @RequestParam(defaultValue = "") List<Long> sittings,
            Principal principal) {
        Place place = places.find(exam, room, principal);
        Instant now = clock.instant();
        List<Lost> lost = new ArrayList<>();
        for (Appointment sitting : chosen(place, sittings)) {
            for (Ledgers.Outage outage : ledgers.outages(sitting, now)) {
                Duration most =
                        outage.lost().values().stream().max(Duration::compareTo).orElse(Duration.ZERO);
                if (most.isPositive()) {
                    lost.add(new Lost(
                            name(sitting),
                            String.valueOf(outage.silence().fromInclusive().toEpochMilli()),
                            String.valueOf(outage.silence().toExclusive().toEpochMilli()),
                            most.toMillis()));
                }
            }
        }
        return lost;
    }

    /** Gives minutes to the clock that bites first. */
    @Audited("time-granted")
    @PostMapping("/invigilation/boards/{exam}/{room}/time")
    Done give(
            @PathVariable long exam,
            @PathVariable long room,
            @RequestParam(defaultValue = "") List<Long> sittings,
            @RequestParam int minutes,
            @RequestParam(defaultValue = "") String reason,
            Principal principal) {
        Place place = places.find(exam, room, principal);
        if (minutes < 1 || minutes > LONGEST_GRANT_MINUTES) {
            throw new AskedWrong(words.say("board.wrong.minutes", LONGEST_GRANT_MINUTES));
        }
        By by = by(principal, reason(reason));
        return toEach(
                "time",
                chosen(place, sittings),
                (sitting, now) -> tightest(sitting, now)
                        .map(box -> record(
                                sitting,
                                new Act.TimeGranted(box, Duration.ofMinutes(minutes), by, Optional.empty()),
                                now))
                        .orElse(Verdict.NOT_OPEN_YET));
    }

    private Optional<BoxId> tightest(Appointment sitting, Instant now) {
        return ledgers.open(sitting, now).sitting().clocks().all().stream()
                .filter(clock -> clock.kind() == Kind.BOX)
                .min((one, other) -> one.left().compareTo(other.left()))
                .flatMap(dauntingledger.rulebook.sitting.Clock::box);
    }

    /** Gives back all that outages took, to each clock that ran in them. */
    @Audited("outages-given-back")
    @PostMapping("/invigilation/boards/{exam}/{room}/outages/given")
    Done giveBack(
            @PathVariable long exam,
            @PathVariable long room,
            @RequestParam(defaultValue = "") List<Long> sittings,
            @RequestParam(defaultValue = "") String reason,
            Principal principal) {
        Place place = places.find(exam, room, principal);
        By by = by(principal, reason(reason));
        return toEach("outage", chosen(place, sittings), (sitting, now) -> giveBack(sitting, by, now));
    }

    private Verdict giveBack(Appointment sitting, By by, Instant now) {
        Verdict verdict = Verdict.NOT_NEEDED;
        for (Ledgers.Outage outage : ledgers.outages(sitting, now)) {
            for (Map.Entry<BoxId, Duration> lost : outage.lost().entrySet()) {
                Act grant = new Act.TimeGranted(lost.getKey(), lost.getValue(), by, Optional.of(outage.silence()));
                Verdict given = record(sitting, grant, now);
                verdict = verdict.isPermitted() ? verdict : given;
            }
        }
        return verdict;
    }

    @Audited("break-given")
    @PostMapping("/invigilation/boards/{exam}/{room}/break")
    Done rest(
            @PathVariable long exam,
            @PathVariable long room,
            @RequestParam(defaultValue = "") List<Long> sittings,
            @RequestParam int minutes,
            @RequestParam(defaultValue = "") String reason,
            Principal principal) {
        Place place = places.find(exam, room, principal);
        if (minutes < 1 || minutes > Act.BreakGiven.LONGEST.toMinutes()) {
            throw new AskedWrong(words.say("board.wrong.minutes", Act.BreakGiven.LONGEST.toMinutes()));
        }
        Act given = new Act.BreakGiven(Duration.ofMinutes(minutes), by(principal, reason(reason)));
        return toEach("break", chosen(place, sittings), (sitting, now) -> record(sitting, given, now));
    }

    @Audited("message-sent")
    @PostMapping("/invigilation/boards/{exam}/{room}/message")
    Done message(
            @PathVariable long exam,
            @PathVariable long room,
            @RequestParam(defaultValue = "") List<Long> sittings,
            @RequestParam(name = "words", defaultValue = "") String told,
            Principal principal) {
        Place place = places.find(exam, room, principal);
        if (told.isBlank()) {
            throw new AskedWrong(words.say("board.wrong.message"));
        }
        By by = by(principal, "");
        String text = bounded(told, Act.MessageSent.MOST_WORDS);
        String id = UUID.randomUUID().toString();
        return toEach(
                "message",
                chosen(place, sittings),
                (sitting, now) -> record(sitting, new Act.MessageSent(id, text, by), now));
    }

    /** Answers calls: that they were seen, with words or without. */
    @Audited("call-answered")
    @PostMapping("/invigilation/boards/{exam}/{room}/answer")
    Done answer(
            @PathVariable long exam,
            @PathVariable long room,
            @RequestParam List<Long> sittings,
            @RequestParam(name = "words", defaultValue = "") String told,
            Principal principal) {
        Place place = places.find(exam, room, principal);
        Act seen = new Act.HelpAnswered(places.member(principal).name(), bounded(told, Act.HelpAnswered.MOST_WORDS));
        return toEach("answer", chosen(place, sittings), (sitting, now) -> record(sitting, seen, now));
    }

    /** Lets those go on who are held up between the door and the first question: by leave, resolved, or excused. */
    @Audited("let-go-on")
    @PostMapping("/invigilation/boards/{exam}/{room}/go-on")
    Done letGoOn(
            @PathVariable long exam,
            @PathVariable long room,
            @RequestParam(defaultValue = "") List<Long> sittings,
            Principal principal) {
        Place place = places.find(exam, room, principal);
        String person = places.member(principal).name();
        List<Appointment> waiting = chosen(place, sittings).stream()
                .filter(sitting ->
                        !sittings.isEmpty() || lettingGoOn(sitting, person).isPresent())
                .toList();
        return toEach(
                "go-on",
                waiting,
                (sitting, now) -> lettingGoOn(sitting, person)
                        .map(act -> record(sitting, act, now))
                        .orElse(Verdict.NOT_NEEDED));
    }

    private Optional<Act> lettingGoOn(Appointment sitting, String person) {
        Instant now = clock.instant();
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

    /** Lets a candidate go on at another place of the room; with what has not come from the computer that they leave. */
    @Audited("place-changed")
    @PostMapping("/invigilation/boards/{exam}/{room}/place")
    Done changePlace(
            @PathVariable long exam,
            @PathVariable long room,
            @RequestParam List<Long> sittings,
            @RequestParam(defaultValue = "") String chair,
            @RequestParam(defaultValue = "") String reason,
            Principal principal) {
        Place place = places.find(exam, room, principal);
        if (sittings.size() != 1) {
            throw new AskedWrong(words.say("board.wrong.one"));
        }
        Appointment sitting = places.sitting(place, sittings.getFirst());
        String label = free(place, chair);
        Act changed = new Act.PlaceChanged(label, by(principal, reason(reason)));
        Done done = toEach("place", List.of(sitting), (one, now) -> record(one, changed, now));
        if (done.problems().isEmpty()) {
            appointments.seatAt(sitting.sitting(), label);
            locks.lift(sitting.candidate(), clock.instant());
            boards.seatedAnew(place.key().exam(), place.roomId());
        }
        return done;
    }

    private String free(Place place, String chair) {
        Chair wanted = Chair.of(chair)
                .filter(there ->
                        place.room().filter(room -> room.plan().has(there)).isPresent())
                .orElseThrow(() -> new AskedWrong(words.say("board.wrong.no-chair", chair)));
        boolean taken = standings.of(place.key().exam(), place.roomId()).stream()
                .anyMatch(placed -> placed.appointment().chair().equals(wanted.label()));
        if (taken) {
            throw new AskedWrong(words.say("board.wrong.taken", wanted.label()));
        }
        return wanted.label();
    }

    /** Ends a sitting, which the office can take back. */
    @Audited("sitting-ended")
    @PostMapping("/invigilation/boards/{exam}/{room}/end")
    Done end(
            @PathVariable long exam,
            @PathVariable long room,
            @RequestParam List<Long> sittings,
            @RequestParam(defaultValue = "") String reason,
            Principal principal) {
        Place place = places.find(exam, room, principal);
        if (sittings.size() != 1) {
            throw new AskedWrong(words.say("board.wrong.one"));
        }
        Act ended = new Act.SittingEnded(by(principal, reason(reason)));
        return toEach("end", chosen(place, sittings), (sitting, now) -> record(sitting, ended, now));
    }

    /** Lets a candidate in again whose sitting is over, where the office lets invigilators do that. */
    @Audited("re-entry-permitted")
    @PostMapping("/invigilation/boards/{exam}/{room}/re-entry")
    Done reenter(
            @PathVariable long exam, @PathVariable long room, @RequestParam List<Long> sittings, Principal principal) {
        Place place = places.find(exam, room, principal);
        if (!place.exam().reentry()) {
            throw new AskedWrong(words.say("board.wrong.re-entry"));
        }
        String person = places.member(principal).name();
        return toEach(
                "re-entry",
                chosen(place, sittings),
                (sitting, now) -> ledgers.open(sitting, now)
                        .sitting()
                        .route()
                        .reopenable()
                        .map(stage -> record(sitting, new Act.Reopened(stage, person, Actor.INVIGILATOR), now))
                        .orElse(Verdict.NOT_ON_THE_ROUTE));
    }

    /**
     * Notes what has happened: in the room, or to those who are chosen.
     *
     * @param ago how many minutes ago
     */
    @Audited("incident-noted")
    @PostMapping("/invigilation/boards/{exam}/{room}/incident")
    Done incident(
            @PathVariable long exam,
            @PathVariable long room,
            @RequestParam(defaultValue = "") List<Long> sittings,
            @RequestParam(name = "words", defaultValue = "") String told,
            @RequestParam(defaultValue = "0") int ago,
            @RequestParam Optional<MultipartFile> file,
            Principal principal)
            throws IOException {
        Place place = places.find(exam, room, principal);
        if (told.isBlank()) {
            throw new AskedWrong(words.say("board.wrong.incident"));
        }
        if (ago < 0 || ago > Duration.ofDays(1).toMinutes()) {
            throw new AskedWrong(words.say("board.wrong.ago"));
        }
        String text = bounded(told, Incidents.MOST_WORDS);
        Optional<Incidents.Attached> attached = attached(file);
        Instant happened = clock.instant().minus(Duration.ofMinutes(ago));
        String person = places.member(principal).name();
        List<Optional<Appointment>> about = sittings.isEmpty()
                ? List.of(Optional.empty())
                : sittings.stream()
                        .distinct()
                        .map(sitting -> Optional.of(places.sitting(place, sitting)))
                        .toList();
        about.forEach(one -> incidents.note(place, one, happened, text, person, attached));
        boards.noted(place.key());
        return new Done(words.say("board.done.incident"), List.of());
    }

    private Optional<Incidents.Attached> attached(Optional<MultipartFile> file) throws IOException {
        if (file.filter(sent -> !sent.isEmpty()).isEmpty()) {
            return Optional.empty();
        }
        MultipartFile sent = file.get();
        if (sent.getSize() > Document.MOST_BYTES) {
            throw new AskedWrong(words.say("board.wrong.file"));
        }
        Document read = Document.read(sent.getBytes()).orElseThrow(() -> new AskedWrong(words.say("board.wrong.file")));
        return Optional.of(new Incidents.Attached(
                Optional.ofNullable(sent.getOriginalFilename()).orElse(""), read));
    }
}

package dauntingledger.app.home;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.exams.Releases;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.staff.Role;
import dauntingledger.app.words.Calendars;
import dauntingledger.app.words.Privileges;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PracticeSet;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Progress;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Verdict;
import dauntingledger.rulebook.sitting.Window;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.server.ResponseStatusException;

/** The candidate's home page: the sittings they have, and the state of each. Staff are sent to their own pages. */
@Controller
class HomeController {

    private final Candidates candidates;
    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Papers papers;
    private final Exams exams;
    private final Releases releases;
    private final Calendars calendars;
    private final Privileges privileges;
    private final Words words;
    private final WallClock wall;
    private final Clock clock;

    HomeController(
            Candidates candidates,
            Appointments appointments,
            Ledgers ledgers,
            Papers papers,
            Exams exams,
            Releases releases,
            Calendars calendars,
            Privileges privileges,
            Words words,
            WallClock wall,
            Clock clock) {
        this.candidates = candidates;
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.papers = papers;
        this.exams = exams;
        this.releases = releases;
        this.calendars = calendars;
        this.privileges = privileges;
        this.words = words;
        this.wall = wall;
        this.clock = clock;
    }

    /**
     * A sitting as the home page lists it.
     *
     * @param when day and time, or empty for practice
     * @param hours what the hours of admission are, in a sentence
     * @param checks whether the station can be checked beforehand
     * @param mode how it is practised; empty for an exam
     */
    record Card(
            String sitting,
            String title,
            Purpose purpose,
            State state,
            String when,
            String hours,
            String seat,
            List<String> sections,
            int questions,
            String length,
            List<String> brings,
            List<String> granted,
            boolean checks,
            String checked,
            boolean result,
            String mode) {

        public boolean isEnterable() {
            return state == State.OPEN || state == State.IN_PROGRESS || state == State.DECLINED_OPEN;
        }

        /** Returns whether accommodations can still be asked for. */
        public boolean isAsking() {
            return !when.isEmpty() && (state == State.DUE || state == State.OPEN);
        }

        public boolean isOver() {
            return state == State.HANDED_IN || state == State.DECLINED || state == State.ENDED;
        }
    }

    /**
     * A paper to practise with, as often as one likes, in one of {@code modes}.
     *
     * @param sets whether some of its questions can be practised by themselves
     */
    record Practice(
            String paper,
            String title,
            Purpose purpose,
            int questions,
            String length,
            List<String> modes,
            boolean sets) {}

    /** What can be done with a sitting. */
    enum State {
        DUE,
        OPEN,
        IN_PROGRESS,
        MISSED,
        HANDED_IN,
        DECLINED,
        /** The invigilator has ended it. */
        ENDED,
        /** A notice was declined, and can be decided about again. */
        DECLINED_OPEN,
        /** What is stored of it cannot be read. */
        UNREADABLE
    }

    @GetMapping("/")
    String home(Principal principal, HttpServletRequest request, Model model) {
        if (request.isUserInRole(Role.INVIGILATOR.name())) {
            return "redirect:/invigilation";
        }
        if (request.isUserInRole(Role.OFFICE.name()) || request.isUserInRole(Role.AUDITOR.name())) {
            return "redirect:/office/exams";
        }
        if (request.isUserInRole(Role.CENTRE.name())) {
            return "redirect:/centre";
        }
        if (request.isUserInRole(Role.MARKER.name()) || request.isUserInRole(Role.CHIEF_MARKER.name())) {
            return "redirect:/marking";
        }
        if (!request.isUserInRole("CANDIDATE")) {
            return "redirect:/account";
        }
        Instant now = clock.instant();
        Candidate candidate = candidates.find(principal.getName()).orElseThrow();
        Set<SittingId> practised = appointments.practised(candidate.number()).stream()
                .map(Appointment::sitting)
                .collect(Collectors.toSet());
        List<Card> cards = appointments.of(candidate.number()).stream()
                .filter(appointment -> !practised.contains(appointment.sitting()))
                .map(appointment -> card(appointment, now))
                .toList();
        model.addAttribute("candidate", candidate);
        model.addAttribute("official", of(cards, Purpose.OFFICIAL));
        List<Card> practising = of(cards, Purpose.PRACTICE);
        model.addAttribute(
                "begun", practising.stream().filter(card -> !card.isOver()).toList());
        model.addAttribute("over", practising.stream().filter(Card::isOver).toList());
        model.addAttribute("runs", practised.size());
        model.addAttribute("practice", practice());
        return "home";
    }

    /** The appointment as a calendar file. For the sitting's own candidate. */
    @GetMapping("/sittings/{sitting}/appointment.ics")
    ResponseEntity<String> appointment(@PathVariable long sitting, Principal principal) {
        Appointment appointment = appointments
                .find(new SittingId(sitting))
                .filter(found -> found.candidate().equals(principal.getName()))
                .filter(Appointment::isShown)
                .filter(found -> found.terms().window().isBounded())
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        Paper paper = appointment.personal(text(appointment).paper());
        Optional<Exam> exam = exams.of(appointment);
        String file = calendars.file(
                appointment,
                paper,
                exam.map(held -> held.hours().zone()).orElse(wall.zone()),
                exam.map(Exam::timesMoved).orElse(0));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/calendar;charset=utf-8"))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"appointment-" + sitting + ".ics\"")
                .body(file);
    }

    private static List<Card> of(List<Card> cards, Purpose purpose) {
        return cards.stream().filter(card -> card.purpose() == purpose).toList();
    }

    private List<Practice> practice() {
        return papers.latest().stream()
                .map(ref -> papers.text(ref, language()))
                .filter(text -> text.about().purpose() != Purpose.OFFICIAL)
                .map(text -> new Practice(
                        text.paper().id().value(),
                        text.paper().title(),
                        text.about().purpose(),
                        (int) text.paper().items().count(),
                        text.paper().length().isZero()
                                ? ""
                                : words.span(text.paper().length()),
                        text.paper().rules().practiceModes().stream()
                                .map(PlainNames::name)
                                .toList(),
                        PracticeSet.isPossible(text.paper())))
                .toList();
    }

    private Card card(Appointment appointment, Instant now) {
        PaperText text = text(appointment);
        Paper paper = appointment.personal(text.paper());
        Optional<Sitting> read = ledgers.openIfReadable(appointment, now).map(Ledgers.Opened::sitting);
        Sitting sitting = read.orElseGet(() -> Sitting.of(paper));
        Window window = appointment.terms().window();
        WallClock clockThere =
                exams.of(appointment).map(exam -> wall.in(exam.hours().zone())).orElse(wall);
        boolean checks = paper.route().stream().anyMatch(Stage.StationCheck.class::isInstance);
        return new Card(
                appointment.sitting().toString(),
                paper.title(),
                text.about().purpose(),
                read.map(readable -> state(readable, now)).orElse(State.UNREADABLE),
                window.isBounded() ? clockThere.dayAndMinute(window.opens()) : "",
                window.isBounded()
                        ? words.say(
                                "home.hours.of", clockThere.minute(window.doors()), clockThere.minute(window.closes()))
                        : "",
                appointment.chair(),
                paper.sections().map(section -> section.title()).toList(),
                (int) paper.items().count(),
                words.span(paper.length()),
                text.about().brings(),
                privileges.of(text.paper(), appointment.terms()),
                checks && read.filter(known -> known.route().isUntouched()).isPresent(),
                sitting.arrival()
                        .stationAt()
                        .map(at -> words.say("home.checked", wall.day(at), wall.minute(at)))
                        .orElse(""),
                sitting.route().progress() == Progress.HANDED_IN
                        && exams.of(appointment)
                                .flatMap(exam -> releases.toldSince(exam, appointment))
                                .isPresent(),
                appointment
                        .terms()
                        .practised()
                        .map(how -> PlainNames.name(how.mode()))
                        .orElse(""));
    }

    private PaperText text(Appointment appointment) {
        return papers.text(appointment.paper(), language());
    }

    private static String language() {
        return LocaleContextHolder.getLocale().toLanguageTag();
    }

    private static State state(Sitting sitting, Instant now) {
        return switch (sitting.route().progress()) {
            case BEFORE ->
                switch (entering(sitting, now)) {
                    case TOO_EARLY -> State.DUE;
                    case TOO_LATE -> State.MISSED;
                    default -> State.OPEN;
                };
            case IN_PROGRESS -> State.IN_PROGRESS;
            case HANDED_IN -> State.HANDED_IN;
            case ENDED -> State.ENDED;
            case DECLINED -> entering(sitting, now).isPermitted() ? State.DECLINED_OPEN : State.DECLINED;
        };
    }

    private static Verdict entering(Sitting sitting, Instant now) {
        return sitting.route()
                .entrance()
                .map(stage -> sitting.permits(new Act.StageOpened(stage), now))
                .orElse(Verdict.SITTING_OVER);
    }
}

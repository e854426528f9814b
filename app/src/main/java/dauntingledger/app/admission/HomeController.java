package dauntingledger.app.admission;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.TimeBox;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The candidate's home page: the sittings they have, and the state of each. */
@Controller
class HomeController {

    private final Candidates candidates;
    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Papers papers;
    private final Clock clock;

    HomeController(Candidates candidates, Appointments appointments, Ledgers ledgers, Papers papers, Clock clock) {
        this.candidates = candidates;
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.papers = papers;
        this.clock = clock;
    }

    /** A sitting as the home page lists it. */
    record Card(
            String sitting,
            String title,
            String seat,
            List<String> sections,
            int questions,
            long minutes,
            State state) {}

    /** What can be done with a sitting. */
    enum State {
        OPEN,
        IN_PROGRESS,
        HANDED_IN,
        DECLINED
    }

    @GetMapping("/")
    String home(Principal principal, Model model) {
        Instant now = clock.instant();
        Candidate candidate = candidates.find(principal.getName()).orElseThrow();
        model.addAttribute("candidate", candidate);
        model.addAttribute(
                "cards",
                appointments.of(candidate.number()).stream()
                        .map(appointment -> card(appointment, now))
                        .toList());
        return "home";
    }

    private Card card(Appointment appointment, Instant now) {
        Paper paper = papers.text(appointment.paper()).paper();
        Sitting sitting = ledgers.open(appointment, now).sitting();
        return new Card(
                appointment.sitting().toString(),
                paper.title(),
                appointment.seat(),
                paper.sections().map(section -> section.title()).toList(),
                (int) paper.items().count(),
                paper.boxes().stream()
                        .map(TimeBox::limit)
                        .reduce(Duration.ZERO, Duration::plus)
                        .toMinutes(),
                state(sitting));
    }

    private static State state(Sitting sitting) {
        return switch (sitting.position()) {
            case Position.At at -> State.IN_PROGRESS;
            case Position.Before before -> before.stage() == 0 ? State.OPEN : State.IN_PROGRESS;
            case Position.Over over ->
                switch (over.ending()) {
                    case HANDED_IN -> State.HANDED_IN;
                    case DECLINED -> State.DECLINED;
                };
        };
    }
}

package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Leaving;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.sitting.Verdict;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Leads into rooms: into a sitting that was made for somebody, and into practice, which everybody makes for themselves. */
@Controller
class EnteringController {

    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Papers papers;
    private final Leaving leaving;
    private final Clock clock;

    EnteringController(Appointments appointments, Ledgers ledgers, Papers papers, Leaving leaving, Clock clock) {
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.papers = papers;
        this.leaving = leaving;
        this.clock = clock;
    }

    /** Enters a sitting that has not begun; one that has is simply shown. */
    @PostMapping("/sittings/{sitting}/enter")
    String enter(@RoomAccess.Own Appointment appointment, RedirectAttributes redirected) {
        return begin(appointment, redirected);
    }

    /** Leaves practice, whose time stands still until it is gone on with; an exam goes on. */
    @PostMapping("/sittings/{sitting}/leave")
    String leave(@RoomAccess.Own Appointment appointment) {
        leaving.leave(appointment, clock.instant());
        return "redirect:/";
    }

    /**
     * Begins a sitting of a practice paper, or goes on with one that was begun in this mode. For every candidate.
     *
     * @param mode one of those that the paper offers; without it the first of them
     * @param anew whether a sitting that was begun is left as it is
     */
    @PostMapping("/practice/{paper}")
    String practise(
            @PathVariable String paper,
            @RequestParam(defaultValue = "") String mode,
            @RequestParam(defaultValue = "false") boolean anew,
            Principal principal,
            RedirectAttributes redirected) {
        PaperRef ref = papers.latest().stream()
                .filter(latest -> latest.id().value().equals(paper))
                .filter(latest -> papers.text(latest).about().purpose() != Purpose.OFFICIAL)
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        Terms terms = practising(papers.text(ref).paper(), mode);
        Instant now = clock.instant();
        Appointment appointment = appointments.of(principal.getName()).stream()
                .filter(begun -> !anew && begun.paper().equals(ref))
                .filter(begun -> begun.terms().practised().equals(terms.practised()))
                .filter(begun -> ledgers.openIfReadable(begun, now)
                        .filter(opened -> !(opened.sitting().route().position() instanceof Position.Over))
                        .isPresent())
                .reduce((before, after) -> after)
                .orElseGet(() -> appointments.make(principal.getName(), ref, "", terms));
        return begin(appointment, redirected);
    }

    /** @throws ResponseStatusException 404 if the paper is not practised in that mode */
    private static Terms practising(Paper paper, String mode) {
        List<PracticeMode> offered = paper.rules().practiceModes();
        if (offered.isEmpty() && mode.isEmpty()) {
            return Terms.OPEN;
        }
        return offered.stream()
                .filter(one -> mode.isEmpty() || PlainNames.name(one).equals(mode))
                .findFirst()
                .map(Terms::practising)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private String begin(Appointment appointment, RedirectAttributes redirected) {
        Instant now = clock.instant();
        Sitting sitting = ledgers.open(appointment, now).sitting();
        Optional<StageId> entrance = sitting.route().entrance();
        if (entrance.isPresent()) {
            Act opening = new Act.StageOpened(entrance.get());
            Verdict verdict = sitting.permits(opening, now);
            if (!verdict.isPermitted() && !(sitting.route().position() instanceof Position.Over)) {
                redirected.addFlashAttribute(SaidAfterForms.SAID, PlainNames.name(verdict));
                return "redirect:/";
            }
            boolean block = sitting.route()
                    .stage()
                    .filter(Stage.Block.class::isInstance)
                    .isPresent();
            if (verdict.isPermitted() && !block) {
                ledgers.record(appointment, opening, now);
            }
        }
        return "redirect:/sittings/" + appointment.sitting();
    }
}

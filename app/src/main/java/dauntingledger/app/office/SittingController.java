package dauntingledger.app.office;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Replay;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.paper.MalformedPaperException;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Actor;
import dauntingledger.rulebook.sitting.Verdict;
import jakarta.validation.Valid;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.validation.BindingResult;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What can be done about one sitting. For the exam office; auditors read. */
@Controller
class SittingController {

    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Papers papers;
    private final Candidates candidates;
    private final Staff staff;
    private final SittingDetails details;
    private final Booklets booklets;
    private final Clock clock;

    SittingController(
            Appointments appointments,
            Ledgers ledgers,
            Papers papers,
            Candidates candidates,
            Staff staff,
            SittingDetails details,
            Booklets booklets,
            Clock clock) {
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.papers = papers;
        this.candidates = candidates;
        this.staff = staff;
        this.details = details;
        this.booklets = booklets;
        this.clock = clock;
    }

    @GetMapping("/office/{sitting}/accommodations")
    String accommodations(@PathVariable long sitting, Model model) {
        Appointment appointment = find(sitting);
        Terms terms = appointment.terms();
        return form(appointment, GrantForm.of(terms.accommodations(), terms.display()), List.of(), model);
    }

    @Audited("accommodations-granted")
    @PostMapping("/office/{sitting}/accommodations")
    String grant(
            @PathVariable long sitting,
            @ModelAttribute @Valid GrantForm form,
            BindingResult checked,
            Model model,
            RedirectAttributes redirected) {
        Appointment appointment = find(sitting);
        if (checked.hasErrors()) {
            return form(appointment, form, problems(checked), model);
        }
        try {
            Accommodations granted = form.accommodations();
            appointments.grant(appointment.sitting(), granted, form.display());
            redirected.addFlashAttribute(SaidAfterForms.SAID, "granted");
            return "redirect:/office/sittings?sitting=" + sitting;
        } catch (MalformedPaperException e) {
            return form(appointment, form, List.of("office.grant.no-good-break"), model);
        } catch (IllegalStateException e) {
            return form(appointment, form, List.of("office.grant.begun"), model);
        }
    }

    /** Returns the keys of the messages that say what is wrong, each once. */
    private static List<String> problems(BindingResult checked) {
        return checked.getAllErrors().stream()
                .map(problem -> String.valueOf(problem.getDefaultMessage()))
                .distinct()
                .toList();
    }

    /** Lets somebody in again; the ledger says who permitted it. */
    @Audited("re-entry-permitted")
    @PostMapping("/office/{sitting}/reopen")
    String reopen(@PathVariable long sitting, Principal principal, RedirectAttributes redirected) {
        Appointment appointment = find(sitting);
        Instant now = clock.instant();
        String person = member(principal).name();
        boolean done = ledgers.open(appointment, now)
                .sitting()
                .route()
                .reopenable()
                .map(stage -> ledgers.record(appointment, new Act.Reopened(stage, person, Actor.OFFICE), now)
                        .verdict())
                .filter(Verdict::isPermitted)
                .isPresent();
        redirected.addFlashAttribute(SaidAfterForms.SAID, done ? "reopened" : "not-reopened");
        return "redirect:/office/sittings?sitting=" + sitting;
    }

    /**
     * Shows what a candidate's room was at an instant, for appeals.
     *
     * @param at an instant by ISO 8601; without, now
     */
    @Audited("replay-shown")
    @GetMapping("/office/{sitting}/replay")
    String replay(@PathVariable long sitting, @RequestParam(defaultValue = "") String at, Model model) {
        Appointment appointment = find(sitting);
        Optional<Instant> instant = at.isBlank() ? Optional.of(clock.instant()) : instant(at.strip());
        Paper paper = papers.text(appointment.paper()).paper();
        List<String> lines = ledgers.export(appointment).toList();
        model.addAttribute("sitting", sitting);
        model.addAttribute("exam", paper.title());
        model.addAttribute("candidate", candidates.find(appointment.candidate()).orElseThrow());
        model.addAttribute("at", instant.map(Instant::toString).orElse(at));
        model.addAttribute("understood", instant.isPresent());
        model.addAttribute(
                "json",
                instant.map(then -> Replay.at(paper, lines, then).json()).orElse(""));
        return "replay";
    }

    /** Returns the booklet that a candidate answers in, to be printed. */
    @Audited("booklet-printed")
    @GetMapping("/office/{sitting}/booklet")
    ResponseEntity<byte[]> booklet(@PathVariable long sitting) {
        byte[] pdf = booklets.of(find(sitting)).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return LettersController.pdf("booklet-" + sitting, pdf);
    }

    private static Optional<Instant> instant(String at) {
        try {
            return Optional.of(Instant.parse(at));
        } catch (DateTimeParseException e) {
            return Optional.empty();
        }
    }

    private String form(Appointment appointment, GrantForm form, List<String> problems, Model model) {
        Paper paper = papers.text(appointment.paper()).paper();
        model.addAttribute("row", details.of(appointment, clock.instant()));
        model.addAttribute("form", form);
        model.addAttribute("problems", problems);
        model.addAttribute("blocks", Accommodations.placesForExtraBreaks(paper));
        model.addAttribute("boxes", paper.boxes());
        model.addAttribute("themes", GrantForm.THEMES);
        model.addAttribute("sizes", GrantForm.SIZES);
        return "accommodations";
    }

    private Appointment find(long sitting) {
        return appointments
                .find(new SittingId(sitting))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private Staff.Member member(Principal principal) {
        return staff.member(principal.getName()).orElseThrow();
    }
}

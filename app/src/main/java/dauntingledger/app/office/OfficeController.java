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
import dauntingledger.app.sheets.CsvFile;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.staff.Staff;
import dauntingledger.app.words.Privileges;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.paper.MalformedPaperException;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Progress;
import dauntingledger.rulebook.sitting.Verdict;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import java.io.IOException;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Optional;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
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

/** All sittings, and what can be done about one. For the exam office; auditors read. */
@Controller
class OfficeController {

    private static final int ROWS = 50;
    private static final int MOST_PAGES = 10_000;
    private static final int MOST_IN_A_FILE = 200_000;
    private static final int AT_ONCE = 2_000;
    private static final List<String> COLUMNS =
            List.of("sitting", "number", "name", "exam", "paper", "opens", "room", "seat", "state", "held");

    private final SittingList sittings;
    private final Appointments appointments;
    private final Ledgers ledgers;
    private final Papers papers;
    private final Candidates candidates;
    private final Staff staff;
    private final Privileges privileges;
    private final Booklets booklets;
    private final WallClock wall;
    private final Clock clock;

    OfficeController(
            SittingList sittings,
            Appointments appointments,
            Ledgers ledgers,
            Papers papers,
            Candidates candidates,
            Staff staff,
            Privileges privileges,
            Booklets booklets,
            WallClock wall,
            Clock clock) {
        this.sittings = sittings;
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.papers = papers;
        this.candidates = candidates;
        this.staff = staff;
        this.privileges = privileges;
        this.booklets = booklets;
        this.wall = wall;
        this.clock = clock;
    }

    /**
     * A sitting with all that the office can do about it.
     *
     * @param held how many entries wait for a decision
     */
    record Details(
            String sitting,
            Candidate candidate,
            String exam,
            String seat,
            String when,
            String state,
            List<String> granted,
            boolean booklet,
            int held) {

        public boolean isUntouched() {
            return state.equals("before");
        }

        public boolean isOver() {
            return state.equals("handed-in") || state.equals("declined");
        }
    }

    /** What is looked for, as the form gives it. */
    record Form(String text, Long exam, Progress state, Boolean held, SittingList.Order order) {
        Form {
            text = text == null ? "" : text;
            exam = exam == null ? 0L : exam;
            held = Boolean.TRUE.equals(held);
            order = order == null ? SittingList.Order.LATEST : order;
        }

        SittingList.Filter filter() {
            return new SittingList.Filter(text, exam, Optional.ofNullable(state), held, order);
        }
    }

    /** A line of the list as the page has it. */
    record Row(SittingList.Line line, String when, String exam, String state) {}

    /**
     * The list, a line for each sitting.
     *
     * @param sitting whose details are open beside it; 0 for none
     */
    @GetMapping("/office/sittings")
    String page(
            @ModelAttribute("form") Form form,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "0") long sitting,
            Model model) {
        int shown = Math.clamp(page, 0, MOST_PAGES);
        List<SittingList.Line> found = sittings.find(form.filter(), shown * ROWS, ROWS + 1);
        model.addAttribute("rows", found.stream().limit(ROWS).map(this::row).toList());
        model.addAttribute("page", shown);
        model.addAttribute("more", found.size() > ROWS);
        model.addAttribute("states", Progress.values());
        model.addAttribute("orders", SittingList.Order.values());
        model.addAttribute(
                "details",
                appointments
                        .find(new SittingId(sitting))
                        .map(appointment -> details(appointment, clock.instant()))
                        .orElse(null));
        return "office/sittings";
    }

    private Row row(SittingList.Line line) {
        return new Row(
                line,
                line.opens().map(wall::stamp).orElse(""),
                line.exam().isEmpty() ? title(line.paper()) : line.exam(),
                line.readable() ? PlainNames.name(line.progress()) : "unreadable");
    }

    private String title(String paper) {
        return papers.latest().stream()
                .filter(ref -> ref.id().value().equals(paper))
                .map(ref -> papers.text(ref).paper().title())
                .findFirst()
                .orElse(paper);
    }

    /** The same list as a file, at most {@value #MOST_IN_A_FILE} lines. */
    @Audited("sittings-taken-out")
    @GetMapping("/office/sittings.csv")
    void file(@ModelAttribute("form") Form form, HttpServletResponse response) throws IOException {
        try (CsvFile out = CsvFile.to(response, "sittings", COLUMNS)) {
            for (int from = 0; from < MOST_IN_A_FILE; from += AT_ONCE) {
                List<SittingList.Line> found = sittings.find(form.filter(), from, AT_ONCE);
                for (SittingList.Line line : found) {
                    out.row(List.of(
                            String.valueOf(line.sitting()),
                            line.number(),
                            line.name(),
                            line.exam(),
                            line.paper(),
                            line.opens().map(Instant::toString).orElse(""),
                            line.room(),
                            line.chair(),
                            PlainNames.name(line.progress()),
                            String.valueOf(line.held())));
                }
                if (found.size() < AT_ONCE) {
                    return;
                }
            }
        }
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
                .map(stage -> ledgers.record(appointment, new Act.Reopened(stage, person), now)
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
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.inline()
                                .filename("booklet-" + sitting + ".pdf")
                                .build()
                                .toString())
                .body(pdf);
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
        model.addAttribute("row", details(appointment, clock.instant()));
        model.addAttribute("form", form);
        model.addAttribute("problems", problems);
        model.addAttribute("blocks", Accommodations.placesForExtraBreaks(paper));
        model.addAttribute("boxes", paper.boxes());
        model.addAttribute("themes", GrantForm.THEMES);
        model.addAttribute("sizes", GrantForm.SIZES);
        return "accommodations";
    }

    private Details details(Appointment appointment, Instant now) {
        Paper paper = papers.text(appointment.paper()).paper();
        Terms terms = appointment.terms();
        Optional<Ledgers.Opened> opened = ledgers.openIfReadable(appointment, now);
        return new Details(
                appointment.sitting().toString(),
                candidates.find(appointment.candidate()).orElseThrow(),
                paper.title(),
                appointment.chair(),
                terms.window().isBounded() ? wall.dayAndMinute(terms.window().opens()) : "",
                opened.map(readable ->
                                PlainNames.name(readable.sitting().route().progress()))
                        .orElse("unreadable"),
                privileges.of(paper, terms),
                Booklets.isNeededFor(paper),
                opened.map(Ledgers.Opened::waiting).orElse(0));
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

package dauntingledger.app.results;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Releases;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.marking.LeftOut;
import dauntingledger.app.office.ExamPages;
import dauntingledger.app.results.Results.Kept;
import dauntingledger.app.results.Results.Version;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.sheets.CsvFile;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.plain.PlainNames;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The results of an exam for the office: worked out, looked at, taken out. Auditors read. */
@Controller
class ResultsController {

    private static final int ROWS = 50;
    private static final int MOST_IN_A_FILE = 200_000;

    private final Results results;
    private final QtiReport report;
    private final LeftOut leftOut;
    private final Releases releases;
    private final ResultNotices notices;
    private final Rooms rooms;
    private final Appointments appointments;
    private final ExamPages pages;
    private final Candidates candidates;
    private final WallClock wall;
    private final Clock clock;

    ResultsController(
            Results results,
            QtiReport report,
            LeftOut leftOut,
            Releases releases,
            ResultNotices notices,
            Rooms rooms,
            Appointments appointments,
            ExamPages pages,
            Candidates candidates,
            WallClock wall,
            Clock clock) {
        this.results = results;
        this.report = report;
        this.leftOut = leftOut;
        this.releases = releases;
        this.notices = notices;
        this.rooms = rooms;
        this.appointments = appointments;
        this.pages = pages;
        this.candidates = candidates;
        this.wall = wall;
        this.clock = clock;
    }

    /** A result as the list has it. */
    record Row(
            String sitting,
            String number,
            String name,
            String score,
            String most,
            String percentile,
            String outcome,
            String grade,
            String scaled) {}

    /** A place whose candidates can be told before the others; {@code name} is empty for those at home. */
    record Place(String id, String name, boolean told) {}

    /** Somebody who is no part of the cohort. */
    record Without(String sitting, String number, String reason) {}

    @GetMapping("/office/exams/{exam}/results")
    String page(@PathVariable long exam, @RequestParam(defaultValue = "0") int page, Model model) {
        Exam found = pages.find(exam);
        pages.put(found, model);
        Optional<Version> version = results.latest(found.id());
        ExamState state = found.state(clock.instant());
        model.addAttribute("workable", results.refusal(found).isEmpty());
        model.addAttribute("marked", state == ExamState.MARKED || state == ExamState.RELEASED);
        model.addAttribute("leftOut", leftOut(found));
        model.addAttribute("toldPlaces", toldPlaces(found));
        model.addAttribute("version", version.orElse(null));
        model.addAttribute(
                "when", version.map(kept -> wall.dayAndMinute(kept.at())).orElse(""));
        model.addAttribute(
                "outcomes",
                version.map(kept -> results.outcomes(found.id(), kept.number())).orElse(Map.of()));
        int shown = Math.max(0, page);
        List<Row> rows =
                version.map(kept -> rows(found, kept, shown * ROWS, ROWS + 1)).orElse(List.of());
        model.addAttribute("rows", rows.stream().limit(ROWS).toList());
        model.addAttribute("page", shown);
        model.addAttribute("more", rows.size() > ROWS);
        return "results/office";
    }

    /** Returns the places of an exam that can be told before the others. */
    private List<Place> toldPlaces(Exam exam) {
        Map<String, Instant> told = releases.of(exam.id());
        List<Place> places = new ArrayList<>();
        rooms.of(exam)
                .forEach(room -> places.add(new Place(
                        room.id().toString(),
                        room.name(),
                        told.containsKey(room.id().toString()))));
        if (exam.isAtHome()) {
            places.add(new Place(Releases.HOME, "", told.containsKey(Releases.HOME)));
        }
        return exam.state(clock.instant()) == ExamState.MARKED && results.in(exam) ? places : List.of();
    }

    @Audited("results-released-for-a-place")
    @PostMapping("/office/exams/{exam}/results/release")
    String release(
            @PathVariable long exam, @RequestParam String place, Principal principal, RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        boolean known = toldPlaces(found).stream().anyMatch(one -> one.id().equals(place));
        if (known) {
            releases.release(found.id(), place, principal.getName());
            notices.tellPlace(found, results.latest(found.id()).orElseThrow(), place);
        }
        redirected.addFlashAttribute(SaidAfterForms.SAID, known ? "released" : "not-now");
        return "redirect:/office/exams/" + exam + "/results";
    }

    private List<Without> leftOut(Exam exam) {
        return leftOut.of(exam.id()).entrySet().stream()
                .flatMap(one -> pages.find(exam, one.getKey().value()).stream()
                        .map(sitting -> new Without(sitting.sitting().toString(), sitting.candidate(), one.getValue())))
                .toList();
    }

    @Audited("left-out-of-results")
    @PostMapping("/office/exams/{exam}/results/left-out")
    String leaveOut(
            @PathVariable long exam,
            @RequestParam String number,
            @RequestParam String reason,
            Principal principal,
            RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        Optional<Appointment> sitting = appointments.of(found.id()).stream()
                .filter(one -> one.candidate().equals(number.strip()))
                .findFirst();
        boolean good = sitting.isPresent() && !reason.isBlank() && reason.length() <= LeftOut.MOST_REASON;
        if (good) {
            leftOut.leaveOut(found.id(), sitting.get().sitting(), reason.strip(), principal.getName());
        }
        redirected.addFlashAttribute(SaidAfterForms.SAID, good ? "left-out" : "not-left-out");
        return "redirect:/office/exams/" + exam + "/results";
    }

    @Audited("taken-into-results")
    @PostMapping("/office/exams/{exam}/results/taken-in")
    String takeIn(@PathVariable long exam, @RequestParam long sitting, RedirectAttributes redirected) {
        leftOut.takeIn(pages.sitting(pages.find(exam), sitting).sitting());
        redirected.addFlashAttribute(SaidAfterForms.SAID, "taken-in");
        return "redirect:/office/exams/" + exam + "/results";
    }

    private List<Row> rows(Exam exam, Version version, int from, int most) {
        List<Kept> kept = results.page(exam.id(), version.number(), from, most);
        Map<String, Candidate> people =
                candidates.findAll(kept.stream().map(Kept::candidate).toList());
        return kept.stream()
                .map(result -> new Row(
                        String.valueOf(result.sitting()),
                        result.candidate(),
                        Optional.ofNullable(people.get(result.candidate()))
                                .map(Candidate::name)
                                .orElse(""),
                        Numeral.write(Rational.parse(result.score())),
                        Numeral.write(Rational.parse(result.most())),
                        percentile(result.percentile()),
                        result.outcome(),
                        result.grade(),
                        result.scaled()))
                .toList();
    }

    /** Two decimals, halves away from zero. */
    static String percentile(String exact) {
        return Rational.parse(exact).rounded(2).toPlainString();
    }

    @Audited("results-worked-out")
    @PostMapping("/office/exams/{exam}/results")
    String workOut(@PathVariable long exam, Principal principal, RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        String said = results.refusal(found)
                .map(PlainNames::name)
                .orElseGet(() -> results.workOut(found, principal.getName()).fixed() ? "fixed" : "provisional");
        redirected.addFlashAttribute(SaidAfterForms.SAID, said);
        return "redirect:/office/exams/" + exam + "/results";
    }

    @Audited("results-taken-out")
    @GetMapping("/office/exams/{exam}/results.zip")
    void report(@PathVariable long exam, HttpServletResponse response) throws IOException {
        Exam found = pages.find(exam);
        Version version =
                results.latest(found.id()).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        response.setContentType("application/zip");
        response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"results-" + exam + ".zip\"");
        report.write(found, version, response.getOutputStream());
    }

    @Audited("results-taken-out")
    @GetMapping("/office/exams/{exam}/results.csv")
    void file(@PathVariable long exam, HttpServletResponse response) throws IOException {
        Exam found = pages.find(exam);
        try (CsvFile out = CsvFile.to(
                response,
                "results-" + exam,
                List.of("candidate", "score", "max", "percentile", "outcome", "grade", "scaled"))) {
            Optional<Version> version = results.latest(found.id());
            if (version.isEmpty()) {
                return;
            }
            for (Kept kept : results.page(found.id(), version.get().number(), 0, MOST_IN_A_FILE)) {
                out.row(List.of(
                        kept.candidate(),
                        Numeral.write(Rational.parse(kept.score())),
                        Numeral.write(Rational.parse(kept.most())),
                        percentile(kept.percentile()),
                        kept.outcome(),
                        kept.grade(),
                        kept.scaled()));
            }
        }
    }
}

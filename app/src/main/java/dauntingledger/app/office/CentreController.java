package dauntingledger.app.office;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Centres;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamChangeException;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.exams.Releases;
import dauntingledger.app.exams.ResultsFixed;
import dauntingledger.app.exams.Rosters;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Origin;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.sheets.CsvFile;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.staff.Staff;
import dauntingledger.app.words.Marks;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.exam.RosterColumn;
import dauntingledger.rulebook.exam.RosterFinding;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.Principal;
import java.util.Collection;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A centre's own candidates: entering them, their letters, their results. For people of that centre; nobody else's shows. */
@Controller
class CentreController {

    private final Centres centres;
    private final Exams exams;
    private final Rosters rosters;
    private final Candidates candidates;
    private final Letters letters;
    private final Releases releases;
    private final ResultsFixed results;
    private final ExamPages pages;
    private final Staff staff;
    private final Words words;

    CentreController(
            Centres centres,
            Exams exams,
            Rosters rosters,
            Candidates candidates,
            Letters letters,
            Releases releases,
            ResultsFixed results,
            ExamPages pages,
            Staff staff,
            Words words) {
        this.centres = centres;
        this.exams = exams;
        this.rosters = rosters;
        this.candidates = candidates;
        this.letters = letters;
        this.releases = releases;
        this.results = results;
        this.pages = pages;
        this.staff = staff;
        this.words = words;
    }

    /** An exam as a centre lists it. */
    record ExamRow(String id, String title, String day, int entered, int places) {}

    /** One of the centre's candidates; {@code result} is empty before results are released. */
    record Row(String sitting, String number, String name, String email, String seat, String result) {}

    private long centre(Principal principal) {
        return staff.member(principal.getName()).orElseThrow().centre();
    }

    @GetMapping("/centre")
    String list(Principal principal, Model model) {
        long own = centre(principal);
        model.addAttribute("name", centres.find(own).map(Centres.Centre::name).orElse(""));
        model.addAttribute(
                "rows",
                exams.all(centres.examsOf(own)).stream()
                        .filter(exam -> exam.state() != ExamState.PUT_AWAY)
                        .map(exam -> new ExamRow(
                                exam.id().toString(),
                                exam.title(),
                                exam.hours().day().toString(),
                                centres.roster(exam.id(), own).size(),
                                places(exam, own)))
                        .toList());
        return "centre/exams";
    }

    @GetMapping("/centre/exams/{exam}")
    String exam(@PathVariable long exam, Principal principal, Model model) {
        return page(find(exam, principal), centre(principal), Map.of(), List.of(), model);
    }

    private Exam find(long exam, Principal principal) {
        Exam found = pages.find(exam);
        if (!centres.examsOf(centre(principal)).contains(found.id())) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        return found;
    }

    private String page(Exam exam, long own, Map<String, String> typed, List<String> problems, Model model) {
        List<Appointment> roster = centres.roster(exam.id(), own);
        pages.put(exam, model);
        model.addAttribute("rows", rows(exam, roster));
        model.addAttribute("places", places(exam, own));
        model.addAttribute("released", isReleased(exam));
        model.addAttribute(
                "withoutPin",
                candidates
                        .withoutPin(roster.stream().map(Appointment::candidate).toList())
                        .size());
        model.addAttribute("typed", typed);
        model.addAttribute("problems", problems);
        return "centre/exam";
    }

    private int places(Exam exam, long own) {
        return centres.allowed(exam.id()).getOrDefault(own, 0);
    }

    private static boolean isReleased(Exam exam) {
        return exam.state() == ExamState.RELEASED;
    }

    private List<Row> rows(Exam exam, List<Appointment> roster) {
        Map<String, Candidate> people = pages.people(roster);
        return roster.stream()
                .map(sitting -> {
                    Candidate person = Objects.requireNonNull(people.get(sitting.candidate()));
                    return new Row(
                            sitting.sitting().toString(),
                            person.number(),
                            person.name(),
                            person.email(),
                            sitting.chair(),
                            result(exam, sitting));
                })
                .toList();
    }

    /** Returns the result that the candidate is told, in words; empty while there is none. */
    private String result(Exam exam, Appointment sitting) {
        return releases.toldSince(exam, sitting)
                .flatMap(since -> results.of(exam, sitting.sitting()))
                .map(fixed -> words.say("centre.result", Marks.write(fixed.marks()), Marks.write(fixed.most())))
                .orElse("");
    }

    /** Enters a candidate; the number is made here, so that nobody else's can be hit. */
    @Audited("centre-entered-candidate")
    @PostMapping("/centre/exams/{exam}")
    ModelAndView enter(
            @PathVariable long exam,
            @RequestParam Map<String, String> typed,
            Principal principal,
            Model model,
            RedirectAttributes redirected) {
        Exam found = find(exam, principal);
        long own = centre(principal);
        Map<RosterColumn, String> cells = new EnumMap<>(RosterColumn.class);
        cells.put(RosterColumn.NUMBER, candidates.freeNumber());
        for (RosterColumn column : List.of(RosterColumn.NAME, RosterColumn.EMAIL, RosterColumn.LANGUAGE)) {
            cells.put(column, typed.getOrDefault(column.key(), ""));
        }
        try {
            List<RosterFinding> findings = rosters.put(found.id(), cells, Origin.CENTRE, own);
            if (findings.isEmpty()) {
                redirected.addFlashAttribute(SaidAfterForms.SAID, "entered");
                return new ModelAndView("redirect:/centre/exams/" + exam);
            }
            return refused(found, own, typed, pages.findings(findings), model);
        } catch (ExamChangeException e) {
            return refused(found, own, typed, problems(found, own, e), model);
        }
    }

    private List<String> problems(Exam exam, long own, ExamChangeException why) {
        return why.reasons().equals(List.of(Centres.FULL))
                ? List.of(words.say("centre.problem.full", places(exam, own)))
                : pages.problems(why);
    }

    private ModelAndView refused(Exam exam, long own, Map<String, String> typed, List<String> problems, Model model) {
        return new ModelAndView(
                page(exam, own, typed, problems, model), model.asMap(), HttpStatus.UNPROCESSABLE_CONTENT);
    }

    @Audited("centre-took-candidate-out")
    @PostMapping("/centre/exams/{exam}/{sitting}/remove")
    String remove(
            @PathVariable long exam, @PathVariable long sitting, Principal principal, RedirectAttributes redirected) {
        Exam found = find(exam, principal);
        Appointment out = pages.sitting(found, sitting);
        if (out.exam().orElseThrow().centre() != centre(principal)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        String said = "removed";
        try {
            rosters.remove(out);
        } catch (ExamChangeException e) {
            said = "stays";
        }
        redirected.addFlashAttribute(SaidAfterForms.SAID, said);
        return "redirect:/centre/exams/" + exam;
    }

    /** Prints the letters of all of them; those who have no PIN yet get one. */
    @Audited("centre-printed-letters")
    @PostMapping("/centre/exams/{exam}/letters")
    ResponseEntity<byte[]> print(@PathVariable long exam, Principal principal) {
        Exam found = find(exam, principal);
        List<Appointment> roster = centres.roster(found.id(), centre(principal));
        if (roster.isEmpty()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        Collection<String> without = candidates.withoutPin(
                roster.stream().map(Appointment::candidate).toList());
        return LettersController.pdf("letters-" + exam, letters.print(found, roster, candidates.newPins(without)));
    }

    @Audited("centre-took-results-out")
    @GetMapping("/centre/exams/{exam}/results.csv")
    void results(@PathVariable long exam, Principal principal, HttpServletResponse response) throws IOException {
        Exam found = find(exam, principal);
        if (!isReleased(found)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        try (CsvFile out = CsvFile.to(response, "results-" + exam, List.of("number", "name", "marks"))) {
            for (Row row : rows(found, centres.roster(found.id(), centre(principal)))) {
                out.row(List.of(row.number(), row.name(), row.result()));
            }
        }
    }
}

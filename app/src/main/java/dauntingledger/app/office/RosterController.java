package dauntingledger.app.office;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamChangeException;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.exams.Rosters;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.Origin;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.sheets.CsvFile;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.exam.RosterColumn;
import dauntingledger.rulebook.exam.RosterFinding;
import dauntingledger.rulebook.exam.Supervisor;
import dauntingledger.rulebook.number.Numeral;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The roster of an exam: by a file, and one by one. For the exam office; auditors read. */
@Controller
class RosterController {

    private static final int MOST_FINDINGS = 500;
    private static final int MOST_CHANGES = 200;
    private static final int LONGEST_NAME = 120;
    private static final int ROWS = 100;

    private final Exams exams;
    private final Rosters rosters;
    private final Candidates candidates;
    private final Papers papers;
    private final ExamPages pages;
    private final Words words;

    RosterController(Exams exams, Rosters rosters, Candidates candidates, Papers papers, ExamPages pages, Words words) {
        this.exams = exams;
        this.rosters = rosters;
        this.candidates = candidates;
        this.papers = papers;
        this.pages = pages;
        this.words = words;
    }

    /** Somebody on the roster as the list has them. */
    record Row(
            String sitting,
            String number,
            String name,
            String email,
            String room,
            String seat,
            String granted,
            String origin,
            String supervisor,
            String code,
            boolean pin) {}

    /** A finding as it is shown. */
    record Finding(int line, String column, String what) {}

    @GetMapping("/office/exams/{exam}/roster")
    String page(
            @PathVariable long exam,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "0") long sitting,
            Model model) {
        Exam found = pages.find(exam);
        Optional<Appointment> open = pages.find(found, sitting);
        Map<RosterColumn, String> cells = new EnumMap<>(RosterColumn.class);
        open.ifPresent(one -> cells.putAll(typed(found, one)));
        model.addAttribute(
                "open", open.map(one -> rows(found, List.of(one)).getFirst()).orElse(null));
        return page(found, page, cells, List.of(), model);
    }

    /** Returns what a line of a file would say of somebody. */
    private Map<RosterColumn, String> typed(Exam exam, Appointment sitting) {
        Map<RosterColumn, String> typed = new EnumMap<>(RosterColumn.class);
        List<String> cells =
                cells(sitting, requireNonNull(pages.people(List.of(sitting)).get(sitting.candidate())), names(exam));
        List<RosterColumn> columns = List.of(RosterColumn.values());
        columns.forEach(column -> typed.put(column, cells.get(columns.indexOf(column))));
        return typed;
    }

    private Map<Long, String> names(Exam exam) {
        Map<Long, String> names = new HashMap<>();
        pages.rooms(exam).forEach(room -> names.put(room.id().value(), room.name()));
        return names;
    }

    private String page(Exam exam, int page, Map<RosterColumn, String> typed, List<String> problems, Model model) {
        int count = exams.facts(exam).candidates();
        int shown = Math.clamp(page, 0, Math.max(0, (count - 1) / ROWS));
        List<Appointment> here = exams.roster(exam.id(), shown * ROWS, ROWS);
        pages.put(exam, model);
        model.addAttribute("rows", rows(exam, here));
        model.addAttribute("count", count);
        model.addAttribute("page", shown);
        model.addAttribute("more", (shown + 1) * ROWS < count);
        Map<String, String> byKey = new HashMap<>();
        Arrays.stream(RosterColumn.values()).forEach(column -> byKey.put(column.key(), typed.getOrDefault(column, "")));
        model.addAttribute("typed", byKey);
        model.addAttribute("problems", problems);
        return "office/roster";
    }

    private List<Row> rows(Exam exam, List<Appointment> roster) {
        Map<String, Candidate> people = pages.people(roster);
        Set<String> withoutPin = candidates.withoutPin(
                roster.stream().map(Appointment::candidate).toList());
        Map<Long, String> names = names(exam);
        return roster.stream()
                .map(sitting -> {
                    Candidate person = requireNonNull(people.get(sitting.candidate()));
                    return new Row(
                            sitting.sitting().toString(),
                            person.number(),
                            person.name(),
                            person.email(),
                            sitting.room()
                                    .map(room -> names.getOrDefault(room.value(), ""))
                                    .orElse(""),
                            sitting.chair(),
                            granted(sitting.terms().accommodations()),
                            sitting.exam().orElseThrow().origin().name().toLowerCase(Locale.ROOT),
                            sitting.terms()
                                    .supervisor()
                                    .map(somebody -> somebody.name() + ", " + somebody.phone())
                                    .orElse(""),
                            sitting.terms().code(),
                            !withoutPin.contains(person.number()));
                })
                .toList();
    }

    /** Says in one line what is granted; the page of accommodations has it all. */
    private String granted(Accommodations granted) {
        List<String> parts = new ArrayList<>();
        if (!granted.factor().equals(Accommodations.NONE.factor())
                || !granted.factors().isEmpty()) {
            parts.add(
                    "× " + Numeral.write(granted.factor()) + (granted.factors().isEmpty() ? "" : " …"));
        }
        Duration breaks = granted.extraBreaks().values().stream().reduce(granted.longerBreaks(), Duration::plus);
        if (!breaks.isZero()) {
            parts.add(words.say("roster.breaks", breaks.toMinutes()));
        }
        parts.addAll(granted.aids());
        return String.join(", ", parts);
    }

    @Audited("roster-checked")
    @PostMapping("/office/exams/{exam}/roster/file")
    ModelAndView check(@PathVariable long exam, @RequestParam("file") MultipartFile file, Model model)
            throws IOException {
        Exam found = pages.find(exam);
        if (file.isEmpty()) {
            return refused(found, Map.of(), List.of(words.say("roster.no-file")), model);
        }
        String name = Optional.ofNullable(file.getOriginalFilename()).orElse("");
        return preview(
                found,
                rosters.check(
                        new ExamId(exam), name.substring(0, Math.min(name.length(), LONGEST_NAME)), file.getBytes()),
                List.of(),
                model);
    }

    @GetMapping("/office/exams/{exam}/roster/file")
    ModelAndView pending(@PathVariable long exam, Model model) {
        Exam found = pages.find(exam);
        return rosters.pending(found.id())
                .map(preview -> preview(found, preview, List.of(), model))
                .orElseGet(() -> new ModelAndView("redirect:/office/exams/" + exam + "/roster"));
    }

    @Audited("roster-imported")
    @PostMapping("/office/exams/{exam}/roster/confirm")
    ModelAndView confirm(
            @PathVariable long exam, @RequestParam String digest, Model model, RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        try {
            rosters.confirm(found.id(), digest);
            redirected.addFlashAttribute(SaidAfterForms.SAID, "imported");
            return new ModelAndView("redirect:/office/exams/" + exam + "/roster");
        } catch (ExamChangeException e) {
            List<String> problems = pages.problems(e);
            return rosters.pending(found.id())
                    .map(preview -> preview(found, preview, problems, model))
                    .orElseGet(() -> refused(found, Map.of(), problems, model));
        }
    }

    private ModelAndView preview(Exam exam, Rosters.Preview preview, List<String> problems, Model model) {
        pages.put(exam, model);
        model.addAttribute("preview", preview);
        model.addAttribute("problems", problems);
        model.addAttribute(
                "findings",
                preview.findings().stream()
                        .limit(MOST_FINDINGS)
                        .map(this::finding)
                        .toList());
        model.addAttribute("added", preview.added().stream().limit(MOST_CHANGES).toList());
        model.addAttribute(
                "changed", preview.changed().stream().limit(MOST_CHANGES).toList());
        model.addAttribute(
                "removed", preview.removed().stream().limit(MOST_CHANGES).toList());
        boolean good = preview.isGood() && problems.isEmpty();
        return new ModelAndView(
                "office/roster-file", model.asMap(), good ? HttpStatus.OK : HttpStatus.UNPROCESSABLE_CONTENT);
    }

    private Finding finding(RosterFinding finding) {
        return new Finding(finding.line(), finding.column(), pages.finding(finding));
    }

    @Audited("candidate-put-on-roster")
    @PostMapping("/office/exams/{exam}/roster")
    ModelAndView put(
            @PathVariable long exam,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        Map<RosterColumn, String> cells = new EnumMap<>(RosterColumn.class);
        Arrays.stream(RosterColumn.values()).forEach(column -> cells.put(column, typed.getOrDefault(column.key(), "")));
        if (cells.getOrDefault(RosterColumn.NUMBER, "").isBlank()) {
            cells.put(RosterColumn.NUMBER, candidates.freeNumber());
        }
        try {
            List<RosterFinding> findings = rosters.put(found.id(), cells, Origin.HAND);
            if (findings.isEmpty()) {
                redirected.addFlashAttribute(SaidAfterForms.SAID, "put");
                return new ModelAndView("redirect:/office/exams/" + exam + "/roster");
            }
            return refused(found, cells, pages.findings(findings), model);
        } catch (ExamChangeException e) {
            return refused(found, cells, pages.problems(e), model);
        }
    }

    private ModelAndView refused(Exam exam, Map<RosterColumn, String> cells, List<String> problems, Model model) {
        return new ModelAndView(page(exam, 0, cells, problems, model), model.asMap(), HttpStatus.UNPROCESSABLE_CONTENT);
    }

    @Audited("candidate-taken-out")
    @PostMapping("/office/exams/{exam}/roster/{sitting}/remove")
    String remove(@PathVariable long exam, @PathVariable long sitting, RedirectAttributes redirected) {
        Appointment out = pages.sitting(pages.find(exam), sitting);
        String said = "removed";
        try {
            rosters.remove(out);
        } catch (ExamChangeException e) {
            said = e.reasons().getFirst();
        }
        redirected.addFlashAttribute(SaidAfterForms.SAID, said);
        return "redirect:/office/exams/" + exam + "/roster";
    }

    /** The roster as a file that can be imported again. */
    @Audited("roster-taken-out")
    @GetMapping("/office/exams/{exam}/roster.csv")
    void file(@PathVariable long exam, HttpServletResponse response) throws IOException {
        Exam found = pages.find(exam);
        List<Appointment> roster = exams.roster(found.id());
        Map<String, Candidate> people = pages.people(roster);
        Map<Long, String> names = names(found);
        try (CsvFile out = CsvFile.to(
                response,
                "roster-" + exam,
                Arrays.stream(RosterColumn.values()).map(RosterColumn::key).toList())) {
            for (Appointment sitting : roster) {
                out.row(cells(sitting, requireNonNull(people.get(sitting.candidate())), names));
            }
        }
    }

    private List<String> cells(Appointment sitting, Candidate person, Map<Long, String> names) {
        Accommodations granted = sitting.terms().accommodations();
        Duration extraBreak = granted.breakOn(papers.text(sitting.paper()).paper());
        return List.of(
                person.number(),
                person.name(),
                person.email(),
                sitting.room().map(room -> names.getOrDefault(room.value(), "")).orElse(""),
                sitting.chair(),
                Numeral.write(granted.factor()),
                String.valueOf(extraBreak.toMinutes()),
                granted.aids().isEmpty() ? "" : String.join("|", granted.aids()),
                person.language(),
                sitting.terms().supervisor().map(Supervisor::name).orElse(""),
                sitting.terms().supervisor().map(Supervisor::phone).orElse(""));
    }
}

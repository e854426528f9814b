package dauntingledger.app.office;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamChangeException;
import dauntingledger.app.exams.ExamPlan;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.sheets.CsvFile;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.exam.ExamState.Obstacle;
import dauntingledger.rulebook.plain.PlainNames;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.ModelAndView;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Exams: which there are, making and changing one, bringing it to its next state. For the exam office; auditors read. */
@Controller
class ExamsController {

    private static final int ROWS = 50;
    private static final int MOST_IN_A_FILE = 10_000;
    private static final int MOST_PAGES = 10_000;

    private final Exams exams;
    private final Rooms rooms;
    private final Papers papers;
    private final Staff staff;
    private final ExamPages pages;
    private final Words words;
    private final WallClock wall;
    private final Clock clock;

    ExamsController(
            Exams exams,
            Rooms rooms,
            Papers papers,
            Staff staff,
            ExamPages pages,
            Words words,
            WallClock wall,
            Clock clock) {
        this.exams = exams;
        this.rooms = rooms;
        this.papers = papers;
        this.staff = staff;
        this.pages = pages;
        this.words = words;
        this.wall = wall;
        this.clock = clock;
    }

    /** An exam as the list has it. */
    record Row(
            String id,
            String title,
            String paper,
            String day,
            String hours,
            String state,
            int candidates,
            int withoutChair) {}

    /** A paper to choose. */
    record Choice(String value, String label) {}

    @GetMapping("/office")
    String office() {
        return "redirect:/office/exams";
    }

    @GetMapping("/office/exams")
    String list(@RequestParam(defaultValue = "0") int page, Model model) {
        int shown = Math.clamp(page, 0, MOST_PAGES);
        List<Exam> found = exams.page(shown * ROWS, ROWS + 1);
        model.addAttribute("rows", found.stream().limit(ROWS).map(this::row).toList());
        model.addAttribute("page", shown);
        model.addAttribute("more", found.size() > ROWS);
        return "office/exams";
    }

    /** The list as a file. */
    @Audited("exams-taken-out")
    @GetMapping("/office/exams.csv")
    void file(HttpServletResponse response) throws IOException {
        List<String> columns = List.of("exam", "title", "paper", "day", "opens", "state", "candidates", "without_seat");
        try (CsvFile out = CsvFile.to(response, "exams", columns)) {
            for (Exam exam : exams.page(0, MOST_IN_A_FILE)) {
                Row row = row(exam);
                out.row(List.of(
                        row.id(),
                        row.title(),
                        row.paper(),
                        row.day(),
                        row.hours(),
                        row.state(),
                        String.valueOf(row.candidates()),
                        String.valueOf(row.withoutChair())));
            }
        }
    }

    private Row row(Exam exam) {
        ExamState.Facts facts = exams.facts(exam);
        WallClock there = wall.in(exam.hours().zone());
        return new Row(
                exam.id().toString(),
                exam.title(),
                papers.text(exam.paper()).paper().title(),
                exam.hours().day().toString(),
                there.minute(exam.hours().window().opens()),
                PlainNames.name(exam.state(clock.instant())),
                facts.candidates(),
                facts.withoutChair());
    }

    @GetMapping("/office/exams/new")
    String fresh(Model model) {
        LocalDate tomorrow = LocalDate.ofInstant(clock.instant(), wall.zone()).plusDays(1);
        return form(Optional.empty(), ExamForm.empty(tomorrow, wall.zone()), List.of(), model);
    }

    @Audited("exam-made")
    @PostMapping("/office/exams")
    ModelAndView make(@ModelAttribute("form") ExamForm form, Model model, RedirectAttributes redirected) {
        ExamForm.Read read = form.read(papers);
        if (read.plan().isEmpty()) {
            return refused(Optional.empty(), form, read.problems(), model);
        }
        try {
            Exam made = exams.make(read.plan().get());
            redirected.addFlashAttribute(SaidAfterForms.SAID, "made");
            return new ModelAndView("redirect:/office/exams/" + made.id());
        } catch (ExamChangeException e) {
            return refused(Optional.empty(), form, e.reasons(), model);
        }
    }

    @GetMapping("/office/exams/{exam}")
    String exam(@PathVariable long exam, Model model) {
        return overview(pages.find(exam), List.of(), model);
    }

    @GetMapping("/office/exams/{exam}/edit")
    String edit(@PathVariable long exam, Model model) {
        Exam found = pages.find(exam);
        return form(Optional.of(found), ExamForm.of(found), List.of(), model);
    }

    @Audited("exam-changed")
    @PostMapping("/office/exams/{exam}")
    ModelAndView change(
            @PathVariable long exam,
            @ModelAttribute("form") ExamForm form,
            Model model,
            RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        ExamForm.Read read = form.read(papers);
        if (read.plan().isEmpty()) {
            return refused(Optional.of(found), form, read.problems(), model);
        }
        try {
            return changed(found, read.plan().get(), redirected);
        } catch (ExamChangeException e) {
            return refused(Optional.of(found), form, e.reasons(), model);
        }
    }

    private ModelAndView changed(Exam before, ExamPlan plan, RedirectAttributes redirected) {
        List<String> kept = exams.change(before.id(), plan);
        boolean moved = before.state() != ExamState.DRAFT && !plan.hours().equals(before.hours());
        String said = moved ? "moved" : kept.isEmpty() ? "changed" : "changed-some";
        redirected.addFlashAttribute(SaidAfterForms.SAID, said);
        return new ModelAndView("redirect:/office/exams/" + before.id());
    }

    @Audited("exam-state-changed")
    @PostMapping("/office/exams/{exam}/state")
    ModelAndView bring(
            @PathVariable long exam, @RequestParam ExamState to, Model model, RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        try {
            exams.bring(found.id(), to);
            redirected.addFlashAttribute(SaidAfterForms.SAID, "state-" + PlainNames.name(to));
            return new ModelAndView("redirect:/office/exams/" + exam);
        } catch (ExamChangeException e) {
            return new ModelAndView(
                    overview(found, pages.problems(e), model), model.asMap(), HttpStatus.UNPROCESSABLE_CONTENT);
        }
    }

    private String overview(Exam exam, List<String> problems, Model model) {
        ExamState now = exam.state(clock.instant());
        pages.put(exam, model);
        model.addAttribute("problems", problems);
        model.addAttribute("facts", exams.facts(exam));
        model.addAttribute("next", now.next());
        model.addAttribute("back", now.back());
        List<Obstacle> obstacles =
                now.next().map(to -> exams.obstacles(exam, to)).orElse(List.of());
        model.addAttribute(
                "obstacles",
                pages.problems(obstacles.stream().map(PlainNames::name).toList()));
        model.addAttribute(
                "practised", obstacles.contains(Obstacle.PRACTISED) ? papers.practised(exam.paper()) : List.of());
        model.addAttribute(
                "working",
                exam.staff().stream()
                        .flatMap(number -> staff.member(number).stream())
                        .toList());
        return "office/exam";
    }

    private ModelAndView refused(Optional<Exam> exam, ExamForm form, List<String> reasons, Model model) {
        return new ModelAndView(
                form(exam, form, pages.problems(reasons), model), model.asMap(), HttpStatus.UNPROCESSABLE_CONTENT);
    }

    private String form(Optional<Exam> exam, ExamForm form, List<String> problems, Model model) {
        exam.ifPresent(found -> pages.put(found, model));
        model.addAttribute("editing", exam.isPresent());
        model.addAttribute("form", form);
        model.addAttribute("problems", problems);
        model.addAttribute("rooms", rooms.all());
        model.addAttribute(
                "papers",
                papers.all().stream()
                        .map(this::choice)
                        .flatMap(Optional::stream)
                        .toList());
        model.addAttribute(
                "invigilators",
                staff.all().stream()
                        .filter(member ->
                                member.role() == Role.INVIGILATOR && member.standing() != Staff.Standing.ENDED)
                        .toList());
        model.addAttribute("zones", new TreeSet<>(ZoneId.getAvailableZoneIds()));
        return "office/exam-form";
    }

    /** Practice needs no exam. */
    private Optional<Choice> choice(PaperRef ref) {
        PaperText text = papers.text(ref);
        return text.about().purpose() == Purpose.OFFICIAL
                ? Optional.of(new Choice(
                        ExamForm.paper(ref),
                        words.say("exam.paper.version", text.paper().title(), ref.version())))
                : Optional.empty();
    }
}

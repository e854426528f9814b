package dauntingledger.app.results;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.marking.Reviews;
import dauntingledger.app.office.ExamPages;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.app.words.Marks;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.marking.AnswerMarking.Refusal;
import dauntingledger.rulebook.marking.MarksGiven;
import dauntingledger.rulebook.plain.PlainNames;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What candidates ask to be looked at again, for the office: who looks at it, and what is decided. Auditors read. */
@Controller
class AppealsController {

    private final Appeals appeals;
    private final Reviews reviews;
    private final Results results;
    private final ResultNotices notices;
    private final ExamPages pages;
    private final Papers papers;
    private final Candidates candidates;
    private final Staff staff;
    private final Words words;
    private final WallClock wall;

    AppealsController(
            Appeals appeals,
            Reviews reviews,
            Results results,
            ResultNotices notices,
            ExamPages pages,
            Papers papers,
            Candidates candidates,
            Staff staff,
            Words words,
            WallClock wall) {
        this.appeals = appeals;
        this.reviews = reviews;
        this.results = results;
        this.notices = notices;
        this.pages = pages;
        this.papers = papers;
        this.candidates = candidates;
        this.staff = staff;
        this.words = words;
        this.wall = wall;
    }

    /**
     * An appeal as the page shows it.
     *
     * @param number of the question; empty for the whole
     * @param people whether people marked what it is about, so that another can
     * @param again whether all that is looked at again has its marks
     */
    record Row(
            long id,
            String sitting,
            String candidate,
            String name,
            String number,
            String item,
            String reason,
            String when,
            String marker,
            boolean people,
            List<Mark> marks,
            boolean again,
            String outcome,
            String answer) {}

    /** The marks of one answer, and those of whoever looked at it again; empty while there are none. */
    record Mark(String number, String before, String again, String most) {}

    @GetMapping("/office/exams/{exam}/appeals")
    String list(@PathVariable long exam, Model model) {
        Exam found = pages.find(exam);
        pages.put(found, model);
        model.addAttribute(
                "rows",
                appeals.of(found.id()).stream().map(one -> row(found, one)).toList());
        model.addAttribute("markers", markers(found));
        return "results/appeals";
    }

    /** Returns who can be asked to look at something again. */
    private List<Staff.Member> markers(Exam exam) {
        return staff.all().stream()
                .filter(one -> one.role() == Role.MARKER || one.role() == Role.CHIEF_MARKER)
                .filter(one -> one.standing() != Staff.Standing.ENDED)
                .filter(one -> one.papers().contains(exam.paper().id().value()))
                .toList();
    }

    private Row row(Exam exam, Appeal appeal) {
        PaperText text = papers.text(exam.paper());
        List<Reviews.Marked> about = about(exam, appeal);
        List<Reviews.Marked> reviewed =
                about.stream().filter(one -> one.reviewer().isPresent()).toList();
        String candidate = pages.sitting(exam, appeal.sitting().value()).candidate();
        return new Row(
                appeal.id(),
                appeal.sitting().toString(),
                candidate,
                candidates.find(candidate).map(Candidate::name).orElse(""),
                text.number(appeal.item()),
                appeal.item(),
                appeal.reason(),
                wall.dayAndMinute(appeal.askedAt()),
                appeal.marker(),
                !about.isEmpty(),
                about.stream()
                        .map(one -> new Mark(
                                text.number(one.item().value()),
                                Marks.write(one.mark()),
                                one.again().map(Marks::write).orElse(""),
                                Marks.write(one.most())))
                        .toList(),
                !reviewed.isEmpty()
                        && reviewed.stream().allMatch(one -> one.again().isPresent()),
                appeal.outcome().map(PlainNames::name).orElse(""),
                appeal.answer());
    }

    /** Returns the answers that people marked and that an appeal is about. */
    private List<Reviews.Marked> about(Exam exam, Appeal appeal) {
        return reviews.of(exam, appeal.sitting()).stream()
                .filter(one -> appeal.item().isEmpty() || one.item().value().equals(appeal.item()))
                .toList();
    }

    private Appeal open(Exam exam, long id) {
        return appeals.find(exam.id(), id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    @Audited("appeal-assigned")
    @PostMapping("/office/exams/{exam}/appeals/{id}/marker")
    String assign(
            @PathVariable long exam,
            @PathVariable long id,
            @RequestParam String marker,
            Principal principal,
            RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        Appeal appeal = open(found, id);
        List<Refusal> refused = new ArrayList<>();
        boolean known = markers(found).stream().anyMatch(one -> one.number().equals(marker));
        List<Reviews.Marked> about = known && appeal.isOpen() ? about(found, appeal) : List.of();
        String said = !known ? "nobody" : about.isEmpty() ? "nothing" : "assigned";
        for (Reviews.Marked one : about) {
            reviews.ask(found, appeal.sitting(), one.item(), marker, cut(appeal.reason()), principal.getName())
                    .ifPresent(refused::add);
        }
        if (!refused.isEmpty()) {
            said = PlainNames.name(refused.getFirst());
        }
        if (refused.size() < about.size()) {
            appeals.assign(id, marker);
        }
        redirected.addFlashAttribute(SaidAfterForms.SAID, said);
        return "redirect:/office/exams/" + exam + "/appeals";
    }

    /** What a candidate says can be longer than a reason in the ledger of marks. */
    private static String cut(String reason) {
        return reason.length() <= MarksGiven.MOST_REASON ? reason : reason.substring(0, MarksGiven.MOST_REASON);
    }

    @Audited("appeal-decided")
    @PostMapping("/office/exams/{exam}/appeals/{id}/decision")
    String decide(
            @PathVariable long exam,
            @PathVariable long id,
            @RequestParam(defaultValue = "") String outcome,
            @RequestParam(defaultValue = "") String answer,
            Principal principal,
            RedirectAttributes redirected) {
        Exam found = pages.find(exam);
        redirected.addFlashAttribute(
                SaidAfterForms.SAID, decide(found, open(found, id), outcome, answer.strip(), principal.getName()));
        return "redirect:/office/exams/" + exam + "/appeals";
    }

    /** Returns what came of it, as the page says it. */
    private String decide(Exam exam, Appeal appeal, String outcome, String answer, String person) {
        Optional<Appeal.Outcome> decided = Stream.of(Appeal.Outcome.values())
                .filter(one -> PlainNames.name(one).equals(outcome))
                .findFirst();
        if (decided.isEmpty() || answer.isEmpty() || answer.length() > Appeal.MOST_WORDS) {
            return "no-reason";
        }
        boolean counts = decided.get() == Appeal.Outcome.CHANGED;
        List<Reviews.Marked> reviewed = about(exam, appeal).stream()
                .filter(one -> one.reviewer().isPresent())
                .toList();
        if (counts && reviewed.stream().anyMatch(one -> one.again().isEmpty())) {
            return "no-review";
        }
        if (!appeals.decide(appeal.id(), decided.get(), answer, person)) {
            return "faster";
        }
        reviewed.forEach(one -> reviews.end(exam, appeal.sitting(), one.item(), counts, cut(answer), person));
        if (exam.state() != ExamState.CLOSED
                && !results.in(exam)
                && results.refusal(exam).isEmpty()) {
            results.workOut(exam, person);
        }
        notices.tellOfAppeal(exam, appeal, pages.sitting(exam, appeal.sitting().value()), answer);
        return "decided";
    }
}

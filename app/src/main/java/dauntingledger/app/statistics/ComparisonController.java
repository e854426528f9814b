package dauntingledger.app.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.office.ExamPages;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.statistics.Moved;
import dauntingledger.rulebook.statistics.QuestionFigures;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** The questions that two exams share, each with its figures in both. For the office; auditors read. */
@Controller
class ComparisonController {

    private final ExamPages pages;
    private final KeptFindings findings;
    private final Papers papers;

    ComparisonController(ExamPages pages, KeptFindings findings, Papers papers) {
        this.pages = pages;
        this.findings = findings;
        this.papers = papers;
    }

    /** A question of two exams, each figure of this exam and of the other. */
    record Compared(
            String number,
            String words,
            String facility,
            String otherFacility,
            String facilityMoved,
            String discrimination,
            String otherDiscrimination,
            String time,
            String otherTime,
            boolean moved) {}

    @GetMapping("/office/exams/{exam}/statistics/{other}")
    String compare(@PathVariable long exam, @PathVariable long other, Model model) {
        Exam one = pages.findOver(exam);
        Exam another = pages.findOver(other);
        pages.put(one, model);
        model.addAttribute("other", another.title());
        model.addAttribute("compared", compared(one, another));
        model.addAttribute("movedFrom", ShownFigures.share(Optional.of(Moved.LEAST)));
        return "statistics/compared";
    }

    private List<Compared> compared(Exam one, Exam other) {
        Map<ItemId, QuestionFigures> others = new HashMap<>();
        findings.of(other).statistics().questions().forEach(question -> others.put(question.item(), question));
        PaperText text = papers.text(one.paper());
        Map<ItemId, QuestionFigures> same = new HashMap<>();
        papers.shared(one.paper(), other.paper())
                .forEach(shared -> same.put(shared.own(), requireNonNull(others.get(shared.item()))));
        List<Compared> compared = new ArrayList<>(findings.of(one).statistics().questions().stream()
                .filter(question -> same.containsKey(question.item()))
                .map(question -> compared(text, question, requireNonNull(same.get(question.item()))))
                .toList());
        compared.sort(Comparator.comparing(Compared::moved).reversed());
        return compared;
    }

    private static Compared compared(PaperText text, QuestionFigures one, QuestionFigures other) {
        Moved moved = Moved.between(other.facility(), one.facility());
        return new Compared(
                text.number(one.item().value()),
                requireNonNull(text.items().get(one.item())).firstWords(),
                ShownFigures.share(one.facility()),
                ShownFigures.share(other.facility()),
                said(moved),
                ShownFigures.correlation(one.discrimination()),
                ShownFigures.correlation(other.discrimination()),
                WallClock.span(one.time().median()),
                WallClock.span(other.time().median()),
                moved.isMuch());
    }

    /** Returns a move with its sign. */
    private static String said(Moved moved) {
        String sign = moved.by().filter(one -> one.signum() > 0).isPresent() ? "+" : "";
        return sign + ShownFigures.share(moved.by());
    }
}

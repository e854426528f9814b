package dauntingledger.app.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.office.ExamPages;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.sheets.CsvFile;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.statistics.Doubt;
import dauntingledger.rulebook.statistics.ExamStatistics;
import dauntingledger.rulebook.statistics.QuestionFigures;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** What the scores of an exam tell of it and of its questions. It gives the key away. For the office; auditors read. */
@Controller
class StatisticsController {

    private static final int MILLIS = 1000;

    private final ExamPages pages;
    private final KeptFindings findings;
    private final SharedQuestions shared;
    private final QuestionPanels panels;
    private final Papers papers;
    private final Words words;

    StatisticsController(
            ExamPages pages,
            KeptFindings findings,
            SharedQuestions shared,
            QuestionPanels panels,
            Papers papers,
            Words words) {
        this.pages = pages;
        this.findings = findings;
        this.shared = shared;
        this.panels = panels;
        this.papers = papers;
        this.words = words;
    }

    /** The exam, a section or a group as a line of figures; a dash stands for what cannot be said. */
    record Line(String title, int number, String mean, String most, String deviation, String alpha, String error) {}

    /** A question as the list has it. */
    record Row(
            String item,
            String number,
            String words,
            int answered,
            int blank,
            int notReached,
            String facility,
            String discrimination,
            String time,
            List<String> doubts) {}

    @GetMapping("/office/exams/{exam}/statistics")
    String page(
            @PathVariable long exam,
            @RequestParam(defaultValue = "") String sort,
            @RequestParam(defaultValue = "false") boolean down,
            @RequestParam(defaultValue = "") String item,
            Model model) {
        Exam found = pages.find(exam);
        pages.put(found, model);
        boolean open = pages.isOver(found);
        model.addAttribute("open", open);
        if (open) {
            fill(found, QuestionOrder.of(sort), down, item, model);
        }
        return "statistics/office";
    }

    private void fill(Exam exam, QuestionOrder order, boolean down, String item, Model model) {
        CohortFindings found = findings.of(exam);
        PaperText text = papers.text(exam.paper());
        ExamStatistics statistics = found.statistics();
        model.addAttribute("candidates", statistics.whole().marks().number());
        model.addAttribute("enough", statistics.whole().marks().number() >= Doubt.LEAST_CANDIDATES);
        model.addAttribute("least", Doubt.LEAST_CANDIDATES);
        model.addAttribute("histogram", HistogramDrawing.of(statistics.whole().histogram(), found.passMark()));
        model.addAttribute("passMark", found.passMark().map(ShownFigures::marks).orElse(""));
        model.addAttribute("lines", lines(text, found));
        model.addAttribute("groups", groups(statistics));
        model.addAttribute("sort", order.key());
        model.addAttribute("down", down);
        model.addAttribute(
                "orders",
                Stream.of(QuestionOrder.values()).map(QuestionOrder::key).toList());
        model.addAttribute(
                "rows",
                order.sorted(statistics.questions(), down).stream()
                        .map(one -> row(text, one))
                        .toList());
        model.addAttribute("others", shared.exams(exam));
        statistics.questions().stream()
                .filter(one -> one.item().value().equals(item))
                .findFirst()
                .ifPresent(one -> model.addAttribute("opened", panels.of(text, one)));
    }

    private List<Line> lines(PaperText text, CohortFindings found) {
        ExamStatistics statistics = found.statistics();
        List<Line> lines = new ArrayList<>();
        lines.add(line(words.say("statistics.exam"), statistics.whole(), found.most()));
        List<Section> sections = text.paper().sections().toList();
        for (int i = 0; i < sections.size(); i++) {
            lines.add(line(
                    sections.get(i).title(),
                    statistics.sections().get(i),
                    found.sectionMosts().get(i)));
        }
        return lines;
    }

    private static Line line(String title, ExamStatistics.Part part, Rational most) {
        return new Line(
                title,
                part.marks().number(),
                ShownFigures.marks(part.marks().mean()),
                ShownFigures.marks(most),
                ShownFigures.marks(part.marks().deviation()),
                ShownFigures.share(part.alpha()),
                part.error().map(ShownFigures::marks).orElse(ShownFigures.NONE));
    }

    private List<Line> groups(ExamStatistics statistics) {
        List<Line> lines = new ArrayList<>();
        statistics
                .groups()
                .forEach((group, marks) -> lines.add(new Line(
                        granted(group),
                        marks.number(),
                        ShownFigures.marks(marks.mean()),
                        "",
                        ShownFigures.marks(marks.deviation()),
                        "",
                        "")));
        return lines;
    }

    private String granted(Set<Accommodations.Kind> kinds) {
        return kinds.isEmpty()
                ? words.say("statistics.group.none")
                : kinds.stream()
                        .sorted()
                        .map(kind -> words.say("statistics.group." + PlainNames.name(kind)))
                        .collect(Collectors.joining(", "));
    }

    private static Row row(PaperText text, QuestionFigures of) {
        return new Row(
                of.item().value(),
                text.number(of.item().value()),
                requireNonNull(text.items().get(of.item())).firstWords(),
                of.answered(),
                of.blank(),
                of.notReached(),
                ShownFigures.share(of.facility()),
                ShownFigures.correlation(of.discrimination()),
                WallClock.span(of.time().median()),
                of.doubts().stream().map(PlainNames::name).toList());
    }

    /** What stands in the first columns is what {@code bin/paper statistics} prints. */
    @Audited("statistics-taken-out")
    @GetMapping("/office/exams/{exam}/statistics.csv")
    void file(@PathVariable long exam, HttpServletResponse response) throws IOException {
        Exam found = pages.findOver(exam);
        ExamStatistics statistics = findings.of(found).statistics();
        try (CsvFile out = CsvFile.to(
                response,
                "statistics-" + exam,
                List.of(
                        "item",
                        "n",
                        "blank",
                        "facility",
                        "discrimination",
                        "not_reached",
                        "lower_quartile_s",
                        "median_s",
                        "upper_quartile_s",
                        "doubts",
                        "answers"))) {
            for (QuestionFigures of : statistics.questions()) {
                out.row(List.of(
                        of.item().value(),
                        of.candidates(),
                        of.blank() + of.notReached(),
                        ShownFigures.file(of.facility()),
                        ShownFigures.file(of.discrimination().map(Rational::of)),
                        of.notReached(),
                        seconds(of.time().lower()),
                        seconds(of.time().median()),
                        seconds(of.time().upper()),
                        of.doubts().stream().map(PlainNames::name).collect(Collectors.joining(" ")),
                        of.options().stream()
                                .map(option -> option.chosen().value() + "=" + option.count())
                                .collect(Collectors.joining(" "))));
            }
            out.row(List.of("alpha", ShownFigures.file(statistics.whole().alpha())));
        }
    }

    private static BigDecimal seconds(Duration span) {
        return BigDecimal.valueOf(span.toMillis()).divide(BigDecimal.valueOf(MILLIS));
    }
}

package dauntingledger.app.practice;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.sheets.CsvFile;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.Marks;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.practice.Advice;
import dauntingledger.rulebook.practice.PastAnswer;
import dauntingledger.rulebook.practice.Run;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.Principal;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What a candidate has practised, and how that went. For every candidate, of their own practice only. */
@Controller
class RunsController {

    private static final String NONE = "–";
    /** So many runs are listed, the last ones; the file has all. */
    private static final int MOST_ROWS = 100;

    private final Runs runs;
    private final OwnMarks ownMarks;
    private final Appointments appointments;
    private final Candidates candidates;
    private final WallClock wall;

    RunsController(Runs runs, OwnMarks ownMarks, Appointments appointments, Candidates candidates, WallClock wall) {
        this.runs = runs;
        this.ownMarks = ownMarks;
        this.appointments = appointments;
        this.candidates = candidates;
        this.wall = wall;
    }

    /**
     * A run as the list has it.
     *
     * @param explained whether it is shown question by question how its marks came about
     * @param share of the marks, in per cent; a dash where there are none
     * @param sections the share of each section
     */
    record Row(
            String sitting,
            String day,
            String title,
            boolean explained,
            String mode,
            String marks,
            String most,
            String share,
            String pace,
            List<SectionShare> sections) {}

    /** How the runs of one paper went, drawn. */
    record PaperDrawing(String title, RunsDrawing drawing) {}

    /** How a section of a run went. */
    record SectionShare(String title, String share) {}

    @GetMapping("/practice")
    String page(Principal principal, Model model) {
        Map<SittingId, Run> all = runs.of(principal.getName());
        List<Run> inOrder = List.copyOf(all.values());
        Map<PaperId, PaperText> papers =
                runs.papers(inOrder, LocaleContextHolder.getLocale().toLanguageTag());
        List<Row> rows = new ArrayList<>();
        all.entrySet().stream()
                .skip(Math.max(0, all.size() - MOST_ROWS))
                .map(one -> row(
                        one.getKey(),
                        one.getValue(),
                        Optional.ofNullable(papers.get(one.getValue().paper()))))
                .forEach(rows::addFirst);
        model.addAttribute("runs", all.size());
        model.addAttribute("candidate", candidates.find(principal.getName()).orElseThrow());
        model.addAttribute("rows", rows);
        model.addAttribute("drawings", drawings(inOrder, papers));
        Optional<Advice> advice = Advice.after(inOrder);
        model.addAttribute("advice", advice.orElse(null));
        model.addAttribute(
                "adviceShare", advice.map(Advice::share).map(Marks::percent).orElse(""));
        model.addAttribute(
                "advicePaper",
                advice.flatMap(one -> Optional.ofNullable(papers.get(one.paper())))
                        .map(text -> text.paper().title())
                        .orElse(""));
        model.addAttribute("recent", Advice.RECENT);
        model.addAttribute("least", Advice.LEAST);
        return "practice/runs";
    }

    /** Each paper has sections of its own, so each is drawn for itself. */
    private static List<PaperDrawing> drawings(List<Run> inOrder, Map<PaperId, PaperText> papers) {
        Map<PaperId, List<Run>> byPaper = new LinkedHashMap<>();
        inOrder.forEach(run ->
                byPaper.computeIfAbsent(run.paper(), none -> new ArrayList<>()).add(run));
        return byPaper.entrySet().stream()
                .map(one -> new PaperDrawing(
                        title(one.getKey(), Optional.ofNullable(papers.get(one.getKey()))),
                        RunsDrawing.of(one.getValue())))
                .toList();
    }

    private static String title(PaperId paper, Optional<PaperText> text) {
        return text.map(one -> one.paper().title()).orElse(paper.value());
    }

    private Row row(SittingId sitting, Run run, Optional<PaperText> text) {
        return new Row(
                sitting.toString(),
                wall.dayAndMinute(run.handedIn()),
                title(run.paper(), text),
                text.filter(one -> one.about().explains()).isPresent(),
                PlainNames.name(run.mode()),
                Numeral.write(run.marks()),
                Numeral.write(run.most()),
                percent(run.share()),
                WallClock.span(run.pace()),
                run.sections().stream()
                        .map(section -> new SectionShare(section.title(), percent(section.share())))
                        .toList());
    }

    private static String percent(Optional<Rational> share) {
        return share.map(Marks::percent).orElse(NONE);
    }

    /** Deletes a sitting of one's own practice, handed in or not. */
    @PostMapping("/practice/runs/{sitting}/delete")
    String delete(@PathVariable long sitting, Principal principal, RedirectAttributes redirected) {
        Appointment own = appointments.of(principal.getName()).stream()
                .filter(found -> found.sitting().value() == sitting)
                .filter(found -> found.terms().practised().isPresent())
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        appointments.forget(own);
        return deleted(redirected);
    }

    /** Deletes all of one's own practice. */
    @PostMapping("/practice/delete")
    String deleteAll(Principal principal, RedirectAttributes redirected) {
        appointments.of(principal.getName()).stream()
                .filter(found -> found.terms().practised().isPresent())
                .forEach(appointments::forget);
        return deleted(redirected);
    }

    private static String deleted(RedirectAttributes redirected) {
        redirected.addFlashAttribute(SaidAfterForms.SAID, "deleted");
        return "redirect:/practice";
    }

    /** Everything that is kept of a candidate's runs, a line for each section. */
    @GetMapping("/practice/runs.csv")
    void file(Principal principal, HttpServletResponse response) throws IOException {
        try (CsvFile out = CsvFile.to(
                response,
                "practice",
                List.of("handed_in", "paper", "mode", "section", "marks", "max", "questions", "seconds"))) {
            for (Run run : runs.of(principal.getName()).values()) {
                for (Run.OfSection section : run.sections()) {
                    out.row(List.of(
                            DateTimeFormatter.ISO_INSTANT.format(run.handedIn()),
                            run.paper().value(),
                            PlainNames.name(run.mode()),
                            section.title(),
                            Numeral.write(section.marks()),
                            Numeral.write(section.most()),
                            section.questions(),
                            section.spent().toSeconds()));
                }
            }
        }
    }

    /** Everything that is kept of the answers in a candidate's runs, a line for each. */
    @GetMapping("/practice/answers.csv")
    void answers(Principal principal, HttpServletResponse response) throws IOException {
        try (CsvFile out = CsvFile.to(
                response,
                "practice-answers",
                List.of("handed_in", "paper", "mode", "question", "outcome", "marked", "seconds", "own_mark"))) {
            for (Map.Entry<SittingId, Run> one : runs.of(principal.getName()).entrySet()) {
                Map<ItemId, Rational> own = ownMarks.of(one.getKey());
                for (PastAnswer answer : runs.answers(one.getKey())) {
                    out.row(List.of(
                            DateTimeFormatter.ISO_INSTANT.format(one.getValue().handedIn()),
                            one.getValue().paper().value(),
                            PlainNames.name(one.getValue().mode()),
                            answer.item().value(),
                            PlainNames.name(answer.outcome()),
                            answer.marked() ? "yes" : "no",
                            answer.spent().toSeconds(),
                            Optional.ofNullable(own.get(answer.item()))
                                    .map(Numeral::write)
                                    .orElse("")));
                }
            }
        }
    }
}

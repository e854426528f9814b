package dauntingledger.app.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.office.ExamPages;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.exam.Chair;
import dauntingledger.rulebook.similarity.Fingerprints;
import dauntingledger.rulebook.similarity.TextComparison;
import dauntingledger.rulebook.similarity.WrongAgreement;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/**
 * Answers that look copied: hints for people, which change no mark. For the office; auditors read. Who looks at two candidates
 * is written down.
 */
@Controller
class SimilarController {

    /** So many pairs below the threshold are shown, so that one sees how far above it the others are. */
    private static final int BELOW = 5;

    private static final double SMALL = 0.001;

    private final ExamPages pages;
    private final KeptFindings findings;
    private final PairPages pairs;
    private final Appointments appointments;
    private final Rooms rooms;
    private final Papers papers;

    SimilarController(
            ExamPages pages,
            KeptFindings findings,
            PairPages pairs,
            Appointments appointments,
            Rooms rooms,
            Papers papers) {
        this.pages = pages;
        this.findings = findings;
        this.pairs = pairs;
        this.appointments = appointments;
        this.rooms = rooms;
        this.papers = papers;
    }

    /**
     * Two candidates as the lists have them.
     *
     * @param item the question; empty for the choices of the whole exam
     * @param apart how far apart they sat: {@code next}, {@code apart}, or {@code unknown}
     */
    record Row(
            String one,
            String other,
            String oneSitting,
            String otherSitting,
            String item,
            String number,
            String strength,
            int shared,
            int of,
            String expected,
            String chairs,
            String apart,
            boolean suspect) {}

    @GetMapping("/office/exams/{exam}/similar")
    String page(@PathVariable long exam, Model model) {
        Exam found = pages.find(exam);
        pages.put(found, model);
        boolean open = pages.isOver(found);
        model.addAttribute("open", open);
        if (open) {
            fill(found, model);
        }
        return "statistics/similar";
    }

    private void fill(Exam exam, Model model) {
        CohortFindings found = findings.of(exam);
        Map<String, Appointment> people = people(exam);
        PaperText text = papers.text(exam.paper());
        model.addAttribute(
                "texts",
                limited(found.texts().stream()
                        .map(one -> row(text, people, one))
                        .toList()));
        model.addAttribute(
                "choices",
                limited(found.agreements().stream().map(one -> row(people, one)).toList()));
        model.addAttribute("compared", found.compared());
        model.addAttribute("share", ShownFigures.percent(TextComparison.SUSPECT_SHARE));
        model.addAttribute("prints", TextComparison.SUSPECT_PRINTS);
        model.addAttribute("gram", Fingerprints.GRAM);
        model.addAttribute("sure", Fingerprints.SURE);
        model.addAttribute("chance", String.valueOf(WrongAgreement.SUSPECT_BY_CHANCE));
    }

    private Map<String, Appointment> people(Exam exam) {
        Map<String, Appointment> people = new HashMap<>();
        appointments.of(exam.id()).forEach(one -> people.put(one.candidate(), one));
        return people;
    }

    private static List<Row> limited(List<Row> rows) {
        long suspect = rows.stream().filter(Row::suspect).count();
        return rows.stream().limit(suspect + BELOW).toList();
    }

    private Row row(PaperText text, Map<String, Appointment> people, CohortFindings.AlikeTexts alike) {
        Appointment one = requireNonNull(people.get(alike.pair().one()));
        Appointment other = requireNonNull(people.get(alike.pair().other()));
        return new Row(
                one.candidate(),
                other.candidate(),
                one.sitting().toString(),
                other.sitting().toString(),
                alike.item().value(),
                text.number(alike.item().value()),
                ShownFigures.percent(alike.pair().share()),
                alike.pair().shared(),
                alike.pair().smaller(),
                "",
                chairs(one, other),
                apart(one, other),
                alike.pair().isSuspect());
    }

    private Row row(Map<String, Appointment> people, WrongAgreement.Pair pair) {
        Appointment one = requireNonNull(people.get(pair.one()));
        Appointment other = requireNonNull(people.get(pair.other()));
        return new Row(
                one.candidate(),
                other.candidate(),
                one.sitting().toString(),
                other.sitting().toString(),
                "",
                "",
                small(pair.byChance()),
                pair.same(),
                pair.bothWrong(),
                String.format(Locale.ROOT, "%.1f", pair.expected()),
                chairs(one, other),
                apart(one, other),
                pair.isSuspect());
    }

    /** Returns a number that may be tiny: in decimals, or as a power of ten. */
    static String small(double number) {
        return number >= SMALL
                ? String.format(Locale.ROOT, "%.3f", number)
                : "10^" + (int) Math.floor(Math.log10(Math.max(number, Double.MIN_NORMAL)));
    }

    private String chairs(Appointment one, Appointment other) {
        return chair(one) + " · " + chair(other);
    }

    private String chair(Appointment one) {
        String room = one.room().flatMap(rooms::find).map(Rooms.Room::name).orElse("");
        return one.chair().isEmpty() ? ShownFigures.NONE : (room + " " + one.chair()).strip();
    }

    private static String apart(Appointment one, Appointment other) {
        Optional<Chair> chair = Chair.of(one.chair());
        Optional<Chair> another = Chair.of(other.chair());
        if (one.room().isEmpty() || other.room().isEmpty() || chair.isEmpty() || another.isEmpty()) {
            return "unknown";
        }
        boolean next = one.room().equals(other.room()) && chair.get().isNextTo(another.get());
        return next ? "next" : "apart";
    }

    @Audited("answers-compared")
    @GetMapping("/office/exams/{exam}/similar/{one}/{other}")
    String pair(
            @PathVariable long exam,
            @PathVariable long one,
            @PathVariable long other,
            @RequestParam(defaultValue = "") String item,
            Model model) {
        Exam found = pages.findOver(exam);
        Appointment first = pages.sitting(found, one);
        Appointment second = pages.sitting(found, other);
        if (first.equals(second)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        pages.put(found, model);
        model.addAttribute("pair", pairs.of(found, findings.of(found), first, second, item));
        model.addAttribute("chairs", List.of(chair(first), chair(second)));
        model.addAttribute("apart", apart(first, second));
        return "statistics/pair";
    }
}

package dauntingledger.app.results;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.exams.Releases;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.marking.Reviews;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.results.Certificates.Signed;
import dauntingledger.app.results.Results.Kept;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.Marks;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.marking.Remark;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.results.Bar;
import dauntingledger.rulebook.results.PassRule;
import dauntingledger.rulebook.results.Result;
import dauntingledger.rulebook.results.ResultRules;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The result that a candidate is told, once the exam's results are released. For the sitting's own candidate. */
@Controller
class ResultController {

    private static final Rational HUNDRED = Rational.of(100);
    private static final String PASSED = PlainNames.name(Result.Outcome.PASS);

    private final Results results;
    private final Appeals appeals;
    private final Reviews reviews;
    private final Releases releases;
    private final Appointments appointments;
    private final Exams exams;
    private final Papers papers;
    private final Candidates candidates;
    private final Certificates certificates;
    private final CertificatePrinter printer;
    private final Words words;
    private final WallClock wall;
    private final Clock clock;

    ResultController(
            Results results,
            Appeals appeals,
            Reviews reviews,
            Releases releases,
            Appointments appointments,
            Exams exams,
            Papers papers,
            Candidates candidates,
            Certificates certificates,
            CertificatePrinter printer,
            Words words,
            WallClock wall,
            Clock clock) {
        this.results = results;
        this.appeals = appeals;
        this.reviews = reviews;
        this.releases = releases;
        this.appointments = appointments;
        this.exams = exams;
        this.papers = papers;
        this.candidates = candidates;
        this.certificates = certificates;
        this.printer = printer;
        this.words = words;
        this.wall = wall;
        this.clock = clock;
    }

    /**
     * A section, or the whole.
     *
     * @param share how wide its bar is, of 100; less than 0 counts as 0
     * @param bar where its minimum stands, of 100; empty if it has none
     */
    record Line(String title, String marks, String most, String least, String share, String bar, boolean counts) {}

    /** A question that something can be asked about. */
    record Question(String id, int number, String words) {}

    /** What was asked to be looked at again; {@code number} is empty for the whole. */
    record Asked(String number, String reason, String when, String outcome, String answer) {}

    /** What people gave to an answer. */
    record MarkedView(String number, String mark, String most, List<GivenView> given) {}

    /** What one marker gave; {@code adjustment} is empty if there is none. */
    record GivenView(List<PointView> points, String adjustment, String reason, List<String> remarks) {}

    record PointView(String words, String marks) {}

    /** What a candidate is told, and of which exam; {@code found} is empty for somebody who is left out of the results. */
    private record Told(Appointment appointment, Exam exam, Optional<Kept> found) {

        /** @throws ResponseStatusException 404 if the candidate is left out of the results */
        Kept kept() {
            return found.orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        }
    }

    /** @throws ResponseStatusException 404 if this is not the candidate's own sitting, or its results are not released */
    private Told told(long sitting, Principal principal) {
        Appointment appointment = appointments
                .find(new SittingId(sitting))
                .filter(found -> found.candidate().equals(principal.getName()))
                .filter(Appointment::isShown)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        Exam exam = exams.of(appointment)
                .filter(held -> releases.toldSince(held, appointment).isPresent())
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return new Told(appointment, exam, results.fixed(exam.id(), appointment.sitting()));
    }

    @GetMapping("/sittings/{sitting}/result")
    String page(@PathVariable long sitting, Principal principal, Model model) {
        Told told = told(sitting, principal);
        Appointment appointment = told.appointment();
        if (told.found().isEmpty()) {
            model.addAttribute(
                    "candidate", candidates.find(appointment.candidate()).orElseThrow());
            model.addAttribute("exam", told.exam().title());
            return "results/left-out";
        }
        Kept kept = told.kept();
        ResultRules rules = papers.results(appointment.paper());
        PaperText text =
                papers.text(appointment.paper(), LocaleContextHolder.getLocale().toLanguageTag());
        model.addAttribute("candidate", candidates.find(appointment.candidate()).orElseThrow());
        model.addAttribute("exam", told.exam().title());
        model.addAttribute("sitting", sitting);
        model.addAttribute("kept", kept);
        model.addAttribute("total", whole(kept, rules));
        model.addAttribute("sections", sections(kept, text));
        model.addAttribute(
                "percentile", rules.showsPercentile() ? ResultsController.percentile(kept.percentile()) : "");
        model.addAttribute("marked", rules.showsMarking() ? marked(told, text) : List.of());
        model.addAttribute("explains", text.about().explains());
        model.addAttribute("until", appealUntil(told).map(wall::dayAndMinute).orElse(""));
        model.addAttribute("questions", questions(text));
        model.addAttribute(
                "appeals",
                appeals.of(appointment.sitting()).stream()
                        .map(one -> new Asked(
                                text.number(one.item()),
                                one.reason(),
                                wall.dayAndMinute(one.askedAt()),
                                one.outcome().map(PlainNames::name).orElse(""),
                                one.answer()))
                        .toList());
        return "results/candidate";
    }

    /** Returns until when something can be asked to be looked at again; empty if it cannot any more. */
    private Optional<Instant> appealUntil(Told told) {
        int days = papers.results(told.appointment().paper()).appealDays();
        return releases.toldSince(told.exam(), told.appointment())
                .map(since -> since.plus(Duration.ofDays(days)))
                .filter(until -> days > 0 && clock.instant().isBefore(until));
    }

    private static List<Question> questions(PaperText text) {
        Map<ItemId, Integer> numbers = text.paper().numbers();
        return text.paper()
                .items()
                .map(item -> new Question(
                        item.id().value(),
                        numbers.getOrDefault(item.id(), 0),
                        requireNonNull(text.items().get(item.id())).firstWords()))
                .toList();
    }

    /** What people gave and said, question by question; of two markers, what both did. */
    private List<MarkedView> marked(Told told, PaperText text) {
        return reviews.of(told.exam(), told.appointment().sitting()).stream()
                .map(one -> new MarkedView(
                        text.number(one.item().value()),
                        Marks.write(one.mark()),
                        Marks.write(one.most()),
                        one.counting().stream()
                                .map(given -> new GivenView(
                                        one.scheme()
                                                .points()
                                                .filter(point -> given.points().containsKey(point.id()))
                                                .map(point -> new PointView(
                                                        point.words(),
                                                        Marks.write(requireNonNull(
                                                                given.points().get(point.id())))))
                                                .toList(),
                                        given.adjustment().isZero() ? "" : Marks.write(given.adjustment()),
                                        given.reason(),
                                        given.remarks().stream()
                                                .map(Remark::text)
                                                .filter(said -> !said.isEmpty())
                                                .toList()))
                                .toList()))
                .toList();
    }

    @PostMapping("/sittings/{sitting}/appeals")
    String appeal(
            @PathVariable long sitting,
            @RequestParam(defaultValue = "") String item,
            @RequestParam(defaultValue = "") String reason,
            Principal principal,
            RedirectAttributes redirected) {
        Told told = told(sitting, principal);
        told.kept();
        PaperText text = papers.text(told.appointment().paper());
        boolean known = item.isEmpty() || text.paper().item(new ItemId(item)).isPresent();
        String why = reason.strip();
        String said;
        if (appealUntil(told).isEmpty()) {
            said = "too-late";
        } else if (!known || why.isEmpty() || why.length() > Appeal.MOST_WORDS) {
            said = "no-reason";
        } else {
            said = appeals.ask(told.exam().id(), told.appointment().sitting(), item, why) ? "asked" : "asked-before";
        }
        redirected.addFlashAttribute(SaidAfterForms.SAID, said);
        return "redirect:/sittings/" + sitting + "/result";
    }

    /** A certificate of what the result is; there is none of something that is not decided. */
    @GetMapping("/sittings/{sitting}/certificate.pdf")
    ResponseEntity<byte[]> certificate(@PathVariable long sitting, Principal principal) {
        Told told = told(sitting, principal);
        if (!told.kept().outcome().equals(PASSED)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        Signed signed = certificates.of(
                told.exam(),
                results.latest(told.exam().id()).orElseThrow(),
                told.kept(),
                candidates.find(told.appointment().candidate()).orElseThrow().name(),
                words.say("result.outcome." + told.kept().outcome()));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"certificate.pdf\"")
                .body(printer.print(signed));
    }

    private List<Line> sections(Kept kept, PaperText text) {
        Map<String, String> titles = text.paper()
                .sections()
                .collect(Collectors.toMap(section -> section.id().value(), Section::title));
        return results.sections(kept).stream()
                .map(section -> line(
                        requireNonNull(titles.getOrDefault(section.section(), section.section())),
                        section.marks(),
                        section.most(),
                        Optional.of(section.least()).filter(least -> !least.isEmpty()),
                        section.counts()))
                .toList();
    }

    /** The pass mark stands in it where the paper passes by a mark or a share of the whole. */
    private static Line whole(Kept kept, ResultRules rules) {
        Optional<String> least = rules.pass().stream()
                .filter(PassRule.Total.class::isInstance)
                .map(rule -> ((PassRule.Total) rule).bar())
                .filter(bar -> bar.kind() != Bar.Kind.PERCENTILE)
                .map(bar -> bar.marksOf(Rational.parse(kept.most())))
                .max(Rational::compareTo)
                .map(Rational::toString);
        return line("", kept.score(), kept.most(), least, true);
    }

    private static Line line(String title, String marks, String most, Optional<String> least, boolean counts) {
        return new Line(
                title,
                Numeral.write(Rational.parse(marks)),
                Numeral.write(Rational.parse(most)),
                least.map(Rational::parse).map(Numeral::write).orElse(""),
                share(marks, most),
                least.map(bar -> share(bar, most)).orElse(""),
                counts);
    }

    private static String share(String marks, String most) {
        Rational all = Rational.parse(most);
        Rational of = all.isZero()
                ? Rational.ZERO
                : Rational.parse(marks).max(Rational.ZERO).min(all).dividedBy(all);
        return of.times(HUNDRED).rounded(1).toPlainString();
    }
}

package dauntingledger.app.marking;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.marking.ExamAnswers.Answer;
import dauntingledger.app.marking.ExamAnswers.Source;
import dauntingledger.app.marking.MarkersPapers.Asked;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.app.words.Marks;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.marking.Agreement;
import dauntingledger.rulebook.marking.AnswerMarking.Refusal;
import dauntingledger.rulebook.marking.MarkingAct;
import dauntingledger.rulebook.marking.MarkingAct.AnswerId;
import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.marking.MarksGiven;
import dauntingledger.rulebook.marking.PointId;
import dauntingledger.rulebook.marking.Remark;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.plain.MalformedDataException;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.response.ResponseId;
import java.security.Principal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.server.ResponseStatusException;
import tools.jackson.databind.json.JsonMapper;

/** The marker's desk. For markers and chief markers of the paper; nobody learns there whose an answer is. */
@Controller
class MarkingController {

    private static final int MOST_KNOWN = 20;

    private final MarkersPapers markers;
    private final Desk desk;
    private final MarkingLedger ledger;
    private final DeskView view;
    private final Papers papers;
    private final Words words;
    private final JsonMapper json;
    private final Clock clock;

    MarkingController(
            MarkersPapers markers,
            Desk desk,
            MarkingLedger ledger,
            DeskView view,
            Papers papers,
            Words words,
            JsonMapper json,
            Clock clock) {
        this.markers = markers;
        this.desk = desk;
        this.ledger = ledger;
        this.view = view;
        this.papers = papers;
        this.words = words;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A question as the list has it.
     *
     * @param markers where its markers are looked after, for the chief marker
     * @param agreement how far the markers agree, for the chief marker; empty where nothing has two marks
     */
    record Row(
            String address,
            String markers,
            String exam,
            int number,
            String words,
            Desk.Progress progress,
            String agreement) {}

    /** An answer with known marks, as the desk shows it. */
    record Sample(String answer, String marks, String reason) {}

    @GetMapping("/marking")
    String list(Principal principal, Model model) {
        Staff.Member marker = markers.member(principal);
        List<Row> rows = new ArrayList<>();
        List<Exam> exams = markers.of(marker);
        for (Exam exam : exams) {
            Map<ItemId, Integer> numbers = papers.text(exam.paper()).paper().numbers();
            markers.questions(exam, marker)
                    .sorted(Comparator.comparing(asked -> requireNonNull(numbers.get(asked.item()))))
                    .map(this::row)
                    .filter(row -> row.progress().answers() > 0)
                    .forEach(rows::add);
        }
        model.addAttribute("rows", rows);
        model.addAttribute("exams", exams);
        model.addAttribute("chief", marker.role() == Role.CHIEF_MARKER);
        return "marking/list";
    }

    private Row row(Asked asked) {
        PaperText text = papers.text(asked.exam().paper());
        return new Row(
                DeskView.address(asked),
                MarkersController.address(asked),
                asked.exam().title(),
                requireNonNull(text.paper().numbers().get(asked.item())),
                requireNonNull(text.items().get(asked.item())).firstWords(),
                desk.progress(asked),
                asked.isChief() ? desk.agreement(asked).map(this::said).orElse("") : "");
    }

    private String said(Agreement agreement) {
        return words.say(
                "marking.agreement",
                agreement.number(),
                Marks.percent(agreement.exact()),
                Marks.percent(agreement.withinOne()),
                agreement.kappa().map(kappa -> kappa.rounded(2).toPlainString()).orElse("–"));
    }

    @GetMapping("/marking/{exam}/{item}")
    String desk(@PathVariable long exam, @PathVariable String item, Principal principal, Model model) {
        Asked asked = markers.find(exam, item, principal);
        PaperText text = papers.text(asked.exam().paper());
        model.addAttribute("row", row(asked));
        model.addAttribute("scheme", asked.scheme());
        model.addAttribute("samples", samples(asked));
        model.addAttribute("mixed", asked.scheme().samples().stream().anyMatch(MarkingScheme.Sample::mixedIn));
        model.addAttribute("question", text.prose(asked.item()));
        model.addAttribute("data", json.writeValueAsString(view.data(asked)).replace("<", "\\u003c"));
        return "marking/desk";
    }

    /** Those that markers meet among the answers are shown to nobody with their marks. */
    private List<Sample> samples(Asked asked) {
        return asked.scheme().samples().stream()
                .filter(sample -> !sample.mixedIn())
                .map(sample -> new Sample(
                        sample.answer(),
                        Marks.write(asked.scheme().sum(sample.given(), asked.most())),
                        sample.reason()))
                .toList();
    }

    /** What a marker gives; numbers are exact, as text. */
    record Given(
            Map<String, String> points,
            String adjustment,
            String reason,
            @Nullable List<Remarked> remarks,
            @Nullable List<String> known) {}

    /** A stretch that is highlighted; see {@link Remark}. */
    record Remarked(String response, int from, int to, String text) {}

    record Reason(@Nullable String reason, @Nullable List<String> known) {}

    /** @param known the keys of the answers that the browser has already */
    record Known(@Nullable List<String> known) {}

    /** What came of it, with the next answers. */
    record Answered(Desk.Progress progress, List<Map<String, Object>> queue) {}

    @Audited("answer-marked")
    @PostMapping(path = "/marking/{exam}/{item}/{key}", consumes = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    ResponseEntity<?> mark(
            @PathVariable long exam,
            @PathVariable String item,
            @PathVariable String key,
            @RequestBody Given typed,
            Principal principal) {
        Asked asked = markers.find(exam, item, principal);
        Answer answer = answer(asked, key);
        MarksGiven given = given(typed);
        Optional<String> problem = asked.scheme().problem(given);
        if (problem.isPresent()) {
            return refused(HttpStatus.UNPROCESSABLE_CONTENT, problem.get());
        }
        return enter(asked, act(asked, answer, given), typed.known());
    }

    private MarkingAct act(Asked asked, Answer answer, MarksGiven given) {
        return switch (answer.source()) {
            case Source.Sample(String sample) -> new MarkingAct.SampleMarked(asked.item(), sample, given);
            case Source.Candidate(AnswerId id)
            when asked.isChief()
                    && desk.marking(asked.exam(), id).isDecidedBy(asked.marker().number(), asked.scheme()) ->
                new MarkingAct.Decided(id, given);
            case Source.Candidate(AnswerId id) -> new MarkingAct.Marked(id, given);
        };
    }

    private Answer answer(Asked asked, String key) {
        return desk.find(asked, key).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private static MarksGiven given(Given typed) {
        try {
            Map<PointId, Rational> points = new LinkedHashMap<>();
            typed.points().forEach((point, marks) -> points.put(new PointId(point), Rational.parse(marks)));
            List<Remark> remarks = typed.remarks() == null
                    ? List.of()
                    : typed.remarks().stream()
                            .map(remark -> new Remark(
                                    new ResponseId(remark.response()), remark.from(), remark.to(), remark.text()))
                            .toList();
            return new MarksGiven(points, Rational.parse(typed.adjustment()), typed.reason(), remarks);
        } catch (IllegalArgumentException | NullPointerException e) {
            throw new MalformedDataException("marks: expected points with numbers, an adjustment and a reason", e);
        }
    }

    private ResponseEntity<?> enter(Asked asked, MarkingAct act, @Nullable Collection<String> known) {
        Optional<Refusal> refused =
                ledger.enter(asked.exam().id(), act, asked.marker().number(), asked.scheme(), clock.instant());
        if (refused.isPresent()) {
            return refused(HttpStatus.CONFLICT, words.say("marking.refused." + PlainNames.name(refused.get())));
        }
        Set<String> there =
                known == null ? Set.of() : known.stream().limit(MOST_KNOWN).collect(Collectors.toSet());
        return ResponseEntity.ok(new Answered(desk.progress(asked), view.queue(asked, there)));
    }

    /** That it is a sample is said where a marker wants something else with it than marks. */
    private ResponseEntity<?> sampleStays() {
        return refused(HttpStatus.UNPROCESSABLE_CONTENT, words.say("marking.sample"));
    }

    private static ResponseEntity<?> refused(HttpStatus status, String why) {
        return ResponseEntity.status(status).body(ProblemDetail.forStatusAndDetail(status, why));
    }

    @Audited("answer-put-aside")
    @PostMapping(path = "/marking/{exam}/{item}/{key}/aside", consumes = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    ResponseEntity<?> putAside(
            @PathVariable long exam,
            @PathVariable String item,
            @PathVariable String key,
            @RequestBody Reason why,
            Principal principal) {
        Asked asked = markers.find(exam, item, principal);
        Answer answer = answer(asked, key);
        String reason = why.reason() == null ? "" : why.reason();
        if (reason.isBlank() || reason.length() > MarksGiven.MOST_REASON) {
            return refused(HttpStatus.UNPROCESSABLE_CONTENT, words.say("marking.aside.why"));
        }
        return answer.id().isEmpty()
                ? sampleStays()
                : enter(asked, new MarkingAct.PutAside(answer.id().get(), reason), why.known());
    }

    @Audited("marks-taken-back")
    @PostMapping(path = "/marking/{exam}/{item}/{key}/take-back", consumes = MediaType.APPLICATION_JSON_VALUE)
    @ResponseBody
    ResponseEntity<?> takeBack(
            @PathVariable long exam,
            @PathVariable String item,
            @PathVariable String key,
            @RequestBody Known known,
            Principal principal) {
        Asked asked = markers.find(exam, item, principal);
        Optional<AnswerId> answer = answer(asked, key).id();
        return answer.isEmpty() ? sampleStays() : enter(asked, new MarkingAct.TakenBack(answer.get()), known.known());
    }
}

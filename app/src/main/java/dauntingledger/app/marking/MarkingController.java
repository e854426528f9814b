package dauntingledger.app.marking;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.marking.ExamAnswers.Answer;
import dauntingledger.app.marking.ExamAnswers.Source;
import dauntingledger.app.marking.MarkersPapers.Asked;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.scans.Scans;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.app.words.Marks;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.marking.Agreement;
import dauntingledger.rulebook.marking.AnswerMarking;
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
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.http.CacheControl;
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

    /** So many answers lie ready in the browser, so that the next is there as soon as one is marked. */
    private static final int READY = 4;

    private static final int MOST_KNOWN = 20;

    private final MarkersPapers markers;
    private final Desk desk;
    private final MarkingLedger ledger;
    private final KeyVersions keys;
    private final Scans scans;
    private final Appointments appointments;
    private final Papers papers;
    private final Words words;
    private final JsonMapper json;
    private final Clock clock;

    MarkingController(
            MarkersPapers markers,
            Desk desk,
            MarkingLedger ledger,
            KeyVersions keys,
            Scans scans,
            Appointments appointments,
            Papers papers,
            Words words,
            JsonMapper json,
            Clock clock) {
        this.markers = markers;
        this.desk = desk;
        this.ledger = ledger;
        this.keys = keys;
        this.scans = scans;
        this.appointments = appointments;
        this.papers = papers;
        this.words = words;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A question as the list has it.
     *
     * @param agreement how far the markers agree, for the chief marker; empty where nothing has two marks
     */
    record Row(String address, String exam, int number, String words, Desk.Progress progress, String agreement) {}

    /** An answer with known marks, as the desk shows it. */
    record Sample(String answer, String marks, String reason) {}

    @GetMapping("/marking")
    String list(Principal principal, Model model) {
        Staff.Member marker = markers.member(principal);
        List<Row> rows = new ArrayList<>();
        for (Exam exam : markers.of(marker)) {
            Map<ItemId, Integer> numbers = papers.text(exam.paper()).paper().numbers();
            keys.marking(exam).schemes().entrySet().stream()
                    .sorted((one, other) -> requireNonNull(numbers.get(one.getKey()))
                            .compareTo(requireNonNull(numbers.get(other.getKey()))))
                    .map(one -> row(new Asked(exam, one.getKey(), one.getValue(), marker)))
                    .filter(row -> row.progress().answers() > 0)
                    .forEach(rows::add);
        }
        model.addAttribute("rows", rows);
        model.addAttribute("exams", markers.of(marker));
        model.addAttribute("chief", marker.role() == Role.CHIEF_MARKER);
        return "marking/list";
    }

    private Row row(Asked asked) {
        PaperText text = papers.text(asked.exam().paper());
        return new Row(
                address(asked),
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
                MarkersController.percent(agreement.exact()),
                MarkersController.percent(agreement.withinOne()),
                agreement.kappa().map(kappa -> kappa.rounded(2).toPlainString()).orElse("–"));
    }

    private static String address(Asked asked) {
        return "/marking/" + asked.exam().id() + "/" + asked.item();
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
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("address", address(asked));
        data.put("locale", LocaleContextHolder.getLocale().toLanguageTag());
        data.put("words", words.beginningWith("marking."));
        data.put("most", most(asked).toString());
        data.put("groups", groups(asked.scheme()));
        data.put("adjustment", asked.scheme().adjustment().toString());
        data.put("progress", desk.progress(asked));
        data.put("queue", queue(asked, Set.of()));
        model.addAttribute("data", json.writeValueAsString(data).replace("<", "\\u003c"));
        return "marking/desk";
    }

    /** Those that markers meet among the answers are shown to nobody with their marks. */
    private List<Sample> samples(Asked asked) {
        return asked.scheme().samples().stream()
                .filter(sample -> !sample.mixedIn())
                .map(sample -> new Sample(
                        sample.answer(), Marks.write(asked.scheme().sum(sample.given(), most(asked))), sample.reason()))
                .toList();
    }

    private Rational most(Asked asked) {
        return keys.marking(asked.exam()).mostOf(asked.item());
    }

    private static List<Map<String, Object>> groups(MarkingScheme scheme) {
        return scheme.groups().stream()
                .map(group -> Map.<String, Object>of(
                        "title", group.title(),
                        "most", group.most().map(Rational::toString).orElse(""),
                        "exclusive", group.exclusive(),
                        "points",
                                group.points().stream()
                                        .map(point -> Map.of(
                                                "id", point.id().value(),
                                                "words", point.words(),
                                                "marks", point.marks().toString(),
                                                "step", point.step().toString()))
                                        .toList()))
                .toList();
    }

    private List<Map<String, Object>> queue(Asked asked, Set<String> known) {
        return desk.next(asked, known, READY).stream()
                .map(answer -> plain(asked, answer))
                .toList();
    }

    /** An answer for the script; with what others gave, for the chief marker who decides between them. */
    private Map<String, Object> plain(Asked asked, Answer answer) {
        Map<String, Object> plain = new LinkedHashMap<>();
        plain.put("key", answer.key());
        plain.put("code", answer.code());
        plain.put("texts", answer.texts());
        plain.put("pictures", pictures(asked, answer));
        AnswerMarking marking =
                answer.id().map(id -> desk.marking(asked.exam(), id)).orElse(AnswerMarking.NONE);
        boolean decides = asked.isChief() && marking.isForChief(asked.scheme());
        plain.put("decides", decides);
        if (decides) {
            plain.put(
                    "others",
                    marking.marks().values().stream()
                            .map(given -> Map.of(
                                    "sum", Marks.write(asked.scheme().sum(given, most(asked))),
                                    "points", points(given),
                                    "reason", given.reason()))
                            .toList());
            plain.put("aside", List.copyOf(marking.aside().values()));
        }
        return plain;
    }

    /** The addresses of the pictures of an answer that was written in a booklet. */
    private List<String> pictures(Asked asked, Answer answer) {
        boolean onPaper = answer.texts().stream().anyMatch(ExamAnswers.Text::onPaper);
        int number = onPaper ? scanned(asked, answer).size() : 0;
        return IntStream.range(0, number)
                .mapToObj(i -> address(asked) + "/" + answer.key() + "/" + i + ".jpg")
                .toList();
    }

    private List<byte[]> scanned(Asked asked, Answer answer) {
        return answer.id()
                .flatMap(id -> appointments.find(new SittingId(id.sitting())))
                .map(sitting -> scans.answers(sitting, asked.item()))
                .orElse(List.of());
    }

    /** What a candidate wrote in their booklet, cut out of its page, so that no name is on it. */
    @GetMapping("/marking/{exam}/{item}/{key}/{picture}.jpg")
    ResponseEntity<byte[]> picture(
            @PathVariable long exam,
            @PathVariable String item,
            @PathVariable String key,
            @PathVariable int picture,
            Principal principal) {
        Asked asked = markers.find(exam, item, principal);
        List<byte[]> scanned = scanned(asked, answer(asked, key));
        if (picture < 0 || picture >= scanned.size()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(CacheControl.noStore())
                .body(scanned.get(picture));
    }

    private static Map<String, String> points(MarksGiven given) {
        Map<String, String> points = new LinkedHashMap<>();
        given.points().forEach((point, marks) -> points.put(point.value(), marks.toString()));
        return points;
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
        return ResponseEntity.ok(new Answered(desk.progress(asked), queue(asked, there)));
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

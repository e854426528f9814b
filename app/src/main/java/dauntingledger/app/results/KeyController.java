package dauntingledger.app.results;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.marking.AnswerCounts;
import dauntingledger.app.marking.KeyVersions;
import dauntingledger.app.office.ExamPages;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.results.Effects;
import dauntingledger.rulebook.results.Result;
import dauntingledger.rulebook.scoring.Correction;
import java.security.Principal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
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
import tools.jackson.databind.json.JsonMapper;

/**
 * The key of an exam after the exam: what was answered to each question, and what is decided about a key that was wrong. The
 * office decides, and sees before whose result that changes; auditors read.
 */
@Controller
class KeyController {

    private static final int MOST_SHOWN = 50;
    private static final int MOST_ANSWERS = 100;

    private final ExamPages pages;
    private final KeyVersions keys;
    private final AnswerCounts counts;
    private final Reckoning reckoning;
    private final Papers papers;
    private final Words words;
    private final WallClock wall;
    private final JsonMapper json;
    private final Clock clock;

    KeyController(
            ExamPages pages,
            KeyVersions keys,
            AnswerCounts counts,
            Reckoning reckoning,
            Papers papers,
            Words words,
            WallClock wall,
            JsonMapper json,
            Clock clock) {
        this.pages = pages;
        this.keys = keys;
        this.counts = counts;
        this.reckoning = reckoning;
        this.papers = papers;
        this.words = words;
        this.wall = wall;
        this.json = json;
        this.clock = clock;
    }

    /** A question as the list has it. */
    record Row(String item, int number, String words, String judge, List<String> corrections) {}

    /** A version of the key as the list has it. */
    record VersionRow(int number, String when, String person, String reason, int corrections) {}

    /** What was answered in one place of a question. */
    record Response(String id, boolean number, List<Answer> answers, int others) {}

    /** An answer that was given; {@code value} is as a form sends it back. */
    record Answer(String label, List<String> value, int times, boolean accepted, boolean near) {}

    /** A result that would change. */
    record Change(String candidate, String before, String after, String outcomeBefore, String outcomeAfter) {}

    /**
     * What somebody proposes about a question.
     *
     * @param kind of correction, or {@code as-it-was} to take back all that was decided about it
     */
    record Proposal(
            @Nullable String kind,
            @Nullable String response,
            @Nullable List<String> value,
            @Nullable String by) {}

    @GetMapping("/office/exams/{exam}/key")
    String list(@PathVariable long exam, Model model) {
        Exam found = pages.find(exam);
        pages.put(found, model);
        boolean open = isOpen(found);
        model.addAttribute("open", open);
        model.addAttribute("rows", open ? rows(found) : List.of());
        model.addAttribute("versions", open ? versions(found) : List.of());
        return "results/key";
    }

    /** What is right is shown to nobody before the exam is over. */
    private boolean isOpen(Exam exam) {
        ExamState state = exam.state(clock.instant());
        return state == ExamState.CLOSED || state == ExamState.MARKED || state == ExamState.RELEASED;
    }

    private Exam open(long exam) {
        Exam found = pages.find(exam);
        if (!isOpen(found)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        return found;
    }

    private List<Row> rows(Exam exam) {
        PaperText text = papers.text(exam.paper());
        KeyVersions.Version latest = keys.latest(exam.id());
        PaperMarking marking = keys.marking(exam);
        Map<ItemId, Integer> numbers = text.paper().numbers();
        return text.paper()
                .items()
                .map(item -> new Row(
                        item.id().value(),
                        numbers.getOrDefault(item.id(), 0),
                        Optional.ofNullable(text.items().get(item.id()))
                                .map(PaperText.ItemText::firstWords)
                                .orElse(""),
                        PlainNames.name(marking.judge(item.id())),
                        said(latest.corrections().stream()
                                .filter(correction -> correction.item().equals(item.id())))))
                .toList();
    }

    private List<String> said(Stream<Correction> corrections) {
        return corrections
                .map(correction -> switch (correction) {
                    case Correction.AlsoRight also ->
                        words.say("key.correction.also-right", String.join(", ", also.value()));
                    case Correction.StaysWrong wrong ->
                        words.say("key.correction.stays-wrong", String.join(", ", wrong.value()));
                    case Correction.Within within -> words.say("key.correction.within", Numeral.write(within.by()));
                    case Correction.AllRight all -> words.say("key.correction.all-right");
                    case Correction.TakenOut out -> words.say("key.correction.taken-out");
                })
                .toList();
    }

    private List<VersionRow> versions(Exam exam) {
        return keys.of(exam.id()).stream()
                .filter(version -> !version.person().isEmpty())
                .map(version -> new VersionRow(
                        version.number(),
                        wall.dayAndMinute(version.at()),
                        version.person(),
                        version.reason(),
                        version.corrections().size()))
                .toList();
    }

    @GetMapping("/office/exams/{exam}/key/{item}")
    String question(@PathVariable long exam, @PathVariable String item, Proposal proposal, Model model) {
        Exam found = open(exam);
        Item asked = item(found, item);
        pages.put(found, model);
        PaperText text = papers.text(found.paper());
        KeyVersions.Version latest = keys.latest(found.id());
        model.addAttribute("item", item);
        model.addAttribute("number", text.paper().numbers().get(asked.id()));
        model.addAttribute("question", text.prose(asked.id()));
        model.addAttribute("options", text.options(asked.id()));
        model.addAttribute("judge", PlainNames.name(keys.marking(found).judge(asked.id())));
        model.addAttribute(
                "corrections",
                said(latest.corrections().stream()
                        .filter(correction -> correction.item().equals(asked.id()))));
        model.addAttribute(
                "responses",
                asked.interactions().stream()
                        .filter(Interaction::isAsked)
                        .map(interaction -> response(found, asked, interaction))
                        .toList());
        model.addAttribute("version", latest.number());
        if (proposal.kind() != null) {
            propose(found, asked, proposal, latest, model);
        }
        return "results/key-question";
    }

    private static Item item(PaperText text, String item) {
        return text.paper()
                .items()
                .filter(known -> known.id().value().equals(item))
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private Item item(Exam exam, String item) {
        return item(papers.text(exam.paper()), item);
    }

    private Response response(Exam exam, Item item, Interaction interaction) {
        List<AnswerCounts.Given> given = counts.of(exam, item, interaction);
        boolean number = switch (interaction.blank().baseType()) {
            case INTEGER, FLOAT -> true;
            default -> false;
        };
        return new Response(
                interaction.response().value(),
                number,
                given.stream()
                        .limit(MOST_ANSWERS)
                        .map(one -> new Answer(
                                one.label(), one.value().elements(), one.times(), one.accepted(), one.near()))
                        .toList(),
                Math.max(0, given.size() - MOST_ANSWERS));
    }

    private void propose(Exam exam, Item item, Proposal proposal, KeyVersions.Version latest, Model model) {
        try {
            List<Correction> proposed = proposed(exam, item, proposal, latest);
            Reckoning.Reckoned both = reckoning.of(exam, List.of(latest.corrections(), proposed));
            Effects effects =
                    Effects.between(both.results().getFirst(), both.results().getLast());
            model.addAttribute("proposal", proposal);
            model.addAttribute(
                    "proposed", said(proposed.stream().filter(one -> one.item().equals(item.id()))));
            model.addAttribute("effects", effects);
            model.addAttribute(
                    "changes",
                    effects.changes().stream()
                            .limit(MOST_SHOWN)
                            .map(change -> new Change(
                                    change.candidate(),
                                    marks(change.before()),
                                    marks(change.after()),
                                    outcome(change.before()),
                                    outcome(change.after())))
                            .toList());
        } catch (IllegalArgumentException e) {
            model.addAttribute("problems", List.of(String.valueOf(e.getMessage())));
        }
    }

    private static String marks(Result result) {
        return Numeral.write(result.marks().total()) + " / "
                + Numeral.write(result.marks().most());
    }

    private static String outcome(Result result) {
        return result.outcome().map(PlainNames::name).orElse("");
    }

    /**
     * Returns all corrections with what is proposed. What is said of the item as a whole takes the place of all that was
     * said of it, and the other way round.
     *
     * @throws IllegalArgumentException if it cannot be, with why
     */
    private List<Correction> proposed(Exam exam, Item item, Proposal proposal, KeyVersions.Version latest) {
        Optional<Correction> correction = correction(item.id(), proposal);
        boolean whole = correction
                .filter(one -> !(one instanceof Correction.AllRight || one instanceof Correction.TakenOut))
                .isEmpty();
        List<Correction> all = new ArrayList<>(latest.corrections());
        all.removeIf(one -> one.item().equals(item.id())
                && (whole
                        || one instanceof Correction.AllRight
                        || one instanceof Correction.TakenOut
                        || one instanceof Correction.Within && correction.get() instanceof Correction.Within));
        correction.ifPresent(one -> {
            keys.marking(exam, List.of()).problem(one).ifPresent(problem -> {
                throw new IllegalArgumentException(problem);
            });
            all.add(one);
        });
        return all;
    }

    private Optional<Correction> correction(ItemId item, Proposal proposal) {
        String kind = proposal.kind() == null ? "" : proposal.kind();
        return switch (kind) {
            case "all-right" -> Optional.of(new Correction.AllRight(item));
            case "taken-out" -> Optional.of(new Correction.TakenOut(item));
            case "as-it-was" -> Optional.empty();
            case "within" ->
                Optional.of(new Correction.Within(
                        item,
                        response(proposal),
                        Numeral.read(proposal.by() == null ? "" : proposal.by())
                                .orElseThrow(() -> new IllegalArgumentException(words.say("key.by.wrong")))));
            case "also-right" ->
                Optional.of(new Correction.AlsoRight(
                        item, response(proposal), proposal.value() == null ? List.of() : proposal.value()));
            default -> throw new IllegalArgumentException(words.say("key.kind.wrong"));
        };
    }

    private static ResponseId response(Proposal proposal) {
        return new ResponseId(proposal.response() == null ? "" : proposal.response());
    }

    @Audited("key-corrected")
    @PostMapping("/office/exams/{exam}/key/{item}")
    String decide(
            @PathVariable long exam,
            @PathVariable String item,
            Proposal proposal,
            @RequestParam int version,
            @RequestParam(defaultValue = "") String reason,
            Principal principal,
            RedirectAttributes redirected) {
        Exam found = open(exam);
        Item asked = item(found, item);
        String why = reason.strip();
        redirected.addFlashAttribute(SaidAfterForms.SAID, decide(found, asked, proposal, version, why, principal));
        return "redirect:/office/exams/" + exam + "/key/" + item;
    }

    /** Returns what came of it, as the page says it. */
    private String decide(Exam exam, Item item, Proposal proposal, int version, String reason, Principal principal) {
        if (reason.isEmpty() || reason.length() > KeyVersions.MOST_REASON) {
            return "no-reason";
        }
        try {
            KeyVersions.Version latest = keys.latest(exam.id());
            List<Correction> corrections = proposed(exam, item, proposal, latest);
            return latest.number() == version
                            && keys.decide(exam.id(), version, corrections, reason, principal.getName())
                                    .isPresent()
                    ? "decided"
                    : "faster";
        } catch (IllegalArgumentException e) {
            return "impossible";
        }
    }

    @Audited("key-taken-out")
    @GetMapping("/office/exams/{exam}/keys/{version}.json")
    ResponseEntity<String> file(@PathVariable long exam, @PathVariable int version) {
        return keys.of(open(exam).id()).stream()
                .filter(one -> one.number() == version)
                .findFirst()
                .map(one -> ResponseEntity.ok()
                        .contentType(MediaType.APPLICATION_JSON)
                        .header(
                                HttpHeaders.CONTENT_DISPOSITION,
                                "attachment; filename=\"key-" + exam + "-" + version + ".json\"")
                        .body(json.writerWithDefaultPrettyPrinter().writeValueAsString(one.toPlain())))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}

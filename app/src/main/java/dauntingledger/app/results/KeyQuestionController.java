package dauntingledger.app.results;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.marking.AnswerCounts;
import dauntingledger.app.marking.KeyVersions;
import dauntingledger.app.office.ExamPages;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.results.Effects;
import dauntingledger.rulebook.results.Result;
import dauntingledger.rulebook.scoring.Correction;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/**
 * One question after the exam: what was answered to it, and what is decided about a key that was wrong. The office decides,
 * and sees before whose result that changes; auditors read.
 */
@Controller
class KeyQuestionController {

    private static final int MOST_SHOWN = 50;
    private static final int MOST_ANSWERS = 100;

    private final ExamPages pages;
    private final KeyWords decisions;
    private final KeyVersions keys;
    private final AnswerCounts counts;
    private final Reckoning reckoning;
    private final JudgedPrograms judged;
    private final Papers papers;
    private final Words words;

    KeyQuestionController(
            ExamPages pages,
            KeyWords decisions,
            KeyVersions keys,
            AnswerCounts counts,
            Reckoning reckoning,
            JudgedPrograms judged,
            Papers papers,
            Words words) {
        this.pages = pages;
        this.decisions = decisions;
        this.keys = keys;
        this.counts = counts;
        this.reckoning = reckoning;
        this.judged = judged;
        this.papers = papers;
        this.words = words;
    }

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
     * @param number of the case of a program that is corrected
     * @param output what a program has to write in that case
     */
    record Proposal(
            @Nullable String kind,
            @Nullable String response,
            @Nullable List<String> value,
            @Nullable String by,
            @Nullable Integer number,
            @Nullable String output) {}

    @GetMapping("/office/exams/{exam}/key/{item}")
    String question(@PathVariable long exam, @PathVariable String item, Proposal proposal, Model model) {
        Exam found = pages.findOver(exam);
        PaperText text = papers.text(found.paper());
        Item asked = item(text, item);
        KeyVersions.Version latest = keys.latest(found.id());
        pages.put(found, model);
        model.addAttribute("item", item);
        model.addAttribute("number", text.paper().numbers().get(asked.id()));
        model.addAttribute("question", text.prose(asked.id()));
        model.addAttribute("options", text.options(asked.id()));
        model.addAttribute("corrections", decisions.said(latest.corrections(), asked.id()));
        model.addAttribute("version", latest.number());
        AnswerCounts.Counted counted = counts.of(found);
        model.addAttribute("judge", PlainNames.name(counted.marking().judge(asked.id())));
        model.addAttribute(
                "responses",
                asked.interactions().stream()
                        .filter(interaction -> interaction.isAsked() && !(interaction instanceof Program))
                        .map(interaction -> response(counted, asked, interaction))
                        .toList());
        model.addAttribute("programs", judged.of(found, counted.marking(), asked));
        if (proposal.kind() != null) {
            propose(found, asked, proposal, latest, model);
        }
        return "results/key-question";
    }

    private static Item item(PaperText text, String item) {
        return text.paper().item(new ItemId(item)).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private static Response response(AnswerCounts.Counted counted, Item item, Interaction interaction) {
        List<AnswerCounts.Given> given = counted.to(item, interaction);
        return new Response(
                interaction.response().value(),
                counted.marking().isNumber(item.id(), interaction.response()),
                given.stream()
                        .limit(MOST_ANSWERS)
                        .map(one -> new Answer(
                                one.label(), one.value().elements(), one.times(), one.accepted(), one.near()))
                        .toList(),
                Math.max(0, given.size() - MOST_ANSWERS));
    }

    private void propose(Exam exam, Item item, Proposal proposal, KeyVersions.Version latest, Model model) {
        try {
            List<Correction> proposed = proposed(exam, item.id(), proposal, latest.corrections());
            model.addAttribute("waiting", judged.waiting(exam, keys.marking(exam, proposed)));
            Reckoning.Reckoned both = reckoning.of(exam, List.of(latest.corrections(), proposed));
            Effects effects =
                    Effects.between(both.results().getFirst(), both.results().getLast());
            model.addAttribute("proposal", proposal);
            model.addAttribute("proposed", decisions.said(proposed, item.id()));
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

    /** @throws IllegalArgumentException if the key cannot be corrected so, with why */
    private List<Correction> proposed(Exam exam, ItemId item, Proposal proposal, List<Correction> before) {
        Optional<Correction> correction = correction(item, proposal);
        correction.flatMap(one -> keys.marking(exam, List.of()).problem(one)).ifPresent(problem -> {
            throw new IllegalArgumentException(problem);
        });
        return correction.map(one -> Correction.joined(before, one)).orElseGet(() -> Correction.without(before, item));
    }

    private Optional<Correction> correction(ItemId item, Proposal proposal) {
        return switch (proposal.kind() == null ? "" : proposal.kind()) {
            case "all-right" -> Optional.of(new Correction.AllRight(item));
            case "taken-out" -> Optional.of(new Correction.TakenOut(item));
            case "as-it-was" -> Optional.empty();
            case "within" ->
                Optional.of(new Correction.Within(
                        item,
                        response(proposal),
                        Numeral.read(proposal.by() == null ? "" : proposal.by())
                                .orElseThrow(() -> new IllegalArgumentException(words.say("key.by.wrong")))));
            case "case-out" ->
                Optional.of(new Correction.OfCase(item, response(proposal), number(proposal), Optional.empty()));
            case "case" ->
                Optional.of(new Correction.OfCase(
                        item,
                        response(proposal),
                        number(proposal),
                        Optional.of(lines(proposal.output() == null ? "" : proposal.output()))));
            case "also-right" ->
                Optional.of(new Correction.AlsoRight(
                        item, response(proposal), proposal.value() == null ? List.of() : proposal.value()));
            default -> throw new IllegalArgumentException(words.say("key.kind.wrong"));
        };
    }

    private static ResponseId response(Proposal proposal) {
        return new ResponseId(proposal.response() == null ? "" : proposal.response());
    }

    private static int number(Proposal proposal) {
        return proposal.number() == null ? 0 : proposal.number();
    }

    /** A form sends line breaks as two characters; programs write one. */
    private static String lines(String typed) {
        return typed.replace("\r\n", "\n");
    }

    /** Has all programs in answer to a question run again. */
    @Audited("programs-judged-again")
    @PostMapping("/office/exams/{exam}/key/{item}/again")
    String again(@PathVariable long exam, @PathVariable String item, RedirectAttributes redirected) {
        Exam found = pages.findOver(exam);
        judged.again(found, keys.marking(found), item(papers.text(found.paper()), item));
        redirected.addFlashAttribute(SaidAfterForms.SAID, "again");
        return "redirect:/office/exams/" + exam + "/key/" + item;
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
        Exam found = pages.findOver(exam);
        ItemId asked = item(papers.text(found.paper()), item).id();
        String said;
        try {
            said = reason.isBlank() || reason.length() > KeyVersions.MOST_REASON
                    ? "no-reason"
                    : decide(found, asked, proposal, version, reason.strip(), principal.getName());
        } catch (IllegalArgumentException e) {
            said = "impossible";
        }
        redirected.addFlashAttribute(SaidAfterForms.SAID, said);
        return "redirect:/office/exams/" + exam + "/key/" + item;
    }

    /** Returns what came of it, as the page says it. */
    private String decide(Exam exam, ItemId item, Proposal proposal, int version, String reason, String person) {
        List<Correction> before = keys.latest(exam.id()).corrections();
        return keys.decide(exam.id(), version, proposed(exam, item, proposal, before), reason, person)
                        .isPresent()
                ? "decided"
                : "faster";
    }
}

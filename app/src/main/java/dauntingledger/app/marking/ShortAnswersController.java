package dauntingledger.app.marking;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.said.SaidAfterForms;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.TextEntry;
import dauntingledger.rulebook.scoring.Correction;
import dauntingledger.rulebook.scoring.ItemKey;
import java.security.Principal;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
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
 * Short answers that the key does not accept, decided about each once for all. For chief markers of the paper, while the exam
 * is closed.
 */
@Controller
class ShortAnswersController {

    /** So many can be decided about on one page. */
    private static final int MOST_ROWS = 200;

    private static final String ACCEPT = "accept";
    private static final String REFUSE = "refuse";

    private final MarkersPapers markers;
    private final AnswerCounts counts;
    private final KeyVersions keys;
    private final Papers papers;
    private final Words words;

    ShortAnswersController(MarkersPapers markers, AnswerCounts counts, KeyVersions keys, Papers papers, Words words) {
        this.markers = markers;
        this.counts = counts;
        this.keys = keys;
        this.papers = papers;
        this.words = words;
    }

    /** An answer that is to be decided about. */
    record Row(String item, int number, String words, String response, String value, int times, boolean near) {
        private Answered answered() {
            return new Answered(item, response, value);
        }
    }

    /** Which answer: what was typed where. */
    private record Answered(String item, String response, String value) {}

    /** What was decided; {@code rows} beside each other, one for each answer. */
    record Decisions(List<Decision> rows) {}

    record Decision(
            String item,
            String response,
            String value,
            @Nullable String decision) {
        boolean isMade() {
            return ACCEPT.equals(decision) || REFUSE.equals(decision);
        }

        private Answered answered() {
            return new Answered(item, response, value);
        }

        Correction correction() {
            return ACCEPT.equals(decision)
                    ? new Correction.AlsoRight(new ItemId(item), new ResponseId(response), List.of(value))
                    : new Correction.StaysWrong(new ItemId(item), new ResponseId(response), List.of(value));
        }
    }

    @GetMapping("/marking/short/{exam}")
    String list(@PathVariable long exam, Principal principal, Model model) {
        Exam found = closed(exam, principal);
        List<Row> rows = rows(found);
        model.addAttribute("exam", found.id().toString());
        model.addAttribute("title", found.title());
        model.addAttribute("version", keys.latest(found.id()).number());
        model.addAttribute("rows", rows.stream().limit(MOST_ROWS).toList());
        model.addAttribute("others", Math.max(0, rows.size() - MOST_ROWS));
        return "marking/short";
    }

    private Exam closed(long exam, Principal principal) {
        Exam found = markers.exam(exam, principal);
        if (found.state() != ExamState.CLOSED) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        return found;
    }

    private List<Row> rows(Exam exam) {
        PaperText text = papers.text(exam.paper());
        AnswerCounts.Counted counted = counts.of(exam);
        Set<Correction> decided = Set.copyOf(keys.latest(exam.id()).corrections());
        return text.paper()
                .items()
                .filter(item -> counted.marking().judge(item.id()) == ItemKey.Judge.RULES)
                .flatMap(item -> item.interactions().stream()
                        .filter(TextEntry.class::isInstance)
                        .flatMap(interaction -> counted.to(item, interaction).stream()
                                .filter(given -> !given.accepted())
                                .filter(given -> !decided.contains(new Correction.StaysWrong(
                                        item.id(),
                                        interaction.response(),
                                        given.value().elements())))
                                .map(given -> new Row(
                                        item.id().value(),
                                        text.paper().numbers().getOrDefault(item.id(), 0),
                                        requireNonNull(text.items().get(item.id()))
                                                .firstWords(),
                                        interaction.response().value(),
                                        given.value().elements().getFirst(),
                                        given.times(),
                                        given.near()))))
                .toList();
    }

    @Audited("short-answers-decided")
    @PostMapping("/marking/short/{exam}")
    String decide(
            @PathVariable long exam,
            @RequestParam int version,
            Decisions decisions,
            Principal principal,
            RedirectAttributes redirected) {
        Exam found = closed(exam, principal);
        redirected.addFlashAttribute(SaidAfterForms.SAID, decide(found, version, decisions, principal));
        return "redirect:/marking/short/" + exam;
    }

    /** Returns what came of it, as the page says it. */
    private String decide(Exam exam, int version, Decisions decisions, Principal principal) {
        Set<Answered> asked = rows(exam).stream().map(Row::answered).collect(Collectors.toSet());
        List<Correction> corrections = keys.latest(exam.id()).corrections();
        int made = 0;
        for (Decision decision : decisions.rows()) {
            if (decision.isMade() && asked.contains(decision.answered())) {
                corrections = Correction.joined(corrections, decision.correction());
                made++;
            }
        }
        if (made == 0) {
            return "none";
        }
        String reason = words.say("short.reason", made);
        return keys.decide(exam.id(), version, corrections, reason, principal.getName())
                        .isPresent()
                ? "decided"
                : "faster";
    }
}

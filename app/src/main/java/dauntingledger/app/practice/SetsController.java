package dauntingledger.app.practice;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.PracticeSet;
import dauntingledger.rulebook.paper.Practised;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.practice.AnswerFilter;
import dauntingledger.rulebook.practice.Pool;
import java.security.Principal;
import java.security.SecureRandom;
import java.util.List;
import java.util.Optional;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.ModelAndView;

/** Some questions of a paper, chosen and practised by themselves. For every candidate. */
@Controller
class SetsController {

    private static final int USUAL_NUMBER = 10;

    private final Runs runs;
    private final Papers papers;
    private final Appointments appointments;
    private final Candidates candidates;
    private final Words words;
    private final SecureRandom random = new SecureRandom();

    SetsController(Runs runs, Papers papers, Appointments appointments, Candidates candidates, Words words) {
        this.runs = runs;
        this.papers = papers;
        this.appointments = appointments;
        this.candidates = candidates;
        this.words = words;
    }

    /**
     * What can be practised, as the form offers it.
     *
     * @param key what the form sends
     */
    record Offer(String key, String group, String label, int questions) {}

    /** What was filled in. */
    record Form(String what, String number, String order, String mode) {}

    /** A paper of which practice sets can be made. */
    private record Choosing(PaperRef ref, PaperText text) {

        Paper paper() {
            return text.paper();
        }

        List<PracticeMode> modes() {
            return paper().rules().practiceModes().stream()
                    .filter(PracticeMode::isUntimed)
                    .toList();
        }
    }

    /** @throws ResponseStatusException 404 if practice sets cannot be made of that paper */
    private Choosing choosing(String paper) {
        return papers.latest().stream()
                .filter(ref -> ref.id().value().equals(paper))
                .map(ref -> new Choosing(
                        ref, papers.text(ref, LocaleContextHolder.getLocale().toLanguageTag())))
                .filter(found -> found.text().about().purpose() == Purpose.PRACTICE)
                .filter(found -> PracticeSet.isPossible(found.paper()))
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private List<Pool> pools(Choosing choosing, Principal candidate) {
        return Pool.of(
                choosing.paper(), runs.last(candidate.getName(), choosing.ref().id()));
    }

    @GetMapping("/practice/sets/{paper}")
    String page(@PathVariable String paper, Principal principal, Model model) {
        Choosing choosing = choosing(paper);
        String mode = PlainNames.name(choosing.modes().getFirst());
        return page(choosing, new Form("all", String.valueOf(USUAL_NUMBER), "paper", mode), "", principal, model);
    }

    private String page(Choosing choosing, Form form, String problem, Principal principal, Model model) {
        model.addAttribute("candidate", candidates.find(principal.getName()).orElseThrow());
        model.addAttribute("paper", choosing.paper().id().value());
        model.addAttribute("title", choosing.paper().title());
        model.addAttribute("questions", choosing.paper().items().count());
        model.addAttribute(
                "offers", pools(choosing, principal).stream().map(this::offer).toList());
        model.addAttribute(
                "modes", choosing.modes().stream().map(PlainNames::name).toList());
        model.addAttribute("form", form);
        model.addAttribute("problem", problem);
        return "practice/sets";
    }

    private Offer offer(Pool pool) {
        String reason = PlainNames.name(pool.reason());
        String label = switch (pool.reason()) {
            case SECTION, SET -> pool.title();
            case KIND -> words.say("sets.kind." + pool.name());
            case ALL, WRONG, MARKED, SLOW -> words.say("sets.what." + reason);
        };
        return new Offer(key(pool), reason, label, pool.items().size());
    }

    private static String key(Pool pool) {
        String reason = PlainNames.name(pool.reason());
        return pool.name().isEmpty() ? reason : reason + ":" + pool.name();
    }

    /** Begins practice with some questions; as many as there are, if more are asked for. */
    @PostMapping("/practice/sets/{paper}")
    ModelAndView begin(
            @PathVariable String paper,
            @RequestParam(defaultValue = "") String what,
            @RequestParam(defaultValue = "") String number,
            @RequestParam(defaultValue = "paper") String order,
            @RequestParam(defaultValue = "") String mode,
            Principal principal,
            Model model) {
        Choosing choosing = choosing(paper);
        Optional<Pool> pool = pools(choosing, principal).stream()
                .filter(one -> key(one).equals(what))
                .findFirst();
        Optional<PracticeMode> how =
                PlainNames.find(mode, PracticeMode.values()).filter(choosing.modes()::contains);
        Optional<Integer> wanted = positive(number);
        if (pool.isEmpty() || how.isEmpty() || wanted.isEmpty()) {
            String problem = words.say(wanted.isEmpty() ? "sets.wrong.number" : "sets.wrong.choice");
            return new ModelAndView(
                    page(choosing, new Form(what, number, order, mode), problem, principal, model),
                    model.asMap(),
                    HttpStatus.UNPROCESSABLE_CONTENT);
        }
        List<ItemId> items = pool.get().items();
        PracticeSet set = new PracticeSet(items, Math.min(wanted.get(), items.size()), order.equals("drawn"), seed());
        return new ModelAndView(made(principal, choosing.ref(), new Practised(how.get(), Optional.of(set))));
    }

    /**
     * Practises questions of a run again, in the mode of learning if the paper has it. For the candidate whose run it is.
     *
     * @param which which of them; see {@link AnswerFilter}
     */
    @PostMapping("/practice/again/{sitting}")
    String again(@PathVariable long sitting, @RequestParam(defaultValue = "wrong") String which, Principal principal) {
        Appointment before = appointments
                .find(new SittingId(sitting))
                .filter(found -> found.candidate().equals(principal.getName()))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        List<ItemId> chosen = PlainNames.find(which, AnswerFilter.values())
                .flatMap(filter -> runs.of(before).map(past -> past.items(filter)))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        Choosing choosing = choosing(before.paper().id().value());
        List<ItemId> items =
                choosing.paper().items().map(Item::id).filter(chosen::contains).toList();
        if (items.isEmpty()) {
            return "redirect:/practice/sets/" + choosing.paper().id();
        }
        PracticeSet set = new PracticeSet(items, items.size(), false, seed());
        PracticeMode mode = choosing.modes().getFirst();
        return made(principal, choosing.ref(), new Practised(mode, Optional.of(set)));
    }

    private String made(Principal principal, PaperRef ref, Practised how) {
        Appointment made = appointments.make(principal.getName(), ref, "", Terms.practising(how));
        return "redirect:/sittings/" + made.sitting();
    }

    private int seed() {
        return random.nextInt(1, Integer.MAX_VALUE);
    }

    private static Optional<Integer> positive(String text) {
        return Optional.of(text.strip())
                .filter(digits -> digits.matches("[1-9]\\d{0,3}"))
                .map(Integer::parseInt);
    }
}

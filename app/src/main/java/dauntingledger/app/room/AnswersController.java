package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.ToldMarks;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.papers.Papers.Explained;
import dauntingledger.app.practice.OwnMarks;
import dauntingledger.app.practice.PastAnswers;
import dauntingledger.app.signin.Candidates;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PracticeSet;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.practice.AnswerFilter;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Sitting;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/**
 * How the marks of a sitting came about, question by question. For the sitting's own candidate, after the hand-in, where
 * the paper explains its marks: it gives the key away.
 */
@Controller
class AnswersController {

    private final Candidates candidates;
    private final Ledgers ledgers;
    private final Papers papers;
    private final ToldMarks marks;
    private final AnswerViews views;
    private final PastAnswers practised;
    private final OwnMarks own;
    private final Clock clock;

    AnswersController(
            Candidates candidates,
            Ledgers ledgers,
            Papers papers,
            ToldMarks marks,
            AnswerViews views,
            PastAnswers practised,
            OwnMarks own,
            Clock clock) {
        this.candidates = candidates;
        this.ledgers = ledgers;
        this.papers = papers;
        this.marks = marks;
        this.views = views;
        this.practised = practised;
        this.own = own;
        this.clock = clock;
    }

    @GetMapping("/sittings/{sitting}/answers")
    String answers(
            @RoomAccess.Own Appointment appointment,
            @RequestParam(defaultValue = "all") String show,
            Model model,
            HttpServletResponse response) {
        long sitting = appointment.sitting().value();
        Instant now = clock.instant();
        Sitting here = ledgers.open(appointment, now).sitting();
        PaperText text = papers.text(appointment.paper(), RoomController.language(here), appointment.seed());
        if (!here.route().isHandedIn() || !text.about().explains()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        ledgers.record(appointment, new Act.ReceiptGiven(), now);
        Paper paper = appointment.personal(text.paper());
        response.setHeader(HttpHeaders.CACHE_CONTROL, CacheControl.noStore().getHeaderValue());
        model.addAttribute("sitting", sitting);
        model.addAttribute("candidate", candidates.find(appointment.candidate()).orElseThrow());
        model.addAttribute("exam", paper.title());
        ToldMarks.Told told = marks.of(appointment);
        Optional<PastAnswers.Past> past = practised.of(appointment);
        AnswerFilter filter = PlainNames.find(show, AnswerFilter.values()).orElse(AnswerFilter.ALL);
        List<ItemId> shown = past.map(one -> one.items(filter)).orElse(List.of());
        List<Explained> explained = papers.marking(appointment.paper(), told.corrections())
                .drawn(appointment.seed())
                .explain(text.language(), here, told.given());
        model.addAttribute("practised", past.isPresent());
        model.addAttribute("show", PlainNames.name(filter));
        model.addAttribute("shown", shown.size());
        model.addAttribute("again", past.isPresent() && PracticeSet.isPossible(text.paper()));
        model.addAttribute(
                "filters",
                Arrays.stream(AnswerFilter.values()).map(PlainNames::name).toList());
        model.addAttribute("people", PastAnswers.LEAST_PEOPLE);
        model.addAttribute(
                "sections",
                views.of(
                        paper,
                        text,
                        explained,
                        past.map(one ->
                                new AnswerViews.Looking(one, Set.copyOf(shown), own.of(appointment.sitting())))));
        return "answers";
    }
}

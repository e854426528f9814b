package dauntingledger.app.room;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.practice.OwnMarks;
import dauntingledger.app.programs.Judging;
import dauntingledger.app.words.Marks;
import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/**
 * What is right, of a question that was checked in practice. For the sitting's own candidate; of a question that is not sealed
 * by a check, and of a paper that is not for practice, nothing is said.
 */
@Controller
class CheckedController {

    /** How long somebody waits for a program to be judged before they are told that it is not yet. */
    private static final Duration PATIENCE = Duration.ofSeconds(20);

    private final Papers papers;
    private final AnswerViews views;
    private final OwnMarks own;
    private final Judging judging;

    CheckedController(Papers papers, AnswerViews views, OwnMarks own, Judging judging) {
        this.judging = judging;
        this.papers = papers;
        this.views = views;
        this.own = own;
    }

    /** What a person would give marks for. */
    record SchemeView(List<PointView> points, List<String> samples) {}

    record PointView(String text, String marks) {}

    @GetMapping("/sittings/{sitting}/checked/{item}")
    String checked(
            @RoomAccess.New RoomAccess.Inside inside,
            @PathVariable String item,
            Model model,
            HttpServletResponse response) {
        Sitting here = inside.sitting();
        Appointment mine = inside.appointment();
        PaperText text = papers.text(mine.paper(), RoomController.language(here), mine.seed());
        Question question = checked(here, text, item);
        PaperMarking marking = papers.marking(mine.paper(), mine.seed());
        judging.judge(marking, question, PATIENCE);
        response.setHeader(HttpHeaders.CACHE_CONTROL, CacheControl.noStore().getHeaderValue());
        model.addAttribute(
                "answer",
                views.of(
                        question.item(),
                        here.paper().numbers().getOrDefault(question.item().id(), 0),
                        text,
                        marking.explain(text.language(), question, Map.of())));
        model.addAttribute("scheme", scheme(marking, question.item()).orElse(null));
        model.addAttribute(
                "address",
                "/sittings/" + mine.sitting() + "/checked/" + question.item().id() + "/own");
        model.addAttribute("most", Marks.write(question.item().marks()));
        model.addAttribute(
                "given",
                Optional.ofNullable(own.of(mine.sitting()).get(question.item().id()))
                        .map(Numeral::write)
                        .orElse(""));
        return "fragments/checked :: checked";
    }

    /** @throws ResponseStatusException 404 if that was not checked, or is no practice */
    private static Question checked(Sitting here, PaperText text, String item) {
        return here.questions().all().stream()
                .filter(one -> one.item().id().value().equals(item))
                .filter(one -> one.seal() == Question.Seal.CHECKED)
                .filter(one -> text.about().purpose() == Purpose.PRACTICE)
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** Keeps what a candidate gives to an answer of their own that a person would mark; it counts nowhere. */
    @PostMapping("/sittings/{sitting}/checked/{item}/own")
    String give(
            @RoomAccess.New RoomAccess.Inside inside,
            @PathVariable String item,
            @RequestParam(defaultValue = "") String marks,
            Model model,
            HttpServletResponse response) {
        Sitting here = inside.sitting();
        Appointment mine = inside.appointment();
        PaperText text = papers.text(mine.paper(), RoomController.language(here), mine.seed());
        Question question = checked(here, text, item);
        if (papers.marking(mine.paper(), mine.seed())
                .scheme(question.item().id())
                .isEmpty()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        Optional<Rational> given = Numeral.read(marks)
                .filter(one ->
                        one.signum() >= 0 && one.compareTo(question.item().marks()) <= 0);
        given.ifPresent(one -> own.give(mine.sitting(), question.item().id(), one));
        model.addAttribute("unreadable", given.isEmpty());
        return checked(inside, item, model, response);
    }

    private static Optional<SchemeView> scheme(PaperMarking marking, Item item) {
        ItemId id = item.id();
        return marking.scheme(id)
                .map(scheme -> new SchemeView(
                        scheme.groups().stream()
                                .flatMap(group -> group.points().stream())
                                .filter(point -> !point.words().isEmpty())
                                .map(point -> new PointView(point.words(), Marks.write(point.marks())))
                                .toList(),
                        scheme.samples().stream()
                                .filter(sample -> !sample.mixedIn())
                                .map(MarkingScheme.Sample::answer)
                                .toList()));
    }
}

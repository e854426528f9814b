package dauntingledger.app.practice;

import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.words.Marks;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.practice.Run;
import dauntingledger.rulebook.statistics.Quartiles;
import java.util.List;
import java.util.Optional;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** How much papers are practised, in numbers of groups: for the office and the auditor. Nobody's own practice is in it. */
@Controller
class PractisedController {

    private final Runs runs;
    private final Papers papers;

    PractisedController(Runs runs, Papers papers) {
        this.runs = runs;
        this.papers = papers;
    }

    /**
     * A paper for practice.
     *
     * @param known whether enough people have practised it for numbers to be told
     */
    record Row(String title, boolean known, int people, int runs, String share, String pace) {}

    @GetMapping("/office/practice")
    String page(Model model) {
        List<Runs.OfPaper> all = runs.byPaper();
        model.addAttribute("least", PastAnswers.LEAST_PEOPLE);
        model.addAttribute(
                "rows",
                papers.latest().stream()
                        .map(ref ->
                                papers.text(ref, LocaleContextHolder.getLocale().toLanguageTag()))
                        .filter(text -> text.about().purpose() == Purpose.PRACTICE)
                        .map(text -> row(text, all))
                        .toList());
        return "practice/practised";
    }

    private static Row row(PaperText text, List<Runs.OfPaper> all) {
        String title = text.paper().title();
        return all.stream()
                .filter(one -> one.paper().equals(text.paper().id()))
                .filter(one -> one.people() >= PastAnswers.LEAST_PEOPLE)
                .findFirst()
                .map(one -> row(title, one))
                .orElseGet(() -> new Row(title, false, 0, 0, "", ""));
    }

    private static Row row(String title, Runs.OfPaper practised) {
        List<Rational> shares = practised.runs().stream()
                .map(Run::share)
                .flatMap(Optional::stream)
                .toList();
        Rational sum = shares.stream().reduce(Rational.ZERO, Rational::plus);
        return new Row(
                title,
                true,
                practised.people(),
                practised.runs().size(),
                shares.isEmpty() ? "–" : Marks.percent(sum.dividedBy(Rational.of(shares.size()))),
                WallClock.span(
                        Quartiles.of(practised.runs().stream().map(Run::pace).toList())
                                .median()));
    }
}

package dauntingledger.app.statistics;

import dauntingledger.app.papers.PaperText;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.statistics.QuestionFigures;
import dauntingledger.rulebook.statistics.QuestionFigures.OptionFigures;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Component;

/** One question with its figures, and in words for people who never learned statistics. */
@Component
class QuestionPanels {

    private final Words words;

    QuestionPanels(Words words) {
        this.words = words;
    }

    /**
     * A question as it is opened beside the list.
     *
     * @param question its text, as HTML
     * @param said what the figures say
     * @param doubts what makes it doubtful, each with what to do
     */
    record Panel(
            String item,
            String number,
            String section,
            List<String> question,
            int answered,
            int blank,
            int notReached,
            String facility,
            String discrimination,
            String lower,
            String median,
            String upper,
            List<String> said,
            List<String> doubts,
            List<Option> options,
            boolean listed) {}

    /**
     * An answer.
     *
     * @param html what the option says; empty for what was typed
     * @param width of its bar, of 100
     * @param meanWidth of the bar of its mean total, of 100
     */
    record Option(
            String letter,
            String html,
            boolean accepted,
            int count,
            String width,
            String meanTotal,
            String meanWidth,
            boolean rival) {}

    Panel of(PaperText text, QuestionFigures of) {
        return new Panel(
                of.item().value(),
                text.number(of.item().value()),
                section(text, of.item()),
                text.prose(of.item()),
                of.answered(),
                of.blank(),
                of.notReached(),
                ShownFigures.share(of.facility()),
                ShownFigures.correlation(of.discrimination()),
                WallClock.span(of.time().lower()),
                WallClock.span(of.time().median()),
                WallClock.span(of.time().upper()),
                said(of),
                of.doubts().stream()
                        .map(doubt -> words.say("statistics.doubt." + PlainNames.name(doubt) + ".said"))
                        .toList(),
                options(text, of),
                of.options().stream().anyMatch(OptionFigures::listed));
    }

    private static String section(PaperText text, ItemId item) {
        return text.paper()
                .sections()
                .filter(section -> section.items().anyMatch(one -> one.id().equals(item)))
                .findFirst()
                .map(Section::title)
                .orElse("");
    }

    private List<String> said(QuestionFigures of) {
        List<String> said = new ArrayList<>();
        of.difficulty()
                .ifPresent(band -> said.add(words.say(
                        "statistics.facility." + PlainNames.name(band),
                        ShownFigures.percent(of.facility().orElseThrow()))));
        of.separation().ifPresent(band -> said.add(words.say("statistics.discrimination." + PlainNames.name(band))));
        if (of.facility().isEmpty()) {
            said.add(words.say("statistics.waits"));
        }
        return said;
    }

    private static List<Option> options(PaperText text, QuestionFigures of) {
        List<PaperText.Option> listed = text.options(of.item());
        int most = Math.max(
                1, of.options().stream().mapToInt(OptionFigures::count).max().orElse(1));
        Rational highest = of.options().stream()
                .flatMap(option -> option.meanTotal().stream())
                .reduce(Rational.ONE, Rational::max);
        return of.options().stream()
                .map(option -> option(listed, of, option, Rational.of(most), highest))
                .toList();
    }

    private static Option option(
            List<PaperText.Option> listed, QuestionFigures of, OptionFigures option, Rational most, Rational highest) {
        PaperText.Option known = listed.stream()
                .filter(one -> one.choice().value().equals(option.chosen().value()))
                .findFirst()
                .orElse(null);
        return new Option(
                known == null ? option.chosen().value() : known.letter(),
                known == null ? "" : known.html(),
                option.accepted(),
                option.count(),
                ShownFigures.percent(Rational.of(option.count()).dividedBy(most)),
                ShownFigures.marks(option.meanTotal()),
                ShownFigures.percent(option.meanTotal()
                        .orElse(Rational.ZERO)
                        .max(Rational.ZERO)
                        .dividedBy(highest)),
                of.isRival(option));
    }
}

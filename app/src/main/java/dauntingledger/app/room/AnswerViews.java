package dauntingledger.app.room;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.ItemText;
import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.papers.Papers.Explained;
import dauntingledger.app.practice.PastAnswers;
import dauntingledger.app.words.Marks;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.practice.PastAnswer;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.Score;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jsoup.Jsoup;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Makes the view of how marks came about. */
@Component
class AnswerViews {

    private static final String NOTHING = "–";

    private final Words words;

    AnswerViews(Words words) {
        this.words = words;
    }

    record SectionView(String title, List<AnswerView> answers) {}

    /**
     * How one question came to its marks.
     *
     * @param given what was given, a line for each response
     * @param expected what the key says, a line for each response
     * @param worths what the parts brought
     * @param past how it went in practice; null for an exam
     */
    record AnswerView(
            int number,
            String words,
            String outcome,
            String marks,
            List<String> given,
            List<String> expected,
            List<String> worths,
            List<String> feedback,
            @Nullable PastView past) {}

    /**
     * How a question went in practice.
     *
     * @param others the median of all who practised it; a dash where too few have
     * @param own what the candidate gives to it; empty for nothing
     */
    record PastView(String time, String others, boolean slow, boolean marked, String own) {}

    /**
     * How somebody looks back at practice.
     *
     * @param shown which questions are looked at
     * @param own what the candidate gives to answers that a person would mark
     */
    record Looking(PastAnswers.Past past, Set<ItemId> shown, Map<ItemId, Rational> own) {}

    /** @param looking empty for an exam, of which all is shown */
    List<SectionView> of(Paper paper, PaperText text, List<Explained> explained, Optional<Looking> looking) {
        Map<ItemId, Explained> byItem = explained.stream()
                .collect(Collectors.toMap(one -> one.question().item().id(), one -> one));
        Map<ItemId, Integer> numbers = paper.numbers();
        return paper.sections()
                .map(section -> new SectionView(
                        section.title(),
                        section.items()
                                .filter(item -> looking.isEmpty()
                                        || looking.get().shown().contains(item.id()))
                                .map(item -> of(
                                        item,
                                        requireNonNull(numbers.get(item.id())),
                                        text,
                                        requireNonNull(byItem.get(item.id())),
                                        looking.map(back -> past(item.id(), back))))
                                .toList()))
                .filter(section -> !section.answers().isEmpty())
                .toList();
    }

    private static PastView past(ItemId item, Looking back) {
        PastAnswer answer = requireNonNull(back.past().answers().get(item));
        return new PastView(
                WallClock.span(answer.spent()),
                Optional.ofNullable(back.past().others().get(item))
                        .map(WallClock::span)
                        .orElse(NOTHING),
                back.past().isSlow(answer),
                answer.marked(),
                Optional.ofNullable(back.own().get(item)).map(Marks::write).orElse(""));
    }

    AnswerView of(Item item, int number, PaperText paper, Explained explained) {
        return of(item, number, paper, explained, Optional.empty());
    }

    private AnswerView of(Item item, int number, PaperText paper, Explained explained, Optional<PastView> past) {
        ItemText text = requireNonNull(paper.items().get(item.id())).of(item);
        Score.OfItem score = explained.explanation().score();
        List<String> given = new ArrayList<>();
        List<String> expected = new ArrayList<>();
        List<String> worths = new ArrayList<>();
        for (Score.Reason reason : explained.explanation().reasons()) {
            Interaction interaction = item.interaction(reason.response()).orElseThrow();
            if (!interaction.isAsked()) {
                continue;
            }
            given.add(text(interaction, reason.given(), text));
            if (interaction instanceof Program) {
                explained.runs().getOrDefault(reason.response(), List.of()).forEach(ran -> worths.add(said(ran)));
                continue;
            }
            expected.add(text(interaction, reason.expected(), text));
            reason.worths()
                    .forEach(worth -> worths.add(
                            words.say("answers.worth", part(interaction, worth.part()), Marks.write(worth.worth()))));
        }
        return new AnswerView(
                number,
                text.firstWords(),
                PlainNames.name(score.outcome()),
                words.say("lines.of", Marks.write(score.marks()), Marks.write(item.marks())),
                given,
                expected,
                worths,
                explained.feedback(),
                past.orElse(null));
    }

    private String said(Papers.Ran ran) {
        return words.say(
                ran.shown() ? "answers.example" : "answers.case",
                ran.number(),
                words.say("room.answer.program.short." + PlainNames.name(ran.ending())));
    }

    private static String text(Interaction interaction, Value value, ItemText text) {
        if (value.elements().isEmpty()) {
            return NOTHING;
        }
        return switch (value.baseType()) {
            case FLOAT, INTEGER ->
                value.elements().stream()
                        .map(Rational::parse)
                        .map(Numeral::write)
                        .collect(Collectors.joining(" "));
            default ->
                switch (interaction) {
                    case Choice choice -> options(choice, value, text);
                    case Program program -> value.elements().getFirst();
                    default -> interaction.label(value);
                };
        };
    }

    /** Returns what a part of an answer is called: as the ledger shows it, where it is a whole element. */
    private static String part(Interaction interaction, String part) {
        List<String> element = List.of(part);
        return interaction.misfit(element).isEmpty()
                ? interaction.label(interaction.blank().with(element))
                : part;
    }

    /** Options are named by their letters, and by their words where they are in a list. */
    private static String options(Choice choice, Value value, ItemText text) {
        List<String> named = text.parts().stream()
                .filter(Part.Options.class::isInstance)
                .flatMap(part -> ((Part.Options) part).options().stream())
                .filter(option -> value.elements().contains(option.choice().value()))
                .map(option -> option.letter() + "  "
                        + Jsoup.parseBodyFragment(option.html()).text())
                .toList();
        return named.size() == value.elements().size() ? String.join(" · ", named) : choice.label(value);
    }
}

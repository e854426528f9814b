package dauntingledger.app.room;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.ItemText;
import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.app.papers.Papers.Explained;
import dauntingledger.app.words.Marks;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.Score;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jsoup.Jsoup;
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
     */
    record AnswerView(
            int number,
            String words,
            String outcome,
            String marks,
            List<String> given,
            List<String> expected,
            List<String> worths,
            List<String> feedback) {}

    List<SectionView> of(Paper paper, PaperText text, List<Explained> explained) {
        Map<ItemId, Explained> byItem = explained.stream()
                .collect(Collectors.toMap(one -> one.question().item().id(), one -> one));
        Map<ItemId, Integer> numbers = paper.numbers();
        return paper.sections()
                .map(section -> new SectionView(
                        section.title(),
                        section.items()
                                .map(item -> of(
                                        item,
                                        requireNonNull(numbers.get(item.id())),
                                        text,
                                        requireNonNull(byItem.get(item.id()))))
                                .toList()))
                .toList();
    }

    AnswerView of(Item item, int number, PaperText paper, Explained explained) {
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
                explained.feedback());
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
            default -> interaction instanceof Choice choice ? options(choice, value, text) : interaction.label(value);
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

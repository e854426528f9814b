package dauntingledger.app.room;

import dauntingledger.app.admission.Words;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.ItemText;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Interaction;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Sitting;
import java.util.List;
import java.util.Objects;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;

/** Makes the view of a block out of a paper. */
@Component
class BlockViews {

    private static final ItemText UNKNOWN = new ItemText("", List.of());

    private final Words words;
    private final RuleWords ruleWords;

    BlockViews(Words words, RuleWords ruleWords) {
        this.words = words;
        this.ruleWords = ruleWords;
    }

    RoomView.Block of(Stage.Block block, PaperText text, Sitting sitting) {
        Numbering numbering = new Numbering();
        List<RoomView.Section> sections = block.sections().stream()
                .map(section -> section(section, text, sitting, numbering))
                .toList();
        Rational marks = block.sections().stream()
                .flatMap(Section::items)
                .map(Item::marks)
                .reduce(Rational.ZERO, Rational::plus);
        return new RoomView.Block(
                block.id().value(), block.title(), block.questions(), Marks.write(marks), block.review(), sections);
    }

    /** Returns one question of a block, with its text. */
    RoomView.Question question(Stage.Block block, ItemId item, PaperText text, Sitting sitting) {
        return of(block, text, sitting).sections().stream()
                .flatMap(section -> section.sets().stream())
                .flatMap(set -> set.questions().stream())
                .filter(question -> question.id().equals(item.value()))
                .findFirst()
                .orElseThrow();
    }

    private RoomView.Section section(Section section, PaperText text, Sitting sitting, Numbering numbering) {
        boolean free = section.movement().isFree();
        return new RoomView.Section(
                section.id().value(),
                section.title(),
                section.sets().stream()
                        .map(set -> set(set, text, item -> free || isKnown(item, sitting), numbering))
                        .toList());
    }

    /** Where questions come one after the other, one is sent when it is opened, or when it may be opened now. */
    private static boolean isKnown(Item item, Sitting sitting) {
        return sitting.question(item.id()).opened()
                || sitting.permits(new Act.QuestionOpened(item.id()), sitting.now())
                        .isPermitted();
    }

    private RoomView.Set set(ItemSet set, PaperText text, Predicate<Item> known, Numbering numbering) {
        return new RoomView.Set(
                set.id().value(),
                set.title(),
                set.items().stream()
                        .map(item -> question(item, set, text, known.test(item), numbering))
                        .toList());
    }

    private RoomView.Question question(Item item, ItemSet set, PaperText text, boolean known, Numbering numbering) {
        ItemText words = known ? Objects.requireNonNull(text.items().get(item.id())) : UNKNOWN;
        return new RoomView.Question(
                item.id().value(),
                numbering.next(),
                set.title(),
                task(item),
                worth(item),
                Marks.write(item.marks()),
                item.marks().numerator().doubleValue()
                        / item.marks().denominator().doubleValue(),
                ruleWords.entering(item.entering()),
                item.entering().deliberate(),
                known,
                words);
    }

    private String task(Item item) {
        if (item.interactions().size() > 1) {
            return words.say("task.parts", item.interactions().size());
        }
        return switch (item.interactions().getFirst()) {
            case Interaction.NumberEntry entry -> words.say("task.number");
            case Interaction.Choice choice when choice.isSingle() -> words.say("task.one");
            case Interaction.Choice choice
            when choice.minChoices() == choice.maxChoices() -> words.say("task.exactly", choice.maxChoices());
            case Interaction.Choice choice
            when choice.maxChoices() < choice.choices().size() -> words.say("task.up-to", choice.maxChoices());
            case Interaction.Choice choice -> words.say("task.all-that-apply");
        };
    }

    private String worth(Item item) {
        String right =
                words.say(item.credit() == Item.Credit.PARTS ? "worth.parts" : "worth.right", marks(item.marks()));
        return item.penalty().isZero() ? right : right + " · " + words.say("worth.wrong", marks(item.penalty()));
    }

    private String marks(Rational marks) {
        boolean one = marks.compareTo(Rational.ONE) <= 0;
        return words.say(one ? "marks.one" : "marks.many", Marks.write(marks));
    }

    private static final class Numbering {
        private int last;

        int next() {
            return ++last;
        }
    }
}

package dauntingledger.app.room;

import dauntingledger.app.admission.Words;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.ItemText;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Interaction;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.Stage;
import java.util.List;
import java.util.Objects;
import org.springframework.stereotype.Component;

/** Makes the view of a block out of a paper. */
@Component
class BlockViews {

    private final Words words;

    BlockViews(Words words) {
        this.words = words;
    }

    RoomView.Block of(Stage.Block block, PaperText text) {
        Numbering numbering = new Numbering();
        List<RoomView.Section> sections = block.sections().stream()
                .map(section -> section(section, text, numbering))
                .toList();
        Rational marks = block.sections().stream()
                .flatMap(Section::items)
                .map(Item::marks)
                .reduce(Rational.ZERO, Rational::plus);
        return new RoomView.Block(block.id().value(), block.title(), block.questions(), Marks.write(marks), sections);
    }

    private RoomView.Section section(Section section, PaperText text, Numbering numbering) {
        return new RoomView.Section(
                section.id().value(),
                section.title(),
                section.sets().stream().map(set -> set(set, text, numbering)).toList());
    }

    private RoomView.Set set(ItemSet set, PaperText text, Numbering numbering) {
        return new RoomView.Set(
                set.id().value(),
                set.title(),
                set.items().stream()
                        .map(item -> question(item, set, text, numbering))
                        .toList());
    }

    private RoomView.Question question(Item item, ItemSet set, PaperText text, Numbering numbering) {
        ItemText words = Objects.requireNonNull(text.items().get(item.id()));
        return new RoomView.Question(
                item.id().value(),
                numbering.next(),
                set.title(),
                task(item),
                worth(item),
                Marks.write(item.marks()),
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

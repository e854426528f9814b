package dauntingledger.app.room;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.PaperText.ItemText;
import dauntingledger.app.words.Marks;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.sitting.Sitting;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;

/** Makes the view of a block out of a paper. */
@Component
class BlockViews {

    private static final ItemText UNKNOWN = new ItemText("", List.of(), List.of(), List.of());

    private final Words words;
    private final RuleWords ruleWords;

    BlockViews(Words words, RuleWords ruleWords) {
        this.words = words;
        this.ruleWords = ruleWords;
    }

    RoomView.Block of(Stage.Block block, PaperText text, Sitting sitting) {
        Numbering numbering = new Numbering(block.numbers());
        List<RoomView.Section> sections = block.sections().stream()
                .map(section -> section(section, text, sitting, numbering))
                .toList();
        return new RoomView.Block(
                block.id().value(),
                block.title(),
                block.questions(),
                Marks.write(block.marks()),
                block.review(),
                sections);
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
                        .map(set ->
                                set(set, text, item -> free || sitting.tools().maySee(item.id()), numbering))
                        .toList());
    }

    private RoomView.Set set(ItemSet set, PaperText text, Predicate<Item> known, Numbering numbering) {
        if (set.stimulus() != ItemSet.Stimulus.NONE) {
            numbering.shared++;
        }
        return new RoomView.Set(
                set.id().value(),
                set.title(),
                set.items().stream()
                        .map(item -> question(item, set, text, known.test(item), numbering))
                        .toList());
    }

    /** Says which of several questions on the same this is, and which is the last of them. */
    private String place(Item item, ItemSet set, Numbering numbering) {
        if (set.stimulus() == ItemSet.Stimulus.NONE) {
            return set.title();
        }
        int at = set.items().indexOf(item) + 1;
        String kind = "set." + PlainNames.name(set.stimulus());
        String place = words.say(kind, numbering.shared, at, set.items().size());
        return at == set.items().size() ? words.say("set.last", place) : place;
    }

    private RoomView.Question question(Item item, ItemSet set, PaperText text, boolean known, Numbering numbering) {
        ItemText words = known ? requireNonNull(text.items().get(item.id())).of(item) : UNKNOWN;
        return new RoomView.Question(
                item.id().value(),
                numbering.of(item),
                place(item, set, numbering),
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
        if (item.asked() > 1) {
            return words.say("task.parts", item.asked());
        }
        Interaction.Task task = item.interactions().stream()
                .filter(Interaction::isAsked)
                .findFirst()
                .orElseThrow()
                .task();
        return words.say("task." + task.name(), task.figures().toArray());
    }

    private String worth(Item item) {
        String right = words.say("worth." + PlainNames.name(item.credit()), marks(item.marks()));
        return item.penalty().isZero() ? right : right + " · " + words.say("worth.wrong", marks(item.penalty()));
    }

    private String marks(Rational marks) {
        boolean one = marks.compareTo(Rational.ONE) <= 0;
        return words.say(one ? "marks.one" : "marks.many", Marks.write(marks));
    }

    private static final class Numbering {
        private final Map<ItemId, Integer> numbers;
        /** The sets so far whose questions share something to read. */
        private int shared;

        Numbering(Map<ItemId, Integer> numbers) {
            this.numbers = numbers;
        }

        int of(Item item) {
            return requireNonNull(numbers.get(item.id()));
        }
    }
}

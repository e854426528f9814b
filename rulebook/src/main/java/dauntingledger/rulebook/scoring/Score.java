package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Interaction;
import dauntingledger.rulebook.paper.Interaction.Completeness;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import java.util.List;

/**
 * The marks of a sitting, exact throughout; whoever shows them rounds, nobody else.
 *
 * <p>An item earns its marks times the mean share of its interactions (all or nothing where the paper gives no credit
 * for parts). Something entered that earns nothing costs the penalty; a blank earns nothing and costs nothing. A set
 * adds its items, and is held at zero from below where the paper says so; sections add sets, the exam adds sections.
 */
public record Score(List<OfSection> sections) {

    public Score {
        sections = List.copyOf(sections);
    }

    /** Marks the questions of {@code sitting} by {@code key}, which has a rule for each of them. */
    public static Score of(Key key, Sitting sitting) {
        requireNonNull(key, "key");
        Paper paper = sitting.paper();
        return new Score(
                paper.sections().map(section -> section(key, sitting, section)).toList());
    }

    public Rational marks() {
        return sections.stream().map(OfSection::marks).reduce(Rational.ZERO, Rational::plus);
    }

    public Rational most() {
        return sections.stream().map(OfSection::most).reduce(Rational.ZERO, Rational::plus);
    }

    /** The marks of a section, and the most it could have earned. */
    public record OfSection(SectionId section, Rational marks, Rational most, List<OfItem> items) {
        public OfSection {
            items = List.copyOf(items);
        }
    }

    /** The marks of an item. */
    public record OfItem(ItemId item, Rational marks, Outcome outcome) {}

    public enum Outcome {
        BLANK,
        WRONG,
        PARTLY_RIGHT,
        RIGHT
    }

    private static OfSection section(Key key, Sitting sitting, Section section) {
        Rational marks = Rational.ZERO;
        for (ItemSet set : section.sets()) {
            Rational sum = set.items().stream()
                    .map(item -> item(key, sitting.question(item.id())).marks())
                    .reduce(Rational.ZERO, Rational::plus);
            marks = marks.plus(set.floorAtZero() ? sum.max(Rational.ZERO) : sum);
        }
        return new OfSection(
                section.id(),
                marks,
                section.items().map(Item::marks).reduce(Rational.ZERO, Rational::plus),
                section.items()
                        .map(item -> item(key, sitting.question(item.id())))
                        .toList());
    }

    static OfItem item(Key key, Question question) {
        Item item = question.item();
        if (question.completeness() == Completeness.BLANK) {
            return new OfItem(item.id(), Rational.ZERO, Outcome.BLANK);
        }
        Rational share = share(key, question);
        if (share.isZero()) {
            return new OfItem(item.id(), item.penalty().negated(), Outcome.WRONG);
        }
        return new OfItem(
                item.id(),
                item.marks().times(share),
                share.equals(Rational.ONE) ? Outcome.RIGHT : Outcome.PARTLY_RIGHT);
    }

    private static Rational share(Key key, Question question) {
        Item item = question.item();
        Rational sum = Rational.ZERO;
        for (Interaction interaction : item.interactions()) {
            sum = sum.plus(question.response(interaction.response())
                    .map(key.rule(item.id(), interaction.response())::share)
                    .orElse(Rational.ZERO));
        }
        Rational mean = sum.dividedBy(Rational.of(item.interactions().size()));
        return switch (item.credit()) {
            case PARTS -> mean;
            case WHOLE -> mean.equals(Rational.ONE) ? Rational.ONE : Rational.ZERO;
        };
    }
}

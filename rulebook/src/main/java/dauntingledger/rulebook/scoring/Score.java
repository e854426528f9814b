package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.response.Interaction.Completeness;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.sitting.Sitting;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Supplier;

/**
 * The marks of a sitting, exact throughout; whoever shows them rounds, nobody else.
 *
 * <p>An item earns its marks times the share that its outcome SCORE is of the most it can be. Something entered that
 * earns nothing costs the penalty; a blank earns nothing and costs nothing. A set adds its items, and is held at zero
 * from below where the paper says so; sections add sets, the exam adds sections. What waits for a marker counts as
 * neither right nor wrong, and is told apart.
 */
public record Score(List<OfSection> sections) {

    public Score {
        sections = List.copyOf(sections);
    }

    /** Marks the questions of {@code sitting} by {@code key}, which has a rule for each of them. */
    public static Score of(Key key, Sitting sitting) {
        return of(key, sitting, Map.of());
    }

    /**
     * Marks the questions of {@code sitting} by {@code key} and by what people gave.
     *
     * @param given the item's own SCORE, of each item that a person has marked
     */
    public static Score of(Key key, Sitting sitting, Map<ItemId, Rational> given) {
        requireNonNull(key, "key");
        return of(sitting.paper(), item -> item(key, sitting.questions().get(item.id()), given));
    }

    /**
     * Adds up what the questions of {@code paper} are worth.
     *
     * @param marking what each of them is worth
     */
    public static Score of(Paper paper, Function<Item, OfItem> marking) {
        return new Score(
                paper.sections().map(section -> section(section, marking)).toList());
    }

    public Rational marks() {
        return sections.stream().map(OfSection::marks).reduce(Rational.ZERO, Rational::plus);
    }

    public Rational most() {
        return sections.stream().map(OfSection::most).reduce(Rational.ZERO, Rational::plus);
    }

    /** Returns how many marks wait for a marker. */
    public Rational pending() {
        return sections.stream().map(OfSection::pending).reduce(Rational.ZERO, Rational::plus);
    }

    /**
     * The marks of a section.
     *
     * @param most the most it could have earned
     * @param pending how much of that waits for a marker
     */
    public record OfSection(SectionId section, Rational marks, Rational most, Rational pending, List<OfItem> items) {
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
        RIGHT,
        /** It waits for a marker, or for a program to be run. */
        PENDING,
        /** It counts for nobody. */
        TAKEN_OUT
    }

    /**
     * Says how an item came to its marks.
     *
     * @param given the item's own SCORE, of each item that a person has marked
     */
    public static Explanation explain(Key key, Question question, Map<ItemId, Rational> given) {
        ItemKey judging = key.of(question.item().id());
        ItemKey.Judgement judgement = judging.judge(question.work().responses());
        List<Reason> reasons = question.item().interactions().stream()
                .map(interaction -> new Reason(
                        interaction.response(),
                        question.response(interaction.response()).orElse(interaction.blank()),
                        requireNonNull(judging.responses().get(interaction.response()))
                                .correct(),
                        judgement.worths().getOrDefault(interaction.response(), List.of())))
                .toList();
        return new Explanation(item(key, question, given), reasons, judgement.outcomes());
    }

    /**
     * How an item came to its marks.
     *
     * @param reasons one for each response
     * @param outcomes all outcomes of the item, by name
     */
    public record Explanation(OfItem score, List<Reason> reasons, Map<String, Value> outcomes) {
        public Explanation {
            reasons = List.copyOf(reasons);
            outcomes = Map.copyOf(outcomes);
        }
    }

    /**
     * How one response was judged.
     *
     * @param expected the correct response; NULL where the key names none
     * @param worths what its parts brought, in the item's own SCORE; empty where it was judged as a whole
     */
    public record Reason(ResponseId response, Value given, Value expected, List<Worth> worths) {
        public Reason {
            worths = List.copyOf(worths);
        }
    }

    private static OfSection section(Section section, Function<Item, OfItem> marking) {
        Rational marks = Rational.ZERO;
        Rational pending = Rational.ZERO;
        Rational most = Rational.ZERO;
        List<OfItem> items = new ArrayList<>();
        for (ItemSet set : section.sets()) {
            Rational sum = Rational.ZERO;
            for (Item item : set.items()) {
                OfItem scored = marking.apply(item);
                items.add(scored);
                sum = sum.plus(scored.marks());
                most = scored.outcome() == Outcome.TAKEN_OUT ? most : most.plus(item.marks());
                pending = scored.outcome() == Outcome.PENDING ? pending.plus(item.marks()) : pending;
            }
            marks = marks.plus(set.floorAtZero() ? sum.max(Rational.ZERO) : sum);
        }
        return new OfSection(section.id(), marks, most, pending, items);
    }

    private static OfItem item(Key key, Question question, Map<ItemId, Rational> given) {
        OfItem scored = item(key, question);
        Item item = question.item();
        Rational own = given.get(item.id());
        return scored.outcome() == Outcome.PENDING && own != null
                ? worth(item, own.dividedBy(key.of(item.id()).most()))
                : scored;
    }

    static OfItem item(Key key, Question question) {
        Item item = question.item();
        ItemKey judging = key.of(item.id());
        return item(
                item,
                judging,
                question.completeness() == Completeness.BLANK,
                () -> judging.judge(question.work().responses()));
    }

    /**
     * Returns the marks of an item by its key.
     *
     * @param blank whether nothing was entered
     * @param judgement what the rules make of what was entered, asked for where rules judge
     */
    public static OfItem item(Item item, ItemKey judging, boolean blank, Supplier<ItemKey.Judgement> judgement) {
        ItemKey.Judge judge = judging.judge();
        if (blank && judge != ItemKey.Judge.TAKEN_OUT) {
            return new OfItem(item.id(), Rational.ZERO, Outcome.BLANK);
        }
        return switch (judge) {
            case TAKEN_OUT -> new OfItem(item.id(), Rational.ZERO, Outcome.TAKEN_OUT);
            case PERSON -> new OfItem(item.id(), Rational.ZERO, Outcome.PENDING);
            case ALL_RIGHT -> worth(item, Rational.ONE);
            case RULES -> judged(item, judging, judgement.get());
        };
    }

    private static OfItem judged(Item item, ItemKey judging, ItemKey.Judgement judgement) {
        return judgement.pending()
                ? new OfItem(item.id(), Rational.ZERO, Outcome.PENDING)
                : worth(item, Key.share(judging, judgement));
    }

    /** Returns the marks of an item whose answer is so much of the most that it can be. */
    private static OfItem worth(Item item, Rational share) {
        if (share.isZero()) {
            return new OfItem(item.id(), item.penalty().negated(), Outcome.WRONG);
        }
        return new OfItem(
                item.id(),
                item.marks().times(share),
                share.equals(Rational.ONE) ? Outcome.RIGHT : Outcome.PARTLY_RIGHT);
    }
}

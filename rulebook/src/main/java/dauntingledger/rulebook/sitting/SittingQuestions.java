package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSetId;
import dauntingledger.rulebook.paper.OwnBreaks;
import dauntingledger.rulebook.paper.SectionId;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** The questions of a sitting: what each holds, what they add up to, which is in view and where one goes from there. */
public final class SittingQuestions {

    private final State state;

    SittingQuestions(State state) {
        this.state = state;
    }

    /** Returns all questions of the paper in order. */
    public List<Question> all() {
        return state.states.all();
    }

    /** @throws IllegalArgumentException if the paper has no such question */
    public Question get(ItemId item) {
        int number = state.index.indexOf(item);
        if (number < 0) {
            throw new IllegalArgumentException("the paper has no question " + item);
        }
        return state.states.get(number);
    }

    /** Returns the questions of the stage at {@code index}; none if it is not a block. */
    public List<Question> in(int index) {
        return select(place -> place.stage() == index).toList();
    }

    public Totals totals() {
        return sum(place -> true);
    }

    public Totals totalsIn(int stage) {
        return sum(place -> place.stage() == stage);
    }

    public Totals totals(SectionId section) {
        return sum(place -> place.section().equals(section));
    }

    public Totals totals(ItemSetId set) {
        return sum(place -> place.set().equals(set));
    }

    /** Returns the time spent on the questions of a section. */
    public Duration spent(SectionId section) {
        return select(place -> place.section().equals(section))
                .map(Question::spent)
                .reduce(Duration.ZERO, Duration::plus);
    }

    /** Returns the time used in a stage while no question was in view; with the time spent on each it is the time used. */
    public Duration spentElsewhere(int stage) {
        Duration used =
                state.log.record(stage, state.at()).map(StageRecord::used).orElse(Duration.ZERO);
        return in(stage).stream().map(Question::spent).reduce(used, Duration::minus);
    }

    /** Returns the question in view. */
    public Optional<ItemId> inView() {
        return state.states.inView();
    }

    /** Returns what is in view while a block is open. */
    public View view() {
        return state.states.view();
    }

    public Optional<Walk> walk() {
        return state.states.walk();
    }

    /** Returns whether the end of the question in view must be seen and has not been. */
    public boolean isEndWanted() {
        return state.states.isEndWanted();
    }

    /**
     * Returns the question that Next leads to from {@code item}: the next of the walk, or else of the open block; empty
     * where it leads to the review page. Questions that can no longer be looked at are passed over.
     */
    public Optional<ItemId> after(ItemId item) {
        return neighbour(item, 1);
    }

    /** Returns the question that Back leads to from {@code item}, or empty at the first. */
    public Optional<ItemId> before(ItemId item) {
        return neighbour(item, -1);
    }

    private Optional<ItemId> neighbour(ItemId item, int step) {
        return walk().isPresent() ? alongWalk(walk().get(), item, step) : alongBlock(item, step);
    }

    private Optional<ItemId> alongWalk(Walk walk, ItemId item, int step) {
        Optional<ItemId> next = walk.step(item, step);
        while (next.isPresent() && !get(next.get()).seal().canBeOpened()) {
            next = walk.step(next.get(), step);
        }
        return next;
    }

    private Optional<ItemId> alongBlock(ItemId item, int step) {
        int number = state.index.indexOf(item);
        int other = number >= 0 && state.isOpen(state.index.place(number).stage())
                ? state.states.neighbour(number, step)
                : -1;
        return other < 0
                ? Optional.empty()
                : Optional.of(state.states.get(other).item().id());
    }

    /** Returns the question to begin with when a block has none in view: the first that can be looked at. */
    public Optional<ItemId> firstToOpen() {
        return state.position instanceof Position.At open
                ? in(open.stage()).stream()
                        .filter(question -> question.seal().canBeOpened())
                        .map(question -> question.item().id())
                        .findFirst()
                : Optional.empty();
    }

    /** Returns the questions that a break of the candidate's own, begun now, would seal; none where breaks seal nothing. */
    public List<ItemId> sealedByBreak() {
        boolean seals = state.breaks.rules().filter(OwnBreaks::seals).isPresent();
        return seals && state.position instanceof Position.At open
                ? state.states.sealable(open.stage()).stream()
                        .map(number -> state.states.get(number).item().id())
                        .toList()
                : List.of();
    }

    private Stream<Question> select(Predicate<PaperIndex.Place> where) {
        return IntStream.range(0, state.index.items().size())
                .filter(i -> where.test(state.index.place(i)))
                .mapToObj(i -> state.states.get(i));
    }

    private Totals sum(Predicate<PaperIndex.Place> where) {
        return select(where).map(Question::totals).reduce(Totals.NONE, Totals::plus);
    }
}

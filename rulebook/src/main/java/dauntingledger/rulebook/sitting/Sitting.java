package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.Exhibit;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSetId;
import dauntingledger.rulebook.paper.OwnBreaks;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.Survey;
import dauntingledger.rulebook.paper.Tool;
import dauntingledger.rulebook.tools.Panel;
import dauntingledger.rulebook.tools.Toolbox;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * A sitting as it stands at one instant: what a paper and the entries of a ledger come to. Immutable; a later instant
 * and a further entry each give another sitting.
 *
 * <p>Spans are half-open: up to but not at its deadline a stage is open.
 */
public final class Sitting {

    private final Fold fold;

    private Sitting(Fold fold) {
        this.fold = fold;
    }

    /** Returns a sitting of {@code paper} that nothing has happened in and that can be come to at any time. */
    public static Sitting of(Paper paper) {
        return of(paper, Window.ALWAYS);
    }

    /** Returns a sitting of {@code paper} that nothing has happened in and that can be come to in {@code window}. */
    public static Sitting of(Paper paper, Window window) {
        return new Sitting(new Fold(new PaperIndex(requireNonNull(paper, "paper"), requireNonNull(window, "window"))));
    }

    /**
     * Returns the sitting after {@code entries}, in the order given, each applied at its own instant. An entry that the
     * rules do not permit stands in {@link #refusals} and has no other effect.
     *
     * @throws IllegalArgumentException if an entry lies before the one it follows
     */
    public Sitting after(List<Entry> entries) {
        Fold next = fold.copy();
        Permission permission = new Permission(next);
        for (Entry entry : entries) {
            apply(entry, next, permission);
        }
        next.count();
        return new Sitting(next);
    }

    /** Does what {@link #after} does, telling {@code watcher} how the time was spent up to {@code now}. */
    Sitting replay(List<Entry> entries, Instant now, Fold.Watcher watcher) {
        Fold next = fold.copy();
        next.watch(watcher);
        Permission permission = new Permission(next);
        for (Entry entry : entries) {
            apply(entry, next, permission);
        }
        next.settle(Math.max(next.now, now.toEpochMilli()));
        next.count();
        return new Sitting(next);
    }

    /** What the rules say of an entry, and the sitting after it. */
    record Step(Verdict verdict, Sitting sitting) {}

    /** Returns what {@link #after} makes of one entry, with the verdict. */
    Step step(Entry entry) {
        Fold next = fold.copy();
        Verdict verdict = apply(entry, next, new Permission(next));
        next.count();
        return new Step(verdict, new Sitting(next));
    }

    private static Verdict apply(Entry entry, Fold next, Permission permission) {
        if (entry.atMillis() < next.now) {
            throw new IllegalArgumentException(
                    "entry " + entry.id() + " at " + entry.at() + " lies before " + Instant.ofEpochMilli(next.now));
        }
        next.settle(entry.atMillis());
        Verdict verdict = permission.judge(entry.act());
        if (verdict.isPermitted()) {
            next.apply(entry.act());
        } else {
            next.refusals.add(new Refusal(entry.id(), verdict));
        }
        return verdict;
    }

    /**
     * Returns the sitting at {@code now} if no further entry is made.
     *
     * @throws IllegalArgumentException if {@code now} lies before this sitting's instant
     */
    public Sitting asOf(Instant now) {
        if (now.toEpochMilli() < fold.now) {
            throw new IllegalArgumentException(now + " lies before " + now());
        }
        Fold next = fold.copy();
        next.settle(now.toEpochMilli());
        next.count();
        return new Sitting(next);
    }

    /** Returns whether {@code act} would be permitted at {@code now}, which must not lie before this sitting's instant. */
    public Verdict permits(Act act, Instant now) {
        return new Permission(asOf(now).fold).judge(requireNonNull(act, "act"));
    }

    public Paper paper() {
        return fold.index.paper();
    }

    /** Returns the instant that everything else is said of. */
    public Instant now() {
        return Instant.ofEpochMilli(fold.now);
    }

    long nowMillis() {
        return fold.now;
    }

    /** Returns the instant at which time ends something if no further entry is made, or empty if nothing runs. */
    public Optional<Instant> nextDeadline() {
        return Optional.ofNullable(fold.nextExpiry()).map(expiry -> Instant.ofEpochMilli(expiry.atMillis()));
    }

    /** Returns everything that lies in the candidate's tools. */
    public Toolbox tools() {
        return fold.tools;
    }

    /** Returns the tools that the section of the question in view offers; none where no question is in view. */
    public Set<Tool> toolsOffered() {
        return new ToolPermission(fold).offered();
    }

    /**
     * Returns the exhibits that may be looked at now, while the candidate is at the desk: those of the questions of the
     * open block that have been in view or may come into view.
     */
    public Stream<Exhibit> exhibits() {
        return openBlock().stream()
                .flatMap(block -> block.items()
                        .filter(item -> maySee(item.id()))
                        .flatMap(item -> equipment().exhibitsOf(item.id(), block)))
                .distinct();
    }

    /** Returns whether a question of the open block has been in view or may come into view now. */
    public boolean maySee(ItemId item) {
        return question(item).opened()
                || permits(new Act.QuestionOpened(item), now()).isPermitted();
    }

    /** Returns the exhibits of the question in view. */
    public Stream<Exhibit> exhibitsInView() {
        return inView().stream()
                .flatMap(item ->
                        openBlock().stream().flatMap(block -> equipment().exhibitsOf(item, block)));
    }

    /** Returns the panels that can be opened at the question in view. */
    public Set<Panel> panelsOffered() {
        return Panel.offered(toolsOffered(), exhibitsInView().findAny().isPresent());
    }

    private Equipment equipment() {
        return paper().rules().equipment();
    }

    /** Returns the open block while the candidate is at the desk; only then is anything of it to be seen. */
    public Optional<Stage.Block> openBlock() {
        boolean atDesk = position() instanceof Position.At && presence() == Presence.AT_DESK;
        return stage().filter(stage -> atDesk)
                .filter(Stage.Block.class::isInstance)
                .map(Stage.Block.class::cast);
    }

    /** Returns the last call for the invigilator that was not taken back. */
    public Optional<Help> help() {
        return Optional.ofNullable(fold.help);
    }

    public Position position() {
        return fold.position;
    }

    /** Returns the stage the sitting is in or before, or empty if it is over. */
    public Optional<Stage> stage() {
        return fold.position instanceof Position.Over
                ? Optional.empty()
                : Optional.of(fold.index.stage(fold.position.index(fold.index.stages())));
    }

    /** Returns whether nobody has come in yet; a station check ahead of the day changes nothing about that. */
    public boolean isUntouched() {
        return fold.isUntouched();
    }

    /**
     * Returns the stage that coming in opens: the first of the route, or the notice that was declined. Whether it may be
     * opened is another question; see {@link #permits}.
     */
    public Optional<StageId> entrance() {
        if (isUntouched()) {
            return Optional.of(fold.index.stage(0).id());
        }
        return fold.position instanceof Position.Over over && over.ending() == Position.Ending.DECLINED
                ? reopenable()
                : Optional.empty();
    }

    /** Returns the stage that the exam office can reopen: the last block, or the notice that was declined. */
    public Optional<StageId> reopenable() {
        int stage = new Availability(fold).reopenable();
        return stage < 0
                ? Optional.empty()
                : Optional.of(fold.index.stage(stage).id());
    }

    /** Returns when the open instructions or break can be left; empty where none are open. */
    public Optional<Instant> leavableFrom() {
        return Optional.ofNullable(new Availability(fold).leavableFrom());
    }

    public Window window() {
        return fold.index.window();
    }

    /** Returns what has come of the steps before the first question. */
    public Arrival arrival() {
        return fold.arrival();
    }

    public boolean isPaused() {
        return fold.paused;
    }

    /** Returns all questions of the paper in order. */
    public List<Question> questions() {
        return List.of(fold.states.questions);
    }

    /** @throws IllegalArgumentException if the paper has no such question */
    public Question question(ItemId item) {
        int number = fold.index.indexOf(item);
        if (number < 0) {
            throw new IllegalArgumentException("the paper has no question " + item);
        }
        return fold.states.questions[number];
    }

    /** Returns the questions of the stage at {@code index}; none if it is not a block. */
    public List<Question> questionsIn(int index) {
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

    /** Returns the question in view. */
    public Optional<ItemId> inView() {
        return fold.states.inView();
    }

    /** Returns what is in view while a block is open. */
    public View view() {
        return fold.states.view;
    }

    public Optional<Walk> walk() {
        return Optional.ofNullable(fold.states.walk);
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
        if (fold.states.walk != null) {
            Walk walk = fold.states.walk;
            Optional<ItemId> next = walk.step(item, step);
            while (next.isPresent() && !question(next.get()).seal().canBeOpened()) {
                next = walk.step(next.get(), step);
            }
            return next;
        }
        int number = fold.index.indexOf(item);
        int other =
                number >= 0 && fold.isOpen(fold.index.place(number).stage()) ? fold.states.neighbour(number, step) : -1;
        return other < 0
                ? Optional.empty()
                : Optional.of(fold.states.questions[other].item().id());
    }

    /** Returns the question to begin with when a block has none in view: the first that can be looked at. */
    public Optional<ItemId> firstToOpen() {
        return fold.position instanceof Position.At open
                ? questionsIn(open.stage()).stream()
                        .filter(question -> question.seal().canBeOpened())
                        .map(question -> question.item().id())
                        .findFirst()
                : Optional.empty();
    }

    /** Returns where the candidate stands with breaks of their own, or empty if the paper has none. */
    public Optional<Breaks> breaks() {
        return fold.breaks.view();
    }

    /** Returns the questions that a break of the candidate's own, begun now, would seal; none where breaks seal nothing. */
    public List<ItemId> sealedByBreak() {
        boolean seals = fold.breaks.rules().filter(OwnBreaks::seals).isPresent();
        return seals && fold.position instanceof Position.At open
                ? fold.states.sealable(open.stage()).stream()
                        .map(number -> fold.states.questions[number].item().id())
                        .toList()
                : List.of();
    }

    public Progress progress() {
        if (fold.position instanceof Position.Over over) {
            return switch (over.ending()) {
                case HANDED_IN -> Progress.HANDED_IN;
                case DECLINED -> Progress.DECLINED;
            };
        }
        return isUntouched() ? Progress.BEFORE : Progress.IN_PROGRESS;
    }

    public Presence presence() {
        if (fold.breaks.isOn()) {
            return Presence.ON_BREAK;
        }
        return fold.breaks.isAway() && !(fold.current() instanceof Stage.Break) ? Presence.AWAY : Presence.AT_DESK;
    }

    /** Returns whether the end of the question in view must be seen and has not been. */
    public boolean isEndWanted() {
        int inView = fold.states.inView;
        return inView >= 0
                && fold.index.place(inView).movement().seeing()
                && fold.states.questions[inView].seen() == Question.Seen.OPENED;
    }

    /** Returns whether the candidate must sign in again before anything else. */
    public boolean isAway() {
        return fold.breaks.isAway();
    }

    /**
     * Returns from when on the candidate can close the open block if nothing else happens, {@link Instant#EPOCH} if at
     * any time; empty if not at all, as far as is known now.
     */
    public Optional<Instant> closableFrom() {
        long from = new Availability(fold).closableFrom();
        return from == Timekeeper.NEVER ? Optional.empty() : Optional.of(Instant.ofEpochMilli(Math.max(0, from)));
    }

    /** Returns the warnings that clocks have given so far, in their order. */
    public List<Warning> warnings() {
        return List.copyOf(fold.warnings);
    }

    /** Returns whether the candidate may hide the clock now: where the paper allows it, until the last warning. */
    public boolean mayHideClock() {
        return paper().rules().clockMayHide()
                && tightestClock()
                        .filter(clock -> clock.warnings().isEmpty()
                                || clock.left().compareTo(clock.warnings().getLast()) > 0)
                        .isPresent();
    }

    /** Returns the survey that can be answered about a stage and is not. */
    public Optional<Survey> openSurvey(int stage) {
        return new Availability(fold).isSurveyOpen(stage) && !fold.log.isSurveyed(stage)
                ? paper().rules().surveyAbout(fold.index.stage(stage).id())
                : Optional.empty();
    }

    /** Returns the time used in a stage while no question was in view; with the time spent on each it is the time used. */
    public Duration spentElsewhere(int stage) {
        Duration used = stageRecord(stage).map(StageRecord::used).orElse(Duration.ZERO);
        return questionsIn(stage).stream().map(Question::spent).reduce(used, Duration::minus);
    }

    /** Returns the time spent on the questions of a section. */
    public Duration spent(SectionId section) {
        return select(place -> place.section().equals(section))
                .map(Question::spent)
                .reduce(Duration.ZERO, Duration::plus);
    }

    /** Returns whether the exam is over by hand-in or by time. */
    public boolean isHandedIn() {
        return fold.position instanceof Position.Over over && over.ending() == Position.Ending.HANDED_IN;
    }

    /** Returns what the server calls the window that writes this sitting. */
    public Optional<String> seat() {
        return Optional.ofNullable(fold.seat);
    }

    public List<Refusal> refusals() {
        return List.copyOf(fold.refusals);
    }

    /** Returns all clocks that have started and not ended. */
    public List<Clock> clocks() {
        return isUntouched() || fold.position instanceof Position.Over ? List.of() : fold.time.clocks(now());
    }

    /**
     * Returns the clock that bites first: the least time left among those that run, or among all if none runs. A break of
     * one's own takes nothing from the candidate when it ends, so its clock is not among them.
     */
    public Optional<Clock> tightestClock() {
        Comparator<Clock> standing =
                Comparator.comparing(clock -> clock.deadline().isEmpty());
        return clocks().stream()
                .filter(clock -> clock.kind() != Clock.Kind.OWN_BREAK)
                .min(standing.thenComparing(Clock::left));
    }

    /**
     * Returns the time left for each question of the open block without a full answer, in whole seconds rounded down
     * (the candidate is promised nothing that is not there), or empty if there is no such question or no clock.
     */
    public Optional<Duration> pace() {
        if (!(fold.position instanceof Position.At open)) {
            return Optional.empty();
        }
        int remaining = totalsIn(open.stage()).withoutFullAnswer();
        return remaining == 0
                ? Optional.empty()
                : tightestClock().map(clock -> Duration.ofSeconds(clock.left().getSeconds() / remaining));
    }

    /** Returns what became of every stage that was opened, in order. */
    public List<StageRecord> stages() {
        return IntStream.range(0, fold.index.stages())
                .mapToObj(fold::record)
                .flatMap(Optional::stream)
                .toList();
    }

    public Optional<StageRecord> stageRecord(int stage) {
        return fold.record(stage);
    }

    /** A stage that was ended by time, and when. */
    public record RanOut(StageId stage, Instant at) {}

    /** Returns the stages that time has ended without a line in the ledger that says so, earliest first. */
    public List<RanOut> unrecordedEndings() {
        List<RanOut> endings = new ArrayList<>();
        for (StageRecord stage : stages()) {
            if (stage.ended() == StageRecord.Ended.BY_TIME && !fold.log.isEndRecorded(stage.stage())) {
                endings.add(new RanOut(fold.index.stage(stage.stage()).id(), stage.endedAt()));
            }
        }
        return endings;
    }

    private Stream<Question> select(Predicate<PaperIndex.Place> where) {
        return IntStream.range(0, fold.states.questions.length)
                .filter(i -> where.test(fold.index.place(i)))
                .mapToObj(i -> fold.states.questions[i]);
    }

    private Totals sum(Predicate<PaperIndex.Place> where) {
        return select(where).map(Question::totals).reduce(Totals.NONE, Totals::plus);
    }
}

package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Stage;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The state of a sitting while entries are folded into it. Mutable and confined to this package: a {@link Sitting}
 * owns one and never changes it again.
 */
final class Fold {

    /*
     * Time drives the fold in two ways. An entry is applied at its own instant; and between entries, deadlines that
     * pass end stages by themselves. settle(t) replays the second kind in the order of their deadlines, each as of its
     * deadline and not as of t, so that the state at t is the same whether somebody looked in between or not.
     *
     * Two things are put off, because most entries do not need them. What runs out next is worked out anew only after
     * an act that moves a clock or the route. And time spent is credited when the view, the stage or a pause changes,
     * or when count() asks for it, not with every entry.
     */

    final PaperIndex index;
    final Question[] questions;
    final Timekeeper time;
    final Doorway door;
    final List<Refusal> refusals;
    final StageLog log;

    /** The instant everything else is said of, in milliseconds as entries count them. */
    long now;

    Position position = new Position.Before(0);
    boolean paused;
    boolean reviewing;
    int looking = -1;

    @Nullable
    Walk walk;

    @Nullable
    String seat;

    private boolean counting;
    private long countedTo;
    private boolean nextKnown;
    private Timekeeper.@Nullable Expiry next;

    Fold(PaperIndex index) {
        this.index = index;
        this.questions = index.items().stream().map(Question::untouched).toArray(Question[]::new);
        this.time = new Timekeeper(index);
        this.door = new Doorway(index.window());
        this.refusals = new ArrayList<>();
        this.log = new StageLog(index.stages());
    }

    private Fold(Fold other) {
        this.index = other.index;
        this.questions = other.questions.clone();
        this.time = new Timekeeper(other.time);
        this.door = new Doorway(other.door);
        this.refusals = new ArrayList<>(other.refusals);
        this.log = new StageLog(other.log);
        this.now = other.now;
        this.position = other.position;
        this.paused = other.paused;
        this.reviewing = other.reviewing;
        this.looking = other.looking;
        this.walk = other.walk;
        this.seat = other.seat;
        this.counting = other.counting;
        this.countedTo = other.countedTo;
        this.nextKnown = other.nextKnown;
        this.next = other.next;
    }

    Fold copy() {
        return new Fold(this);
    }

    /** Brings the state to {@code instant}: everything that ran out by then has ended as of its own deadline. */
    void settle(long instant) {
        Timekeeper.Expiry expiry = nextExpiry();
        while (expiry != null && expiry.atMillis() <= instant) {
            expire(expiry);
            expiry = nextExpiry();
        }
        now = instant;
    }

    /** Credits the time that has passed to the open stage and the question in view. */
    void count() {
        count(now);
    }

    /** Applies an act that is permitted at {@link #now}. */
    void apply(Act act) {
        switch (act) {
            case Act.OnItem onItem -> applyToItem(onItem);
            case Act.StageOpened opened -> {
                int stage = index.paper().indexOf(opened.stage());
                switch (position) {
                    case Position.At open -> end(open.stage(), now, StageRecord.Ended.BY_ACT);
                    case Position.Over over -> time.reopen(stage, instant(now));
                    case Position.Before before -> {}
                }
                open(stage, now);
            }
            case Act.NoticeAccepted accepted -> goOn();
            case Act.IdentityConfirmed confirmed -> goOn();
            case Act.StageLeft left -> goOn();
            case Act.NoticeDeclined declined -> finish(Position.Ending.DECLINED, now, StageRecord.Ended.BY_ACT);
            case Act.BlockClosed closed -> goOn();
            case Act.HandedIn handedIn -> finish(Position.Ending.HANDED_IN, now, StageRecord.Ended.BY_ACT);
            case Act.WrongReported reported -> door.report(reported, instant(now));
            case Act.ReportResolved resolved -> door.resolveReport();
            case Act.CodeGiven given -> {
                door.tryCode(given.right(), now);
                goOnIfAdmitted();
            }
            case Act.LeaveGiven leave -> {
                door.giveLeave(now);
                goOnIfAdmitted();
            }
            case Act.StationChecked checked -> door.check(checked.figures(), instant(now));
            case Act.StationExcused excused -> door.excuseStation();
            case Act.PortraitTaken taken -> {
                door.takePortrait(taken.pictureDigest());
                goOn();
            }
            case Act.LanguageChosen chosen -> {
                door.choose(chosen.language());
                if (current() instanceof Stage.LanguageChoice) {
                    goOn();
                }
            }
            case Act.InstructionsReopened reopened -> {}
            case Act.Reopened reopened -> reopen(index.paper().indexOf(reopened.stage()));
            case Act.ReviewOpened opened -> review();
            case Act.WalkBegun begun -> walk = new Walk(begun.subset(), qualifying(begun.subset()));
            case Act.StageRanOut ranOut -> log.recordEnd(index.paper().indexOf(ranOut.stage()));
            case Act.SeatTaken taken -> seat = taken.seat();
            case Act.TimeGranted granted -> {
                nextKnown = false;
                time.grant(granted.box(), granted.extra());
            }
            case Act.Paused pause -> {
                nextKnown = false;
                count();
                paused = true;
                counting = false;
                time.pause(instant(now));
            }
            case Act.Resumed resume -> {
                nextKnown = false;
                paused = false;
                door.resume(now);
                counting = position instanceof Position.At;
                countedTo = now;
                time.resume(position, instant(now));
            }
        }
    }

    private void applyToItem(Act.OnItem act) {
        int number = index.indexOf(act.item());
        Question question = questions[number];
        switch (act) {
            case Act.QuestionOpened opened -> lookAt(number);
            case Act.Answered answered -> questions[number] = question.answer(answered.response(), answered.value());
            case Act.Erased erased -> questions[number] = question.erase();
            case Act.StruckOut struck -> questions[number] = question.strike(struck.response(), struck.choice(), true);
            case Act.BroughtBack back -> questions[number] = question.strike(back.response(), back.choice(), false);
            case Act.Marked marked -> questions[number] = question.mark(true);
            case Act.Unmarked unmarked -> questions[number] = question.mark(false);
        }
    }

    /** Ends the open stage by an act and goes on to the next. */
    private void goOn() {
        if (position instanceof Position.At open) {
            end(open.stage(), now, StageRecord.Ended.BY_ACT);
            arrive(open.stage() + 1, now);
        }
    }

    private void goOnIfAdmitted() {
        nextKnown = false;
        if (!paused && current() instanceof Stage.Admission here && door.admittedAt(here) <= now) {
            goOn();
        }
    }

    /** Returns the stage the sitting is in, or null before a stage and at the end. */
    @Nullable
    Stage current() {
        return position instanceof Position.At open ? index.stage(open.stage()) : null;
    }

    Arrival arrival() {
        return door.view(current() instanceof Stage.Admission here ? Optional.of(here) : Optional.empty(), now);
    }

    /** Returns the questions of the open block that belong to {@code subset}; none if no block is open. */
    List<ItemId> qualifying(Subset subset) {
        List<ItemId> items = new ArrayList<>();
        for (int i = 0; i < questions.length; i++) {
            if (isOpen(index.place(i).stage()) && subset.holds(questions[i].completeness(), questions[i].marked())) {
                items.add(questions[i].item().id());
            }
        }
        return items;
    }

    boolean isOpen(int stage) {
        return position instanceof Position.At open && open.stage() == stage;
    }

    /** Returns whether nobody has come in yet. */
    boolean isUntouched() {
        return position instanceof Position.Before before && before.stage() == 0;
    }

    Optional<StageRecord> record(int stage) {
        return log.record(stage, instant(now));
    }

    /** Returns when the open instructions can be left, or null where none are open. */
    @Nullable
    Instant leavableFrom() {
        return position instanceof Position.At open && current() instanceof Stage.Instructions read
                ? log.openedAt(open.stage()).plus(read.least())
                : null;
    }

    /** Returns the stage that a sitting which is over can be taken back to, or -1 if there is none. */
    int reopenable() {
        if (!(position instanceof Position.Over over)) {
            return -1;
        }
        Class<? extends Stage> kind =
                over.ending() == Position.Ending.DECLINED ? Stage.Notice.class : Stage.Block.class;
        int last = index.stages() - 1;
        while (last >= 0 && !(kind.isInstance(index.stage(last)) && log.hasEnded(last))) {
            last--;
        }
        return last;
    }

    /** Returns what runs out next if nothing else happens, or null if nothing does. */
    Timekeeper.@Nullable Expiry nextExpiry() {
        if (!nextKnown) {
            next = position instanceof Position.Over ? null : time.next(position.index(index.stages()));
            if (!paused && current() instanceof Stage.Admission here) {
                next = earlier(next, door.admittedAt(here));
            }
            nextKnown = true;
        }
        return next;
    }

    private Timekeeper.@Nullable Expiry earlier(Timekeeper.@Nullable Expiry limit, long admittedAt) {
        return admittedAt == Doorway.NEVER || limit != null && limit.atMillis() <= admittedAt
                ? limit
                : new Timekeeper.Expiry(admittedAt, position.index(index.stages()));
    }

    private void expire(Timekeeper.Expiry expiry) {
        int current = position.index(index.stages());
        Stage stage = index.stage(current);
        now = expiry.atMillis();
        nextKnown = false;
        if (stage instanceof Stage.Notice && expiry.lastStage() == current) {
            finish(Position.Ending.DECLINED, now, StageRecord.Ended.BY_TIME);
            return;
        }
        if (position instanceof Position.At) {
            end(current, now, StageRecord.Ended.BY_TIME);
        }
        for (int skipped = current; skipped <= expiry.lastStage(); skipped++) {
            log.skip(skipped);
        }
        if (leadsOn(stage) && expiry.lastStage() == current) {
            open(current + 1, now);
        } else {
            arrive(expiry.lastStage() + 1, now);
        }
    }

    /** Returns whether the stage after this one opens by itself when its time runs out. */
    private static boolean leadsOn(Stage stage) {
        return stage instanceof Stage.Break
                || stage instanceof Stage.Instructions read
                        && read.readingTime().isPresent();
    }

    private void reopen(int stage) {
        nextKnown = false;
        time.reopen(stage, instant(now));
        if (index.stage(stage) instanceof Stage.Block) {
            position = new Position.At(stage);
            log.reopen(stage);
            run(stage, now);
        } else {
            open(stage, now);
        }
    }

    /** Goes on to a stage: a block waits to be opened, anything else opens by itself. */
    private void arrive(int stage, long at) {
        nextKnown = false;
        if (stage >= index.stages()) {
            time.movedTo(stage, instant(at));
            position = new Position.Over(Position.Ending.HANDED_IN);
        } else if (index.stage(stage) instanceof Stage.Block || index.stage(stage) instanceof Stage.Unopened) {
            time.movedTo(stage, instant(at));
            position = new Position.Before(stage);
        } else {
            open(stage, at);
        }
    }

    private void open(int stage, long at) {
        nextKnown = false;
        time.movedTo(stage, instant(at));
        time.stageOpened(stage, instant(at));
        position = new Position.At(stage);
        log.open(stage, instant(at));
        run(stage, at);
        walk = null;
        reviewing = false;
        looking = -1;
        if (index.stage(stage) instanceof Stage.Admission) {
            door.come(at);
        }
    }

    private void run(int stage, long at) {
        counting = true;
        countedTo = at;
        seal(stage, false);
    }

    private void end(int stage, long at, StageRecord.Ended how) {
        nextKnown = false;
        count(at);
        counting = false;
        log.end(stage, instant(at), how);
        time.stageEnded(stage, instant(at));
        walk = null;
        reviewing = false;
        looking = -1;
        seal(stage, true);
    }

    private void finish(Position.Ending ending, long at, StageRecord.Ended how) {
        if (position instanceof Position.At open) {
            end(open.stage(), at, how);
        }
        nextKnown = false;
        time.movedTo(index.stages(), instant(at));
        position = new Position.Over(ending);
    }

    private void seal(int stage, boolean on) {
        for (int i = 0; i < questions.length; i++) {
            if (index.place(i).stage() == stage) {
                questions[i] = questions[i].seal(on);
            }
        }
    }

    private void lookAt(int question) {
        count();
        looking = question;
        reviewing = false;
        questions[question] = questions[question].open();
    }

    private void review() {
        count();
        looking = -1;
        walk = null;
        reviewing = true;
    }

    /** Credits the time since the last count to the open stage and the question in view. */
    private void count(long instant) {
        if (!counting || !(position instanceof Position.At open)) {
            return;
        }
        long span = instant - countedTo;
        log.use(open.stage(), span);
        if (looking >= 0) {
            questions[looking] = questions[looking].spend(span);
        }
        countedTo = instant;
    }

    private static Instant instant(long millis) {
        return Instant.ofEpochMilli(millis);
    }
}

package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.tools.Toolbox;
import java.time.Duration;
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
     * Two things are put off, because most entries do not need them. What runs out or warns next is worked out anew only
     * after an act that moves a clock or the route. And time spent is credited when the view, the stage, a pause or a
     * break changes, or when count() asks for it, not with every entry.
     */

    /** Is told how the time of a sitting was spent; see {@link Timeline}. */
    interface Watcher {
        /**
         * @param item the question in view, if one was
         */
        void used(int stage, Optional<ItemId> item, long fromMillis, long toMillis);

        void rested(int stage, long fromMillis, long toMillis);

        void paused(int stage, long fromMillis, long toMillis);
    }

    final PaperIndex index;
    final QuestionStates states;
    final Timekeeper time;
    final Doorway door;
    final List<Refusal> refusals;
    final StageLog log;
    final BreakLog breaks;
    final List<Warning> warnings;

    /** The instant everything else is said of, in milliseconds as entries count them. */
    long now;

    Position position = new Position.Before(0);
    boolean paused;

    Toolbox tools = Toolbox.EMPTY;

    @Nullable
    Help help;

    @Nullable
    String seat;

    private boolean counting;
    private long countedTo;
    private long stoppedAt;
    private boolean nextKnown;
    private Timekeeper.@Nullable Expiry next;
    private long nextWarning;
    private @Nullable Watcher watcher;

    Fold(PaperIndex index) {
        this.index = index;
        this.states = new QuestionStates(index);
        this.time = new Timekeeper(index);
        this.door = new Doorway(index.window());
        this.refusals = new ArrayList<>();
        this.log = new StageLog(index.stages());
        this.breaks = new BreakLog(index.paper().rules().ownBreaks());
        this.warnings = new ArrayList<>();
    }

    private Fold(Fold other) {
        this.index = other.index;
        this.states = new QuestionStates(other.states);
        this.time = new Timekeeper(other.time);
        this.door = new Doorway(other.door);
        this.refusals = new ArrayList<>(other.refusals);
        this.log = new StageLog(other.log);
        this.breaks = new BreakLog(other.breaks);
        this.warnings = new ArrayList<>(other.warnings);
        this.now = other.now;
        this.position = other.position;
        this.paused = other.paused;
        this.tools = other.tools;
        this.help = other.help;
        this.seat = other.seat;
        this.counting = other.counting;
        this.countedTo = other.countedTo;
        this.stoppedAt = other.stoppedAt;
        this.nextKnown = other.nextKnown;
        this.next = other.next;
        this.nextWarning = other.nextWarning;
        this.watcher = other.watcher;
    }

    Fold copy() {
        return new Fold(this);
    }

    void watch(Watcher observer) {
        watcher = observer;
    }

    /**
     * Brings the state to {@code instant}: everything that ran out or warned by then has done so as of its own instant.
     */
    void settle(long instant) {
        Timekeeper.Expiry expiry = nextExpiry();
        while (nextWarning <= instant || expiry != null && expiry.atMillis() <= instant) {
            if (expiry != null && expiry.atMillis() <= nextWarning) {
                expire(expiry);
            } else {
                now = nextWarning;
                warnings.addAll(time.warningsAt(now));
                nextKnown = false;
            }
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
            case Act.OnItem onItem -> {
                if (onItem instanceof Act.QuestionOpened) {
                    count();
                }
                states.apply(onItem);
            }
            case Act.OnRoute step -> apply(step);
            case Act.AtArrival step -> apply(step);
            case Act.ByPerson decision -> apply(decision);
            case Act.OnClocks change -> apply(change);
            case Act.OnHelp call -> apply(call);
            case Act.ForTheRecord record -> {}
            case Act.ToolUsed used -> tools = tools.after(used.use());
            case Act.ReviewOpened opened -> show(View.REVIEW);
            case Act.WholeViewOpened opened -> show(View.WHOLE);
            case Act.WalkBegun begun -> states.beginWalk(begun, position.index(index.stages()));
            case Act.SignedInAgain signedIn -> breaks.signedIn();
            case Act.SurveyAnswered answered -> log.answerSurvey(index.paper().indexOf(answered.about()));
            case Act.StageRanOut ranOut -> log.recordEnd(index.paper().indexOf(ranOut.stage()));
            case Act.SeatTaken taken -> seat = taken.seat();
        }
    }

    private void apply(Act.OnRoute step) {
        switch (step) {
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
            case Act.BlockClosed closed -> goOn();
            case Act.NoticeDeclined declined -> finish(Position.Ending.DECLINED, now, StageRecord.Ended.BY_ACT);
            case Act.HandedIn handedIn -> finish(Position.Ending.HANDED_IN, now, StageRecord.Ended.BY_ACT);
            case Act.BreakBegun begun -> beginOwnBreak();
            case Act.BreakEnded ended -> endOwnBreak(now);
        }
    }

    private void apply(Act.AtArrival step) {
        switch (step) {
            case Act.WrongReported reported -> door.report(reported, instant(now));
            case Act.CodeGiven given -> {
                door.tryCode(given.right(), now);
                goOnIfAdmitted();
            }
            case Act.StationChecked checked -> door.check(checked.figures(), instant(now));
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
        }
    }

    private void apply(Act.ByPerson decision) {
        switch (decision) {
            case Act.ReportResolved resolved -> door.resolveReport();
            case Act.LeaveGiven leave -> {
                door.giveLeave(now);
                goOnIfAdmitted();
            }
            case Act.StationExcused excused -> door.excuseStation();
            case Act.Reopened reopened -> reopen(index.paper().indexOf(reopened.stage()));
        }
    }

    private void apply(Act.OnHelp call) {
        help = switch (call) {
            case Act.HelpCalled called -> Help.called(called, instant(now));
            case Act.HelpWithdrawn withdrawn -> null;
            case Act.HelpAnswered answered -> help == null ? null : help.answered(answered, instant(now));
        };
    }

    private void apply(Act.OnClocks change) {
        nextKnown = false;
        switch (change) {
            case Act.TimeGranted granted -> time.grant(granted.box(), granted.extra());
            case Act.Paused pause -> {
                count();
                paused = true;
                counting = false;
                stoppedAt = now;
                time.pause(instant(now));
            }
            case Act.Resumed resume -> {
                paused = false;
                if (watcher != null) {
                    watcher.paused(position.index(index.stages()), stoppedAt, now);
                }
                door.resume(now);
                countOn(now);
                time.resume(position, instant(now));
            }
        }
    }

    private void beginOwnBreak() {
        nextKnown = false;
        count();
        counting = false;
        int stage = position.index(index.stages());
        if (breaks.ruled().seals()) {
            states.sealSeen(stage);
        }
        Duration longest = breaks.longest();
        breaks.begin(instant(now));
        time.beginOwnBreak(longest, breaks.ruled().clocks() == Clocks.STAND_STILL, instant(now));
    }

    private void endOwnBreak(long at) {
        nextKnown = false;
        if (watcher != null) {
            watcher.rested(position.index(index.stages()), breaks.sinceMillis(), at);
        }
        breaks.end(time.endOwnBreak(instant(at)));
        countOn(at);
    }

    private void show(View view) {
        count();
        states.show(view);
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

    /** Returns what runs out next if nothing else happens, or null if nothing does. */
    Timekeeper.@Nullable Expiry nextExpiry() {
        if (!nextKnown) {
            boolean runs = !(position instanceof Position.Over) && !isUntouched();
            next = runs ? time.next(position.index(index.stages())) : null;
            nextWarning = runs ? time.nextWarning(now) : Timekeeper.NEVER;
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
        if (expiry.isOwnBreak()) {
            endOwnBreak(now);
            return;
        }
        Stage.AtLimit atLimit = expiry.lastStage() == current ? stage.atLimit() : Stage.AtLimit.GOES_ON;
        if (atLimit == Stage.AtLimit.DECLINES) {
            finish(Position.Ending.DECLINED, now, StageRecord.Ended.BY_TIME);
            return;
        }
        if (position instanceof Position.At) {
            end(current, now, StageRecord.Ended.BY_TIME);
        }
        for (int skipped = current; skipped <= expiry.lastStage(); skipped++) {
            log.skip(skipped);
        }
        if (atLimit == Stage.AtLimit.OPENS_NEXT) {
            open(current + 1, now);
        } else {
            arrive(expiry.lastStage() + 1, now);
        }
    }

    private void reopen(int stage) {
        nextKnown = false;
        time.reopen(stage, instant(now));
        if (index.stage(stage) instanceof Stage.Block) {
            position = new Position.At(stage);
            log.reopen(stage);
            states.unsealStage(stage);
            countOn(now);
        } else {
            open(stage, now);
        }
    }

    /** Goes on to a stage: a block waits to be opened, anything else opens by itself. */
    private void arrive(int stage, long at) {
        nextKnown = false;
        if (stage >= index.stages()) {
            finish(Position.Ending.HANDED_IN, at, StageRecord.Ended.BY_TIME);
        } else if (index.stage(stage).isBlock()) {
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
        states.openStage(stage);
        countOn(at);
        if (index.stage(stage) instanceof Stage.Admission) {
            door.come(at);
        }
        if (index.stage(stage) instanceof Stage.Break rest) {
            breaks.leave(rest.signInAgain());
        }
    }

    /** Counts the time from {@code at} on as spent, unless it stands still. */
    private void countOn(long at) {
        counting = position instanceof Position.At && !paused && !breaks.isOn();
        countedTo = at;
    }

    private void end(int stage, long at, StageRecord.Ended how) {
        nextKnown = false;
        if (breaks.isOn()) {
            endOwnBreak(at);
        }
        count(at);
        counting = false;
        log.end(stage, instant(at), how);
        time.stageEnded(stage, instant(at));
        states.closeStage(stage);
        if (index.stage(stage) instanceof Stage.Block
                && index.paper().rules().equipment().scratch() == Equipment.Scratch.CLEARED) {
            tools = tools.withoutScratch();
        }
    }

    private void finish(Position.Ending ending, long at, StageRecord.Ended how) {
        if (position instanceof Position.At open) {
            end(open.stage(), at, how);
        }
        nextKnown = false;
        time.movedTo(index.stages(), instant(at));
        breaks.signedIn();
        position = new Position.Over(ending);
    }

    /** Credits the time since the last count to the open stage and the question in view. */
    private void count(long instant) {
        if (!counting || !(position instanceof Position.At open)) {
            return;
        }
        long span = instant - countedTo;
        log.use(open.stage(), span);
        states.spend(span);
        if (watcher != null && span > 0) {
            watcher.used(open.stage(), states.inView(), countedTo, instant);
        }
        countedTo = instant;
    }

    private static Instant instant(long millis) {
        return Instant.ofEpochMilli(millis);
    }
}

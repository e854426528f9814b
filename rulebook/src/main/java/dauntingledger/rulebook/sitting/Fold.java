package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Equipment;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Watch;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/** Turns the state of a sitting into the next while entries are folded into it; a {@link Sitting} never changes its own. */
final class Fold extends State {

    /*
     * Time drives the fold in two ways. An entry is applied at its own instant; and between entries, deadlines that
     * pass end stages by themselves. settle(t) replays the second kind in the order of their deadlines, each as of its
     * deadline and not as of t, so that the state at t is the same whether somebody looked in between or not.
     *
     * Time spent is credited when the view, the stage, a pause or a break changes, or when count() asks for it, not with
     * every entry.
     */

    private final Watcher watcher;
    private long countedTo;
    private long pauseWatchedTo;

    Fold(PaperIndex index, Watcher watcher) {
        super(index);
        this.watcher = watcher;
    }

    private Fold(Fold other) {
        super(other);
        this.watcher = other.watcher;
        this.countedTo = other.countedTo;
        this.pauseWatchedTo = other.pauseWatchedTo;
    }

    Fold copy() {
        return new Fold(this);
    }

    /**
     * Brings the state to {@code instant}: everything that ran out or warned by then has done so as of its own instant.
     */
    void settle(long instant) {
        Due first = due();
        while (first.atMillis() <= instant) {
            now = first.atMillis();
            if (first.isWarning()) {
                warnings = with(warnings, time.warningsAt(now));
            } else {
                expire(requireNonNull(first.expiry()));
            }
            first = due();
        }
        now = instant;
    }

    /** Notes that the rules have turned an entry down. */
    void refuse(Refusal refusal) {
        refusals = with(refusals, List.of(refusal));
    }

    private static <T> List<T> with(List<T> all, List<T> more) {
        List<T> longer = new ArrayList<>(all);
        longer.addAll(more);
        return List.copyOf(longer);
    }

    /** Credits the time that has passed to the open stage and the question in view. */
    void count() {
        count(now);
    }

    /** Applies an entry that is permitted at {@link #now}. */
    void apply(Entry entry) {
        apply(entry.act());
        if (entry.act() instanceof Act.Paused) {
            pauseTold = entry.receivedMillis();
        }
    }

    private void apply(Act act) {
        switch (act) {
            case Act.OnItem onItem -> {
                if (onItem instanceof Act.QuestionOpened) {
                    count();
                }
                states = states.after(onItem);
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
            case Act.WalkBegun begun -> states = states.beginWalk(begun, stageNumber());
            case Act.SignedInAgain signedIn -> breaks = breaks.signIn();
            case Act.SurveyAnswered answered -> log = log.answerSurvey(paper().indexOf(answered.about()));
            case Act.StageRanOut ranOut -> log = log.recordEnd(paper().indexOf(ranOut.stage()));
            case Act.SeatTaken taken -> seat = taken.seat();
            case Act.OnMessages message -> apply(message);
            case Act.OnWatch watched -> apply(watched);
            case Act.SittingEnded ended -> {
                endedAt = position;
                finish(Position.Ending.ENDED, now, StageRecord.Ended.BY_ACT);
            }
        }
    }

    private void apply(Act.OnRoute step) {
        switch (step) {
            case Act.StageOpened opened -> {
                int stage = paper().indexOf(opened.stage());
                switch (position) {
                    case Position.At open -> end(open.stage(), now, StageRecord.Ended.BY_ACT);
                    case Position.Over over -> time = time.reopen(stage, at());
                    case Position.Before before -> {}
                }
                open(stage, now);
            }
            case Act.NoticeAccepted accepted -> goOn();
            case Act.DetailsGiven given -> goOn();
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
            case Act.WrongReported reported -> door = door.report(reported, at());
            case Act.CodeGiven given -> {
                door = door.tryCode(given.right(), now);
                goOnIfAdmitted();
            }
            case Act.StationChecked checked -> door = door.check(checked.figures(), at());
            case Act.PortraitTaken taken -> {
                door = door.takePortrait(taken.pictureDigest());
                goOn();
            }
            case Act.LanguageChosen chosen -> {
                door = door.choose(chosen.language());
                if (current() instanceof Stage.LanguageChoice) {
                    goOn();
                }
            }
        }
    }

    private void apply(Act.ByPerson decision) {
        switch (decision) {
            case Act.ReportResolved resolved -> door = door.resolveReport();
            case Act.LeaveGiven leave -> {
                door = door.giveLeave(now);
                goOnIfAdmitted();
            }
            case Act.StationExcused excused -> door = door.excuseStation();
            case Act.Reopened reopened -> reopen(paper().indexOf(reopened.stage()));
        }
    }

    private void apply(Act.OnHelp call) {
        help = switch (call) {
            case Act.HelpCalled called -> Help.called(called, at());
            case Act.HelpWithdrawn withdrawn -> null;
            case Act.HelpAnswered answered -> help == null ? null : help.answered(answered, at());
        };
    }

    private void apply(Act.OnClocks change) {
        switch (change) {
            case Act.TimeGranted granted -> time = time.grant(granted.box(), granted.extra());
            case Act.Paused pause -> {
                count();
                pausedSince = at();
                pauseWatchedTo = now;
                pauseWords = pause.words();
                time = time.pause(at());
            }
            case Act.Resumed resume -> {
                watchPause(now);
                pausedSince = null;
                door = door.resume(now);
                time = time.resume(position, at());
                countedTo = now;
            }
            case Act.BreakGiven given -> {
                count();
                time = time.beginOwnBreak(given.longest(), true, at());
                breaks = breaks.give(at());
            }
        }
    }

    /** Tells how long a pause was so far at the stage where the sitting is. */
    private void watchPause(long until) {
        if (isPaused()) {
            watcher.paused(stageNumber(), pauseWatchedTo, until);
            pauseWatchedTo = until;
        }
    }

    private void apply(Act.OnWatch act) {
        Watch watch = paper().rules().watch().orElseThrow();
        switch (act) {
            case Act.CameraSaw saw -> seen = saw;
            case Act.WarningRead read -> absences = absences.warned(read.warning());
            case Act.WindowLeft left -> {
                int before = absences.counted();
                absences = absences.and(Duration.between(left.since(), at()), watch);
                if (absences.counted() > before
                        && watch.then() == Watch.Then.END
                        && watch.isBeyondWarnings(absences.counted())) {
                    endedAt = position;
                    finish(Position.Ending.ENDED, now, StageRecord.Ended.BY_ACT);
                }
            }
        }
    }

    private void apply(Act.OnMessages act) {
        List<Message> after = new ArrayList<>(messages);
        switch (act) {
            case Act.MessageSent sent -> after.add(Message.sent(sent, at()));
            case Act.MessageRead read ->
                after.replaceAll(message -> message.id().equals(read.message()) ? message.read(at()) : message);
        }
        messages = List.copyOf(after);
    }

    private void beginOwnBreak() {
        count();
        if (breaks.ruled().seals()) {
            states = states.sealSeen(stageNumber());
        }
        time = time.beginOwnBreak(breaks.longest(), breaks.ruled().clocks() == Clocks.STAND_STILL, at());
        breaks = breaks.begin(at());
    }

    private void endOwnBreak(long at) {
        watcher.rested(stageNumber(), breaks.sinceMillis(), at);
        breaks = breaks.end(time.ownBreakUsed(instant(at)));
        time = time.endOwnBreak(instant(at));
        countedTo = at;
    }

    private void show(View view) {
        count();
        states = states.show(view);
    }

    /** Ends the open stage by an act and goes on to the next. */
    private void goOn() {
        if (position instanceof Position.At open) {
            end(open.stage(), now, StageRecord.Ended.BY_ACT);
            arrive(open.stage() + 1, now);
        }
    }

    private void goOnIfAdmitted() {
        if (!isPaused() && current() instanceof Stage.Admission here && door.admittedAt(here) <= now) {
            goOn();
        }
    }

    private void expire(Timekeeper.Expiry expiry) {
        if (expiry.isOwnBreak()) {
            endOwnBreak(now);
            return;
        }
        int current = stageNumber();
        Stage.AtLimit atLimit =
                expiry.lastStage() == current ? index.stage(current).atLimit() : Stage.AtLimit.GOES_ON;
        if (atLimit == Stage.AtLimit.DECLINES) {
            finish(Position.Ending.DECLINED, now, StageRecord.Ended.BY_TIME);
            return;
        }
        if (position instanceof Position.At) {
            end(current, now, StageRecord.Ended.BY_TIME);
        }
        for (int skipped = current; skipped <= expiry.lastStage(); skipped++) {
            log = log.skip(skipped);
        }
        if (atLimit == Stage.AtLimit.OPENS_NEXT) {
            open(current + 1, now);
        } else {
            arrive(expiry.lastStage() + 1, now);
        }
    }

    private void reopen(int stage) {
        time = time.reopen(stage, at());
        if (endedAt instanceof Position.Before before) {
            position = before;
        } else if (index.stage(stage) instanceof Stage.Block) {
            position = new Position.At(stage);
            log = log.reopen(stage);
            states = states.unsealStage(stage);
            countedTo = now;
        } else {
            open(stage, now);
        }
        endedAt = null;
        absences = Absences.NONE;
        seen = NOTHING_STRANGE;
    }

    /** Goes on to a stage: a block waits to be opened, anything else opens by itself. */
    private void arrive(int stage, long at) {
        if (stage >= index.stages()) {
            finish(Position.Ending.HANDED_IN, at, StageRecord.Ended.BY_TIME);
        } else if (index.stage(stage).isBlock()) {
            time = time.movedTo(stage, instant(at));
            position = new Position.Before(stage);
        } else {
            open(stage, at);
        }
    }

    private void open(int stage, long at) {
        time = time.movedTo(stage, instant(at)).stageOpened(stage, instant(at));
        position = new Position.At(stage);
        log = log.open(stage, instant(at));
        states = states.openStage(stage);
        countedTo = at;
        if (index.stage(stage) instanceof Stage.Admission) {
            door = door.come(at);
        }
        if (index.stage(stage) instanceof Stage.Break rest) {
            breaks = breaks.leave(rest.signInAgain());
        }
    }

    private void end(int stage, long at, StageRecord.Ended how) {
        if (breaks.isOn()) {
            endOwnBreak(at);
        }
        count(at);
        watchPause(at);
        log = log.end(stage, instant(at), how);
        time = time.stageEnded(stage, instant(at));
        states = states.closeStage(stage);
        if (index.stage(stage) instanceof Stage.Block
                && paper().rules().equipment().scratch() == Equipment.Scratch.CLEARED) {
            tools = tools.withoutScratch();
        }
    }

    private void finish(Position.Ending ending, long at, StageRecord.Ended how) {
        if (position instanceof Position.At open) {
            end(open.stage(), at, how);
        }
        watchPause(at);
        pausedSince = null;
        time = time.movedTo(index.stages(), instant(at)).withoutPause();
        breaks = breaks.signIn();
        position = new Position.Over(ending);
    }

    /** Credits the time since the last count to the open stage and the question in view, unless it stands still. */
    private void count(long instant) {
        if (!(position instanceof Position.At open) || isPaused() || breaks.isOn() || instant == countedTo) {
            return;
        }
        long span = instant - countedTo;
        log = log.use(open.stage(), span);
        watcher.used(open.stage(), states, countedTo, instant);
        states = states.spend(span);
        countedTo = instant;
    }

    private static Instant instant(long millis) {
        return Instant.ofEpochMilli(millis);
    }
}

package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.TimeBox;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * The countdowns of a sitting: one for each time box, one for the open stage where it has a limit of its own, one for a
 * break of the candidate's own, and the closing of the room.
 */
final class Timekeeper {

    static final long NEVER = Long.MAX_VALUE;

    private final PaperIndex index;
    private final List<BoxClock> boxes;

    /** The countdown of the open stage, or null where it has none. */
    private final @Nullable Countdown stage;

    /** The countdown of the break of one's own that goes on, or null. */
    private final @Nullable Countdown ownBreak;

    /** Whether the boxes stand still in that break. */
    private final boolean standsInOwnBreak;

    /** Whether everything stands still by the invigilator; what starts meanwhile stands too. */
    private final boolean paused;

    private Timekeeper(
            PaperIndex index,
            List<BoxClock> boxes,
            @Nullable Countdown stage,
            @Nullable Countdown ownBreak,
            boolean standsInOwnBreak,
            boolean paused) {
        this.index = index;
        this.boxes = boxes;
        this.stage = stage;
        this.ownBreak = ownBreak;
        this.standsInOwnBreak = standsInOwnBreak;
        this.paused = paused;
    }

    static Timekeeper before(PaperIndex index) {
        List<TimeBox> boxes = index.paper().boxes();
        List<BoxClock> clocks = new ArrayList<>();
        for (int i = 0; i < boxes.size(); i++) {
            clocks.add(BoxClock.ahead(boxes.get(i), index.cover(i)));
        }
        return new Timekeeper(index, List.copyOf(clocks), null, null, false, false);
    }

    /**
     * What runs out next.
     *
     * @param lastStage the last stage that ends by it, or {@value #OWN_BREAK} where only a break of one's own ends
     */
    record Expiry(long atMillis, int lastStage) {
        static final int OWN_BREAK = -1;

        boolean isOwnBreak() {
            return lastStage == OWN_BREAK;
        }
    }

    private Timekeeper each(UnaryOperator<BoxClock> change) {
        List<BoxClock> changed = new ArrayList<>();
        for (BoxClock box : boxes) {
            changed.add(change.apply(box));
        }
        return new Timekeeper(index, List.copyOf(changed), stage, ownBreak, standsInOwnBreak, paused);
    }

    private Timekeeper withStage(@Nullable Countdown other) {
        return new Timekeeper(index, boxes, other, ownBreak, standsInOwnBreak, paused);
    }

    private Timekeeper withOwnBreak(@Nullable Countdown other, boolean boxesStand) {
        return new Timekeeper(index, boxes, stage, other, boxesStand, paused);
    }

    private Timekeeper withPause(boolean other) {
        return new Timekeeper(index, boxes, stage, ownBreak, standsInOwnBreak, other);
    }

    Timekeeper withoutPause() {
        return withPause(false);
    }

    Timekeeper stageOpened(int opened, Instant at) {
        Stage kind = index.stage(opened);
        boolean stands = kind.clocks() == Clocks.STAND_STILL;
        Countdown limit = kind.limit().map(length -> started(at, length)).orElse(null);
        Timekeeper started = each(box -> box.stageOpened(opened, at)).withStage(limit);
        return stands || paused ? started.stopBoxes(at) : started;
    }

    private Countdown started(Instant at, Duration length) {
        Countdown started = Countdown.start(at, length);
        return paused ? started.stop(at) : started;
    }

    Timekeeper stageEnded(int closed, Instant at) {
        Timekeeper ended = withStage(null);
        return index.stage(closed).clocks() == Clocks.STAND_STILL && !paused ? ended.resumeBoxes(at) : ended;
    }

    /** Ends every box that covers nothing from stage {@code next} on. */
    Timekeeper movedTo(int next, Instant at) {
        return each(box -> box.movedTo(next, at));
    }

    /** Begins a break of one's own. */
    Timekeeper beginOwnBreak(Duration longest, boolean boxesStand, Instant at) {
        Timekeeper begun = withOwnBreak(started(at, longest), boxesStand);
        return boxesStand ? begun.stopBoxes(at) : begun;
    }

    Timekeeper endOwnBreak(Instant at) {
        Timekeeper ended = withOwnBreak(null, false);
        return standsInOwnBreak && !paused ? ended.resumeBoxes(at) : ended;
    }

    /** Returns how long the break of one's own that goes on has been at {@code now}, without pauses. */
    Duration ownBreakUsed(Instant now) {
        return requireNonNull(ownBreak, "ownBreak").used(now);
    }

    Timekeeper pause(Instant at) {
        return stopBoxes(at)
                .withPause(true)
                .withStage(stage == null ? null : stage.stop(at))
                .withOwnBreak(ownBreak == null ? null : ownBreak.stop(at), standsInOwnBreak);
    }

    Timekeeper resume(Position position, Instant at) {
        boolean boxesStand = ownBreak != null && standsInOwnBreak
                || position instanceof Position.At open
                        && index.stage(open.stage()).clocks() == Clocks.STAND_STILL;
        return (boxesStand ? this : resumeBoxes(at))
                .withPause(false)
                .withStage(stage == null ? null : stage.resume(at))
                .withOwnBreak(ownBreak == null ? null : ownBreak.resume(at), standsInOwnBreak);
    }

    private Timekeeper stopBoxes(Instant at) {
        return each(box -> box.stop(at));
    }

    private Timekeeper resumeBoxes(Instant at) {
        return each(box -> box.resume(at));
    }

    /**
     * Takes the end of the sitting back for every box that is not behind {@code reopened}: those that cover it run on
     * without the time since they ended, those ahead start when they are reached.
     */
    Timekeeper reopen(int reopened, Instant at) {
        return each(box -> box.reopen(reopened, at));
    }

    Timekeeper grant(BoxId id, Duration extra) {
        return each(box -> box.box.id().equals(id) ? box.grant(extra) : box);
    }

    /** Returns whether every box that covers {@code stage} and has run has time left at {@code now}. */
    boolean hasTimeFor(int covered, Instant now) {
        for (BoxClock box : boxes) {
            Countdown countdown = box.countdown;
            if (box.cover.holds(covered)
                    && countdown != null
                    && countdown.left(now).isZero()) {
                return false;
            }
        }
        return true;
    }

    /** Returns how much time of a box has run off at {@code now}; nothing of one that has not started. */
    Duration used(BoxId id, Instant now) {
        BoxClock box = find(id);
        return box == null || box.countdown == null ? Duration.ZERO : box.countdown.used(now);
    }

    /** Returns whether {@code box} has started and not ended. */
    boolean isOpen(BoxId id) {
        BoxClock box = find(id);
        return box != null && box.live() != null;
    }

    boolean isKnown(BoxId id) {
        return find(id) != null;
    }

    private @Nullable BoxClock find(BoxId id) {
        for (BoxClock box : boxes) {
            if (box.box.id().equals(id)) {
                return box;
            }
        }
        return null;
    }

    /**
     * Returns when {@code share} of a box is used if nothing else happens, rounded up to the second, or {@link #NEVER}
     * while it stands still before that.
     */
    long shareUsedAt(BoxId id, Rational share) {
        BoxClock box = find(id);
        return box == null || box.countdown == null ? NEVER : box.countdown.shareUsedAt(share);
    }

    /**
     * Returns what runs out first, with the last stage that ends by it, or null if no clock runs; of two at one
     * instant, the one that ends more.
     */
    @Nullable
    Expiry next(int currentStage) {
        Expiry next = null;
        for (BoxClock box : boxes) {
            next = earlier(next, box.running(), box.cover.last());
        }
        next = earlier(next, stage, currentStage);
        next = earlier(next, ownBreak, Expiry.OWN_BREAK);
        return index.window().ends().isEmpty()
                ? next
                : earlier(next, index.window().ends().get().toEpochMilli(), index.stages() - 1);
    }

    private static @Nullable Expiry earlier(@Nullable Expiry best, @Nullable Countdown countdown, int lastStage) {
        return countdown != null && countdown.isRunning() ? earlier(best, countdown.deadlineMillis(), lastStage) : best;
    }

    private static Expiry earlier(@Nullable Expiry best, long atMillis, int lastStage) {
        Expiry candidate = new Expiry(atMillis, lastStage);
        if (best == null) {
            return candidate;
        }
        int order = Long.compare(candidate.atMillis(), best.atMillis());
        return order < 0 || (order == 0 && candidate.lastStage() > best.lastStage()) ? candidate : best;
    }

    /** A clock that warns before its deadline; the room's where {@code box} is empty. */
    private record Alarm(Optional<BoxId> box, long deadlineMillis, List<Duration> warnings) {}

    private List<Alarm> alarms() {
        List<Alarm> alarms = new ArrayList<>();
        for (BoxClock box : boxes) {
            Countdown running = box.running();
            if (running != null) {
                alarms.add(new Alarm(Optional.of(box.box.id()), running.deadlineMillis(), box.box.warnings()));
            }
        }
        index.window()
                .ends()
                .ifPresent(ends -> alarms.add(new Alarm(Optional.empty(), ends.toEpochMilli(), roomWarnings())));
        return alarms;
    }

    private List<Duration> roomWarnings() {
        return index.paper().rules().roomWarnings();
    }

    /** Returns the first instant after {@code after} at which a running clock comes down to a warning, or {@link #NEVER}. */
    long nextWarning(long after) {
        long next = NEVER;
        for (Alarm alarm : alarms()) {
            for (Duration warning : alarm.warnings()) {
                long at = alarm.deadlineMillis() - warning.toMillis();
                next = at > after ? Math.min(next, at) : next;
            }
        }
        return next;
    }

    /** Returns the warnings that running clocks come down to exactly at {@code at}. */
    List<Warning> warningsAt(long at) {
        List<Warning> warnings = new ArrayList<>();
        for (Alarm alarm : alarms()) {
            for (Duration warning : alarm.warnings()) {
                if (alarm.deadlineMillis() - warning.toMillis() == at) {
                    warnings.add(new Warning(alarm.box(), warning, Instant.ofEpochMilli(at)));
                }
            }
        }
        return List.copyOf(warnings);
    }

    /** Returns every clock that has started and not ended: the open stage's own first, then the boxes. */
    List<Clock> clocks(int currentStage, Instant now) {
        List<Clock> clocks = new ArrayList<>();
        if (ownBreak != null) {
            clocks.add(ownBreak.clock(Clock.Kind.OWN_BREAK, Optional.empty(), "", List.of(), now));
        }
        if (stage != null) {
            String title = index.stage(currentStage).title();
            clocks.add(stage.clock(Clock.Kind.STAGE, Optional.empty(), title, List.of(), now));
        }
        for (BoxClock box : boxes) {
            Countdown live = box.live();
            if (live != null) {
                TimeBox named = box.box;
                clocks.add(live.clock(Clock.Kind.BOX, Optional.of(named.id()), named.title(), named.warnings(), now));
            }
        }
        index.window().ends().ifPresent(ends -> clocks.add(room(ends, now)));
        return clocks;
    }

    private Clock room(Instant ends, Instant now) {
        Duration left = now.isBefore(ends) ? Duration.between(now, ends) : Duration.ZERO;
        Duration span = Duration.between(index.window().opens(), ends);
        Duration allowance = span.compareTo(left) < 0 ? left : span;
        return new Clock(
                Clock.Kind.ROOM,
                Optional.empty(),
                "",
                allowance,
                allowance.minus(left),
                left,
                Optional.of(ends),
                roomWarnings());
    }
}

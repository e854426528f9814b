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
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * The countdowns of a sitting: one for each time box, one for the open stage where it has a limit of its own, one for a
 * break of the candidate's own, and the closing of the room.
 */
final class Timekeeper {

    static final long NEVER = Long.MAX_VALUE;

    private final PaperIndex index;
    private final @Nullable Countdown[] boxes;
    private final boolean[] ended;
    private @Nullable Countdown stage;
    private String stageTitle = "";
    private @Nullable Countdown ownBreak;
    private boolean standsInOwnBreak;

    Timekeeper(PaperIndex index) {
        this.index = index;
        this.boxes = new Countdown[index.paper().boxes().size()];
        this.ended = new boolean[boxes.length];
    }

    Timekeeper(Timekeeper other) {
        this.index = other.index;
        this.boxes = other.boxes.clone();
        this.ended = other.ended.clone();
        this.stage = other.stage;
        this.stageTitle = other.stageTitle;
        this.ownBreak = other.ownBreak;
        this.standsInOwnBreak = other.standsInOwnBreak;
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

    void stageOpened(int opened, Instant at) {
        for (int i = 0; i < boxes.length; i++) {
            if (boxes[i] == null && !ended[i] && index.cover(i).holds(opened)) {
                boxes[i] = Countdown.start(at, index.paper().boxes().get(i).limit());
            }
        }
        Stage kind = index.stage(opened);
        stage = kind.limit().map(limit -> Countdown.start(at, limit)).orElse(null);
        stageTitle = kind.title();
        if (kind.clocks() == Clocks.STAND_STILL) {
            stopBoxes(at);
        }
    }

    void stageEnded(int closed, Instant at) {
        stage = null;
        if (index.stage(closed).clocks() == Clocks.STAND_STILL) {
            resumeBoxes(at);
        }
    }

    /** Ends every box that covers nothing from stage {@code next} on. */
    void movedTo(int next, Instant at) {
        for (int i = 0; i < boxes.length; i++) {
            Countdown box = boxes[i];
            if (!ended[i] && index.cover(i).last() < next) {
                ended[i] = true;
                boxes[i] = box == null ? null : box.stop(at);
            }
        }
    }

    /** Begins a break of one's own. */
    void beginOwnBreak(Duration longest, boolean boxesStand, Instant at) {
        ownBreak = Countdown.start(at, longest);
        standsInOwnBreak = boxesStand;
        if (boxesStand) {
            stopBoxes(at);
        }
    }

    /** Ends the break of one's own and returns how long it was, without pauses. */
    Duration endOwnBreak(Instant at) {
        Duration length = requireNonNull(ownBreak, "ownBreak").used(at);
        ownBreak = null;
        if (standsInOwnBreak) {
            resumeBoxes(at);
        }
        return length;
    }

    void pause(Instant at) {
        stopBoxes(at);
        ownBreak = ownBreak == null ? null : ownBreak.stop(at);
        stage = stage == null ? null : stage.stop(at);
    }

    void resume(Position position, Instant at) {
        boolean boxesStand = ownBreak != null && standsInOwnBreak
                || position instanceof Position.At open
                        && index.stage(open.stage()).clocks() == Clocks.STAND_STILL;
        if (!boxesStand) {
            resumeBoxes(at);
        }
        stage = stage == null ? null : stage.resume(at);
        ownBreak = ownBreak == null ? null : ownBreak.resume(at);
    }

    private void resumeBoxes(Instant at) {
        for (int i = 0; i < boxes.length; i++) {
            Countdown box = boxes[i];
            if (box != null && !ended[i]) {
                boxes[i] = box.resume(at);
            }
        }
    }

    /**
     * Takes the end of the sitting back for every box that is not behind {@code reopened}: those that cover it run on
     * without the time since they ended, those ahead start when they are reached.
     */
    void reopen(int reopened, Instant at) {
        for (int i = 0; i < boxes.length; i++) {
            Countdown box = boxes[i];
            if (ended[i] && index.cover(i).last() >= reopened) {
                ended[i] = false;
                boxes[i] = box != null && index.cover(i).holds(reopened) ? box.resume(at) : null;
            }
        }
    }

    /** Returns whether every box that covers {@code stage} and has run has time left at {@code now}. */
    boolean hasTimeFor(int covered, Instant now) {
        for (int i = 0; i < boxes.length; i++) {
            Countdown box = boxes[i];
            if (index.cover(i).holds(covered) && box != null && box.left(now).isZero()) {
                return false;
            }
        }
        return true;
    }

    /** Returns whether {@code box} has started and not ended. */
    boolean isOpen(BoxId box) {
        int i = indexOf(box);
        return i >= 0 && boxes[i] != null && !ended[i];
    }

    boolean isKnown(BoxId box) {
        return indexOf(box) >= 0;
    }

    void grant(BoxId box, Duration extra) {
        int i = indexOf(box);
        Countdown countdown = boxes[i];
        if (countdown != null) {
            boxes[i] = countdown.grant(extra);
        }
    }

    /**
     * Returns what runs out first, with the last stage that ends by it, or null if no clock runs; of two at one
     * instant, the one that ends more.
     */
    @Nullable
    Expiry next(int currentStage) {
        Expiry next = null;
        for (int i = 0; i < boxes.length; i++) {
            Countdown box = boxes[i];
            if (box != null && !ended[i]) {
                next = earlier(next, box, index.cover(i).last());
            }
        }
        if (stage != null) {
            next = earlier(next, stage, currentStage);
        }
        if (ownBreak != null) {
            next = earlier(next, ownBreak, Expiry.OWN_BREAK);
        }
        return index.window().ends().isEmpty()
                ? next
                : earlier(next, index.window().ends().get().toEpochMilli(), index.stages() - 1);
    }

    /** Returns the first instant after {@code after} at which a running clock comes down to a warning, or {@link #NEVER}. */
    long nextWarning(long after) {
        long next = NEVER;
        for (int i = 0; i < boxes.length; i++) {
            Countdown box = boxes[i];
            if (box != null && !ended[i] && box.isRunning()) {
                next = Math.min(next, nextWarning(box.deadlineMillis(), warnings(i), after));
            }
        }
        return index.window().ends().isEmpty()
                ? next
                : Math.min(next, nextWarning(index.window().ends().get().toEpochMilli(), roomWarnings(), after));
    }

    private static long nextWarning(long deadline, List<Duration> warnings, long after) {
        long next = NEVER;
        for (Duration warning : warnings) {
            long at = deadline - warning.toMillis();
            next = at > after ? Math.min(next, at) : next;
        }
        return next;
    }

    /** Returns the warnings that running clocks come down to exactly at {@code at}. */
    List<Warning> warningsAt(long at) {
        List<Warning> warnings = new ArrayList<>();
        for (int i = 0; i < boxes.length; i++) {
            Countdown box = boxes[i];
            if (box != null && !ended[i] && box.isRunning()) {
                warningsAt(at, Optional.of(index.paper().boxes().get(i).id()), box.deadlineMillis(), warnings(i))
                        .forEach(warnings::add);
            }
        }
        index.window()
                .ends()
                .ifPresent(ends -> warningsAt(at, Optional.empty(), ends.toEpochMilli(), roomWarnings())
                        .forEach(warnings::add));
        return warnings;
    }

    private static Stream<Warning> warningsAt(long at, Optional<BoxId> box, long deadline, List<Duration> warnings) {
        return warnings.stream()
                .filter(warning -> deadline - warning.toMillis() == at)
                .map(warning -> new Warning(box, warning, Instant.ofEpochMilli(at)));
    }

    private List<Duration> warnings(int box) {
        return index.paper().boxes().get(box).warnings();
    }

    private List<Duration> roomWarnings() {
        return index.paper().rules().roomWarnings();
    }

    /**
     * Returns when {@code share} of a box is used if nothing else happens, rounded up to the second, or {@link #NEVER}
     * while it stands still before that.
     */
    long shareUsedAt(BoxId box, Rational share) {
        Countdown countdown = boxes[indexOf(box)];
        return countdown == null ? NEVER : countdown.shareUsedAt(share);
    }

    /** Returns every clock that has started and not ended: the open stage's own first, then the boxes. */
    List<Clock> clocks(Instant now) {
        List<Clock> clocks = new ArrayList<>();
        if (ownBreak != null) {
            clocks.add(clock(Clock.Kind.OWN_BREAK, Optional.empty(), "", ownBreak, List.of(), now));
        }
        if (stage != null) {
            clocks.add(clock(Clock.Kind.STAGE, Optional.empty(), stageTitle, stage, List.of(), now));
        }
        for (int i = 0; i < boxes.length; i++) {
            Countdown box = boxes[i];
            if (box != null && !ended[i]) {
                TimeBox named = index.paper().boxes().get(i);
                clocks.add(clock(Clock.Kind.BOX, Optional.of(named.id()), named.title(), box, named.warnings(), now));
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

    private static Clock clock(
            Clock.Kind kind,
            Optional<BoxId> box,
            String title,
            Countdown countdown,
            List<Duration> warnings,
            Instant now) {
        return new Clock(
                kind,
                box,
                title,
                countdown.allowance(),
                countdown.allowance().minus(countdown.left(now)),
                countdown.left(now),
                countdown.deadline(),
                warnings);
    }

    private static @Nullable Expiry earlier(@Nullable Expiry best, Countdown countdown, int lastStage) {
        return countdown.isRunning() ? earlier(best, countdown.deadlineMillis(), lastStage) : best;
    }

    private static Expiry earlier(@Nullable Expiry best, long atMillis, int lastStage) {
        Expiry candidate = new Expiry(atMillis, lastStage);
        if (best == null) {
            return candidate;
        }
        int order = Long.compare(candidate.atMillis(), best.atMillis());
        return order < 0 || (order == 0 && candidate.lastStage() > best.lastStage()) ? candidate : best;
    }

    private void stopBoxes(Instant at) {
        for (int i = 0; i < boxes.length; i++) {
            Countdown box = boxes[i];
            if (box != null && !ended[i]) {
                boxes[i] = box.stop(at);
            }
        }
    }

    private int indexOf(BoxId box) {
        List<TimeBox> all = index.paper().boxes();
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).id().equals(box)) {
                return i;
            }
        }
        return -1;
    }
}

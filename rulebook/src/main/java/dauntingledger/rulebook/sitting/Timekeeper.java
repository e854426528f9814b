package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.TimeBox;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The countdowns of a sitting: one for each time box, and one for the open stage where it has a limit of its own. */
final class Timekeeper {

    private final PaperIndex index;
    private final @Nullable Countdown[] boxes;
    private final boolean[] ended;
    private @Nullable Countdown stage;
    private String stageTitle = "";

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
    }

    /** What runs out next. */
    record Expiry(long atMillis, int lastStage) {}

    void stageOpened(int opened, Instant at) {
        for (int i = 0; i < boxes.length; i++) {
            if (boxes[i] == null && !ended[i] && index.cover(i).holds(opened)) {
                boxes[i] = Countdown.start(at, index.paper().boxes().get(i).limit());
            }
        }
        Stage kind = index.stage(opened);
        stage = limit(kind).map(limit -> Countdown.start(at, limit)).orElse(null);
        stageTitle = kind.title();
        if (standsStill(kind)) {
            stopBoxes(at);
        }
    }

    void stageEnded(int closed, Instant at) {
        stage = null;
        for (int i = 0; i < boxes.length; i++) {
            Countdown box = boxes[i];
            if (box != null && !ended[i]) {
                boxes[i] = standsStill(index.stage(closed)) ? box.resume(at) : box;
            }
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

    void pause(Instant at) {
        stopBoxes(at);
        stage = stage == null ? null : stage.stop(at);
    }

    void resume(Position position, Instant at) {
        boolean boxesStand = position instanceof Position.At open && standsStill(index.stage(open.stage()));
        for (int i = 0; i < boxes.length; i++) {
            Countdown box = boxes[i];
            if (box != null && !ended[i] && !boxesStand) {
                boxes[i] = box.resume(at);
            }
        }
        stage = stage == null ? null : stage.resume(at);
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
        return next;
    }

    /** Returns every clock that has started and not ended: the open stage's own first, then the boxes. */
    List<Clock> clocks(Instant now) {
        List<Clock> clocks = new ArrayList<>();
        if (stage != null) {
            clocks.add(clock(Optional.empty(), stageTitle, stage, List.of(), now));
        }
        for (int i = 0; i < boxes.length; i++) {
            Countdown box = boxes[i];
            if (box != null && !ended[i]) {
                TimeBox named = index.paper().boxes().get(i);
                clocks.add(clock(Optional.of(named.id()), named.title(), box, named.warnings(), now));
            }
        }
        return clocks;
    }

    private static Clock clock(
            Optional<BoxId> box, String title, Countdown countdown, List<Duration> warnings, Instant now) {
        return new Clock(
                box,
                title,
                countdown.allowance(),
                countdown.allowance().minus(countdown.left(now)),
                countdown.left(now),
                countdown.deadline(),
                warnings);
    }

    private static @Nullable Expiry earlier(@Nullable Expiry best, Countdown countdown, int lastStage) {
        Optional<Instant> deadline = countdown.deadline();
        if (deadline.isEmpty()) {
            return best;
        }
        Expiry candidate = new Expiry(deadline.get().toEpochMilli(), lastStage);
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

    private static boolean standsStill(Stage stage) {
        return stage instanceof Stage.Break rest && rest.clocks() == Stage.Break.Clocks.STAND_STILL;
    }

    private static Optional<Duration> limit(Stage stage) {
        return switch (stage) {
            case Stage.Notice notice -> notice.limit();
            case Stage.Break rest -> Optional.of(rest.length());
            case Stage.HandIn handIn -> Optional.of(handIn.within());
            case Stage.Instructions instructions -> instructions.readingTime();
            case Stage.Identity identity -> Optional.empty();
            case Stage.Admission admission -> Optional.empty();
            case Stage.StationCheck check -> Optional.empty();
            case Stage.Portrait portrait -> Optional.empty();
            case Stage.LanguageChoice choice -> Optional.empty();
            case Stage.TryOut tryOut -> Optional.empty();
            case Stage.Block block -> Optional.empty();
            case Stage.Unopened unopened -> Optional.empty();
        };
    }
}

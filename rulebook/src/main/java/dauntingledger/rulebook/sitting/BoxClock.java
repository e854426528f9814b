package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.TimeBox;
import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** The clock of a time box, which starts with the first stage that the box covers and ends with the last. Immutable. */
final class BoxClock {

    final TimeBox box;
    final PaperIndex.Cover cover;

    /** Null before it has started. */
    final @Nullable Countdown countdown;

    private final boolean ended;

    private BoxClock(TimeBox box, PaperIndex.Cover cover, @Nullable Countdown countdown, boolean ended) {
        this.box = box;
        this.cover = cover;
        this.countdown = countdown;
        this.ended = ended;
    }

    static BoxClock ahead(TimeBox box, PaperIndex.Cover cover) {
        return new BoxClock(box, cover, null, false);
    }

    private BoxClock with(@Nullable Countdown other) {
        return new BoxClock(box, cover, other, ended);
    }

    /** Returns the countdown if it has started and not ended, or else null. */
    @Nullable
    Countdown live() {
        return ended ? null : countdown;
    }

    /** Returns the countdown if it runs, or else null. */
    @Nullable
    Countdown running() {
        Countdown live = live();
        return live != null && live.isRunning() ? live : null;
    }

    BoxClock stageOpened(int stage, Instant at) {
        return countdown == null && !ended && cover.holds(stage) ? with(Countdown.start(at, box.limit())) : this;
    }

    BoxClock stop(Instant at) {
        Countdown live = live();
        return live == null ? this : with(live.stop(at));
    }

    BoxClock resume(Instant at) {
        Countdown live = live();
        return live == null ? this : with(live.resume(at));
    }

    /** Ends where the box covers nothing from stage {@code next} on. */
    BoxClock movedTo(int next, Instant at) {
        return ended || cover.last() >= next
                ? this
                : new BoxClock(box, cover, countdown == null ? null : countdown.stop(at), true);
    }

    /** Takes the end back where the box is not behind the stage that is opened again. */
    BoxClock reopen(int stage, Instant at) {
        if (!ended || cover.last() < stage) {
            return this;
        }
        Countdown again = countdown != null && cover.holds(stage) ? countdown.resume(at) : null;
        return new BoxClock(box, cover, again, false);
    }

    BoxClock grant(Duration extra) {
        return countdown == null ? this : with(countdown.grant(extra));
    }
}

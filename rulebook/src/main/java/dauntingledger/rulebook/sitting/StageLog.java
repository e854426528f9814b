package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.sitting.StageRecord.Ended;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What has become of each stage of a route: when it was opened, how it ended, how long it was used. */
final class StageLog {

    private final @Nullable Instant[] openedAt;
    private final @Nullable Instant[] endedAt;
    private final long[] usedMillis;
    private final @Nullable Ended[] ended;
    private final boolean[] endRecorded;
    private final boolean[] surveyed;

    StageLog(int stages) {
        this.openedAt = new Instant[stages];
        this.endedAt = new Instant[stages];
        this.usedMillis = new long[stages];
        this.ended = new Ended[stages];
        this.endRecorded = new boolean[stages];
        this.surveyed = new boolean[stages];
    }

    StageLog(StageLog other) {
        this.openedAt = other.openedAt.clone();
        this.endedAt = other.endedAt.clone();
        this.usedMillis = other.usedMillis.clone();
        this.ended = other.ended.clone();
        this.endRecorded = other.endRecorded.clone();
        this.surveyed = other.surveyed.clone();
    }

    /** Opens a stage from its beginning, also one that has ended before. */
    void open(int stage, Instant at) {
        openedAt[stage] = at;
        usedMillis[stage] = 0;
        reopen(stage);
    }

    /** Takes every sign of an end off a stage. */
    void reopen(int stage) {
        ended[stage] = null;
        endedAt[stage] = null;
        endRecorded[stage] = false;
    }

    void end(int stage, Instant at, Ended how) {
        endedAt[stage] = at;
        ended[stage] = how;
    }

    /** Ends a stage by time that may never have been opened; one that has ended already stays as it is. */
    void skip(int stage) {
        ended[stage] = ended(stage) == Ended.NOT_YET ? Ended.BY_TIME : ended(stage);
    }

    void recordEnd(int stage) {
        endRecorded[stage] = true;
    }

    boolean isEndRecorded(int stage) {
        return endRecorded[stage];
    }

    void answerSurvey(int stage) {
        surveyed[stage] = true;
    }

    boolean isSurveyed(int stage) {
        return surveyed[stage];
    }

    void use(int stage, long millis) {
        usedMillis[stage] += millis;
    }

    /** Returns how a stage ended, {@code NOT_YET} also for one that was never opened. */
    Ended ended(int stage) {
        Ended how = ended[stage];
        return how == null ? Ended.NOT_YET : how;
    }

    boolean hasEnded(int stage) {
        return ended(stage) != Ended.NOT_YET;
    }

    /** Returns when a stage was opened, which it must have been. */
    Instant openedAt(int stage) {
        return requireNonNull(openedAt[stage], "openedAt");
    }

    /** Returns what became of a stage by {@code now}, or empty if it was never opened. */
    Optional<StageRecord> record(int stage, Instant now) {
        Instant opened = openedAt[stage];
        if (opened == null) {
            return Optional.empty();
        }
        Instant end = endedAt[stage];
        Duration used = Duration.ofMillis(usedMillis[stage]);
        return Optional.of(new StageRecord(stage, opened, end == null ? now : end, used, ended(stage)));
    }
}

package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.sitting.StageRecord.Ended;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What has become of each stage of a route: when it was opened, how it ended, how long it was used. Immutable. */
final class StageLog {

    /** What has become of one stage. */
    private static final class Line {

        static final Line BLANK = new Line(null, null, 0, Ended.NOT_YET, false, false);

        private final @Nullable Instant openedAt;
        private final @Nullable Instant endedAt;
        private final long usedMillis;
        private final Ended ended;

        /** Whether a line of the ledger says that time has ended it. */
        private final boolean endRecorded;

        /** Whether the survey about it is answered. */
        private final boolean surveyed;

        Line(
                @Nullable Instant openedAt,
                @Nullable Instant endedAt,
                long usedMillis,
                Ended ended,
                boolean endRecorded,
                boolean surveyed) {
            this.openedAt = openedAt;
            this.endedAt = endedAt;
            this.usedMillis = usedMillis;
            this.ended = ended;
            this.endRecorded = endRecorded;
            this.surveyed = surveyed;
        }

        Line open(Instant at) {
            return new Line(at, null, 0, Ended.NOT_YET, false, surveyed);
        }

        Line reopen() {
            return new Line(openedAt, null, usedMillis, Ended.NOT_YET, false, surveyed);
        }

        Line end(Instant at, Ended how) {
            return new Line(openedAt, at, usedMillis, how, endRecorded, surveyed);
        }

        Line skip() {
            return ended == Ended.NOT_YET
                    ? new Line(openedAt, endedAt, usedMillis, Ended.BY_TIME, endRecorded, surveyed)
                    : this;
        }

        Line recordEnd() {
            return new Line(openedAt, endedAt, usedMillis, ended, true, surveyed);
        }

        Line answerSurvey() {
            return new Line(openedAt, endedAt, usedMillis, ended, endRecorded, true);
        }

        Line use(long moreMillis) {
            return new Line(openedAt, endedAt, usedMillis + moreMillis, ended, endRecorded, surveyed);
        }
    }

    private final Line[] lines;

    private StageLog(Line[] lines) {
        this.lines = lines;
    }

    static StageLog blank(int stages) {
        Line[] lines = new Line[stages];
        Arrays.fill(lines, Line.BLANK);
        return new StageLog(lines);
    }

    private StageLog with(int stage, Line line) {
        Line[] changed = lines.clone();
        changed[stage] = line;
        return new StageLog(changed);
    }

    /** Opens a stage from its beginning, also one that has ended before. */
    StageLog open(int stage, Instant at) {
        return with(stage, lines[stage].open(at));
    }

    /** Takes every sign of an end off a stage. */
    StageLog reopen(int stage) {
        return with(stage, lines[stage].reopen());
    }

    StageLog end(int stage, Instant at, Ended how) {
        return with(stage, lines[stage].end(at, how));
    }

    /** Ends a stage by time that may never have been opened; one that has ended already stays as it is. */
    StageLog skip(int stage) {
        return with(stage, lines[stage].skip());
    }

    StageLog recordEnd(int stage) {
        return with(stage, lines[stage].recordEnd());
    }

    boolean isEndRecorded(int stage) {
        return lines[stage].endRecorded;
    }

    StageLog answerSurvey(int stage) {
        return with(stage, lines[stage].answerSurvey());
    }

    boolean isSurveyed(int stage) {
        return lines[stage].surveyed;
    }

    StageLog use(int stage, long moreMillis) {
        return with(stage, lines[stage].use(moreMillis));
    }

    /** Returns how a stage ended, {@code NOT_YET} also for one that was never opened. */
    Ended ended(int stage) {
        return lines[stage].ended;
    }

    boolean hasEnded(int stage) {
        return ended(stage) != Ended.NOT_YET;
    }

    /** Returns when a stage was opened, which it must have been. */
    Instant openedAt(int stage) {
        return requireNonNull(lines[stage].openedAt, "openedAt");
    }

    /** Returns what became of a stage by {@code now}, or empty if it was never opened. */
    Optional<StageRecord> record(int stage, Instant now) {
        Line line = lines[stage];
        Instant opened = line.openedAt;
        if (opened == null) {
            return Optional.empty();
        }
        Instant end = line.endedAt;
        Duration used = Duration.ofMillis(line.usedMillis);
        return Optional.of(new StageRecord(stage, opened, end == null ? now : end, used, line.ended));
    }
}

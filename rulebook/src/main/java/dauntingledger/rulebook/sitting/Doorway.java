package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Stage.Admission.Late;
import dauntingledger.rulebook.paper.Stage.Admission.Way;
import dauntingledger.rulebook.paper.StationLine;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** The part of a {@link Fold} that the steps of the arrival change. */
final class Doorway {

    static final long NEVER = Long.MAX_VALUE;

    private final Window window;
    private @Nullable String language;
    private Arrival.@Nullable Report report;
    private long cameAt = NEVER;
    private long shutUntil;
    private long codeAt = NEVER;
    private long leaveAt = NEVER;
    private int wrongCodes;
    private Map<StationLine, List<Long>> station = Map.of();
    private @Nullable Instant stationAt;
    private boolean stationExcused;
    private @Nullable String portrait;

    Doorway(Window window) {
        this.window = window;
    }

    Doorway(Doorway other) {
        this.window = other.window;
        this.language = other.language;
        this.report = other.report;
        this.cameAt = other.cameAt;
        this.shutUntil = other.shutUntil;
        this.codeAt = other.codeAt;
        this.leaveAt = other.leaveAt;
        this.wrongCodes = other.wrongCodes;
        this.station = other.station;
        this.stationAt = other.stationAt;
        this.stationExcused = other.stationExcused;
        this.portrait = other.portrait;
    }

    boolean isChosen(String tag) {
        return tag.equals(language);
    }

    void choose(String tag) {
        language = tag;
    }

    boolean isReportOpen() {
        return report != null;
    }

    void report(Act.WrongReported reported, Instant at) {
        report = new Arrival.Report(reported.reason(), reported.note(), at);
    }

    void resolveReport() {
        report = null;
    }

    /** Notes that the candidate has come to the door. */
    void come(long at) {
        cameAt = at;
        codeAt = NEVER;
        leaveAt = NEVER;
        wrongCodes = 0;
    }

    /** Notes that a pause ended, in which no door has opened. */
    void resume(long at) {
        shutUntil = at;
    }

    void tryCode(boolean right, long at) {
        if (right) {
            codeAt = at;
        } else {
            wrongCodes++;
        }
    }

    void giveLeave(long at) {
        leaveAt = at;
    }

    void check(Map<StationLine, List<Long>> figures, Instant at) {
        station = figures;
        stationAt = at;
    }

    void excuseStation() {
        stationExcused = true;
    }

    boolean isStationReady(Stage.StationCheck check) {
        return view(Optional.empty(), 0).wanting(check).isEmpty();
    }

    void takePortrait(String digest) {
        portrait = digest;
    }

    /** Returns whether the candidate came too late for the schedule to admit. */
    boolean isLate() {
        return cameAt != NEVER && cameAt >= window.closes().toEpochMilli();
    }

    boolean isOutOfTries(Stage.Admission door) {
        return wrongCodes >= door.tries();
    }

    boolean isCodeGiven() {
        return codeAt != NEVER;
    }

    boolean isLeaveGiven() {
        return leaveAt != NEVER;
    }

    /** Returns when the last of the ways was or will be met, or {@link #NEVER} while that depends on somebody's act. */
    long admittedAt(Stage.Admission door) {
        long at = Math.max(cameAt, shutUntil);
        for (Way way : door.ways()) {
            at = Math.max(at, metAt(door, way));
        }
        return at;
    }

    /** Returns whether the invigilator's leave would meet a way that nothing else meets. */
    boolean wantsLeave(Stage.Admission door) {
        return leaveAt == NEVER
                && (door.ways().contains(Way.LEAVE)
                        || (door.ways().contains(Way.CODE) && isOutOfTries(door) && !isCodeGiven())
                        || (door.ways().contains(Way.SCHEDULE) && isLate() && door.late() == Late.BY_LEAVE));
    }

    /*
     * The invigilator's leave is one of the ways; besides, it stands in for a schedule that was missed and for a code
     * that cannot be tried any more. It does not open a door before its time.
     */
    private long metAt(Stage.Admission door, Way way) {
        return switch (way) {
            case LEAVE -> leaveAt;
            case CODE -> isCodeGiven() || !isOutOfTries(door) ? codeAt : leaveAt;
            case SCHEDULE -> !isLate() ? window.opens().toEpochMilli() : door.late() == Late.BY_LEAVE ? leaveAt : NEVER;
        };
    }

    /** Returns what can be said at {@code now}, with the door the candidate waits at. */
    Arrival view(Optional<Stage.Admission> door, long now) {
        Set<Way> unmet = EnumSet.noneOf(Way.class);
        door.ifPresent(
                at -> at.ways().stream().filter(way -> metAt(at, way) > now).forEach(unmet::add));
        int left = door.map(at -> Math.max(0, at.tries() - wrongCodes)).orElse(0);
        return new Arrival(
                Optional.ofNullable(language),
                Optional.ofNullable(report),
                unmet,
                left,
                isLate(),
                station,
                Optional.ofNullable(stationAt),
                stationExcused,
                Optional.ofNullable(portrait));
    }
}

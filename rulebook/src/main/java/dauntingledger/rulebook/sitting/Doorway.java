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

/**
 * What has come of the steps of the arrival. Immutable.
 */
final class Doorway {

    static final long NEVER = Long.MAX_VALUE;

    /**
     * What has been done at a door, in milliseconds as entries count them; {@link #NEVER} for what has not.
     *
     * @param cameAt when the candidate came to it
     * @param shutUntil when the last pause ended, in which no door opens
     */
    private record AtAdmission(long cameAt, long shutUntil, long codeAt, long leaveAt, int wrongCodes) {

        static final AtAdmission NOT_YET = new AtAdmission(NEVER, 0, NEVER, NEVER, 0);

        AtAdmission tryCode(boolean right, long at) {
            return right
                    ? new AtAdmission(cameAt, shutUntil, at, leaveAt, wrongCodes)
                    : new AtAdmission(cameAt, shutUntil, codeAt, leaveAt, wrongCodes + 1);
        }
    }

    /**
     * What the check of the station has measured.
     *
     * @param checkedAt when it was checked last, or null
     * @param excused whether the invigilator lets the candidate go on whatever was measured
     */
    private record Station(
            Map<StationLine, List<Long>> figures, @Nullable Instant checkedAt, boolean excused) {
        static final Station UNCHECKED = new Station(Map.of(), null, false);
    }

    private final Window window;

    /** The tag of the language that was chosen. */
    private final Optional<String> language;

    /** What the candidate has said is wrong about their data, while it is open. */
    private final Optional<Arrival.Report> report;

    /** What has been done at the door they stand at, or stood at last. */
    private final AtAdmission admission;

    private final Station station;

    /** The digest of the picture that was taken. */
    private final Optional<String> portrait;

    private Doorway(
            Window window,
            Optional<String> language,
            Optional<Arrival.Report> report,
            AtAdmission admission,
            Station station,
            Optional<String> portrait) {
        this.window = window;
        this.language = language;
        this.report = report;
        this.admission = admission;
        this.station = station;
        this.portrait = portrait;
    }

    static Doorway before(Window window) {
        return new Doorway(
                window, Optional.empty(), Optional.empty(), AtAdmission.NOT_YET, Station.UNCHECKED, Optional.empty());
    }

    boolean isChosen(String tag) {
        return language.filter(tag::equals).isPresent();
    }

    Doorway choose(String tag) {
        return new Doorway(window, Optional.of(tag), report, admission, station, portrait);
    }

    boolean isReportOpen() {
        return report.isPresent();
    }

    Doorway report(Act.WrongReported reported, Instant at) {
        Arrival.Report open = new Arrival.Report(reported.reason(), reported.note(), at);
        return new Doorway(window, language, Optional.of(open), admission, station, portrait);
    }

    Doorway resolveReport() {
        return new Doorway(window, language, Optional.empty(), admission, station, portrait);
    }

    /** Notes that the candidate has come to the door. */
    Doorway come(long at) {
        return with(new AtAdmission(at, admission.shutUntil(), NEVER, NEVER, 0));
    }

    /** Notes that a pause ended, in which no door has opened. */
    Doorway resume(long at) {
        return with(new AtAdmission(
                admission.cameAt(), at, admission.codeAt(), admission.leaveAt(), admission.wrongCodes()));
    }

    Doorway tryCode(boolean right, long at) {
        return with(admission.tryCode(right, at));
    }

    Doorway giveLeave(long at) {
        return with(new AtAdmission(
                admission.cameAt(), admission.shutUntil(), admission.codeAt(), at, admission.wrongCodes()));
    }

    private Doorway with(AtAdmission other) {
        return new Doorway(window, language, report, other, station, portrait);
    }

    Doorway check(Map<StationLine, List<Long>> figures, Instant at) {
        return with(new Station(figures, at, station.excused()));
    }

    Doorway excuseStation() {
        return with(new Station(station.figures(), station.checkedAt(), true));
    }

    private Doorway with(Station other) {
        return new Doorway(window, language, report, admission, other, portrait);
    }

    boolean isStationReady(Stage.StationCheck check) {
        return view(Optional.empty(), 0).wanting(check).isEmpty();
    }

    Doorway takePortrait(String digest) {
        return new Doorway(window, language, report, admission, station, Optional.of(digest));
    }

    /** Returns whether the candidate came too late for the schedule to admit. */
    boolean isLate() {
        return admission.cameAt() != NEVER
                && admission.cameAt() >= window.closes().toEpochMilli();
    }

    boolean isOutOfTries(Stage.Admission door) {
        return admission.wrongCodes() >= door.tries();
    }

    boolean isCodeGiven() {
        return admission.codeAt() != NEVER;
    }

    boolean isLeaveGiven() {
        return admission.leaveAt() != NEVER;
    }

    /** Returns when the last of the ways was or will be met, or {@link #NEVER} while that depends on somebody's act. */
    long admittedAt(Stage.Admission door) {
        long at = Math.max(admission.cameAt(), admission.shutUntil());
        for (Way way : door.ways()) {
            at = Math.max(at, metAt(door, way));
        }
        return at;
    }

    /** Returns whether the invigilator's leave would meet a way that nothing else meets. */
    boolean wantsLeave(Stage.Admission door) {
        return !isLeaveGiven()
                && (door.ways().contains(Way.LEAVE)
                        || (door.ways().contains(Way.CODE) && isOutOfTries(door) && !isCodeGiven())
                        || (door.ways().contains(Way.SCHEDULE) && isLate() && door.late() == Late.BY_LEAVE));
    }

    /*
     * The invigilator's leave is one of the ways; besides, it stands in for a schedule that was missed and for a code
     * that cannot be tried any more. It does not open a door before its time.
     */
    private long metAt(Stage.Admission door, Way way) {
        long leaveAt = admission.leaveAt();
        return switch (way) {
            case LEAVE -> leaveAt;
            case CODE -> isCodeGiven() || !isOutOfTries(door) ? admission.codeAt() : leaveAt;
            case SCHEDULE -> !isLate() ? window.opens().toEpochMilli() : door.late() == Late.BY_LEAVE ? leaveAt : NEVER;
        };
    }

    /** Returns what can be said at {@code now}, with the door the candidate waits at. */
    Arrival view(Optional<Stage.Admission> door, long now) {
        Set<Way> unmet = EnumSet.noneOf(Way.class);
        door.ifPresent(
                at -> at.ways().stream().filter(way -> metAt(at, way) > now).forEach(unmet::add));
        int left =
                door.map(at -> Math.max(0, at.tries() - admission.wrongCodes())).orElse(0);
        return new Arrival(
                language,
                report,
                unmet,
                left,
                isLate(),
                station.figures(),
                Optional.ofNullable(station.checkedAt()),
                station.excused(),
                portrait);
    }
}

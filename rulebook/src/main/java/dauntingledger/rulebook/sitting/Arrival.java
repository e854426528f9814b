package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StationLine;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What has come of the steps between the door and the first question.
 *
 * @param language the language the candidate has chosen; empty until then
 * @param report what the candidate said is wrong, until it is resolved
 * @param unmet the ways of admission that are still to be met while the candidate waits at the door
 * @param triesLeft how many codes may still be tried there
 * @param late whether the candidate came to the door after the window had closed
 * @param station the figures of the last station check; empty if there was none
 * @param stationAt when it was made
 * @param stationExcused whether the invigilator lets the candidate go on with this station as it is
 * @param portrait SHA-256 of the picture that was taken, as 64 lower-case hexadecimal digits
 */
public record Arrival(
        Optional<String> language,
        Optional<Report> report,
        Set<Stage.Admission.Way> unmet,
        int triesLeft,
        boolean late,
        Map<StationLine, List<Long>> station,
        Optional<Instant> stationAt,
        boolean stationExcused,
        Optional<String> portrait) {

    /** What somebody waits for at the door. */
    public enum AtTheDoor {
        /** The hour of admission. */
        SCHEDULE(false),
        /** The invigilator's leave to come in although it is late. */
        LATE(true),
        /** Nothing: it is late, and the paper admits nobody after the hour. */
        SHUT(false),
        /** The code of the sitting. */
        CODE(false),
        /** The invigilator's leave, because the code was wrong too often. */
        OUT_OF_TRIES(true),
        /** The invigilator's leave. */
        LEAVE(true);

        private final boolean invigilator;

        AtTheDoor(boolean invigilator) {
            this.invigilator = invigilator;
        }

        /** Returns whether only the invigilator can let the candidate in. */
        public boolean needsInvigilator() {
            return invigilator;
        }
    }

    /** Returns what the candidate waits for at {@code door}, something for each way that is unmet. */
    public List<AtTheDoor> waitingAt(Stage.Admission door) {
        return unmet.stream()
                .sorted()
                .map(way -> switch (way) {
                    case SCHEDULE ->
                        !late ? AtTheDoor.SCHEDULE : isAdmittedLate(door) ? AtTheDoor.LATE : AtTheDoor.SHUT;
                    case CODE -> triesLeft == 0 ? AtTheDoor.OUT_OF_TRIES : AtTheDoor.CODE;
                    case LEAVE -> AtTheDoor.LEAVE;
                })
                .toList();
    }

    private static boolean isAdmittedLate(Stage.Admission door) {
        return door.late() == Stage.Admission.Late.BY_LEAVE;
    }

    /** Something that the candidate says is wrong with who or where they are taken to be. */
    public record Report(Reason reason, String note, Instant at) {}

    /** What is wrong. */
    public enum Reason {
        NAME,
        PICTURE,
        EXAM,
        SEAT,
        OTHER
    }

    /** Returns the lines of {@code check} that do not pass, unless the station is excused. */
    public List<StationLine> wanting(Stage.StationCheck check) {
        return stationExcused
                ? List.of()
                : check.lines().stream()
                        .filter(line -> !line.passes(station.getOrDefault(line, List.of())))
                        .toList();
    }
}

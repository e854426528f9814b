package dauntingledger.rulebook.exam;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.sitting.Window;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * When an exam is held, by the clock on the wall of its place. An hour that is earlier than the opening of the doors is
 * one of the next day. Where the clock is put back, an hour that comes twice is the first of the two.
 *
 * @param closes when the room closes, whatever the clocks say; empty if it does not
 */
public record ExamHours(
        LocalDate day,
        LocalTime doors,
        LocalTime opens,
        LocalTime admissionEnds,
        Optional<LocalTime> closes,
        ZoneId zone) {

    public ExamHours {
        requireNonNull(day, "day");
        requireNonNull(doors, "doors");
        requireNonNull(opens, "opens");
        requireNonNull(admissionEnds, "admissionEnds");
        requireNonNull(closes, "closes");
        requireNonNull(zone, "zone");
    }

    /** What can be wrong with hours. */
    public enum Problem {
        /** The doors, the opening, the end of admission and the closing do not follow one another. */
        ORDER,
        /** An hour is left out on that day, because the clock is put forward. */
        LEFT_OUT
    }

    public List<Problem> problems() {
        List<Problem> problems = new ArrayList<>();
        boolean leftOut = times().stream()
                .anyMatch(time -> zone.getRules().getValidOffsets(time).isEmpty());
        if (leftOut) {
            problems.add(Problem.LEFT_OUT);
        }
        LocalDateTime first = at(doors);
        boolean inOrder = !at(opens).isBefore(first)
                && at(opens).isBefore(at(admissionEnds))
                && closes.filter(end -> at(end).isBefore(at(admissionEnds))).isEmpty();
        if (!inOrder) {
            problems.add(Problem.ORDER);
        }
        return problems;
    }

    private List<LocalDateTime> times() {
        List<LocalDateTime> times = new ArrayList<>(List.of(at(doors), at(opens), at(admissionEnds)));
        closes.ifPresent(end -> times.add(at(end)));
        return times;
    }

    private LocalDateTime at(LocalTime time) {
        return (time.isBefore(doors) ? day.plusDays(1) : day).atTime(time);
    }

    /** Returns the hours as instants. */
    public Window window() {
        Window window = Window.of(instant(doors), instant(opens), instant(admissionEnds));
        return closes.map(end -> window.endingAt(instant(end))).orElse(window);
    }

    private Instant instant(LocalTime time) {
        return at(time).atZone(zone).withEarlierOffsetAtOverlap().toInstant();
    }
}

package dauntingledger.app.exams;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.exam.ExamHours;
import java.util.Set;

/**
 * What the office says of an exam.
 *
 * @param reentry whether invigilators may let a candidate in again whose sitting is over
 */
public record ExamPlan(
        String title,
        PaperRef paper,
        ExamHours hours,
        Set<RoomId> rooms,
        boolean atHome,
        Set<String> staff,
        boolean reentry) {

    public static final int LONGEST_TITLE = 200;

    public ExamPlan {
        requireNonNull(title, "title");
        requireNonNull(paper, "paper");
        requireNonNull(hours, "hours");
        rooms = Set.copyOf(rooms);
        staff = Set.copyOf(staff);
    }

    /** Makes a plan by which only the office lets somebody in again. */
    public ExamPlan(
            String title, PaperRef paper, ExamHours hours, Set<RoomId> rooms, boolean atHome, Set<String> staff) {
        this(title, paper, hours, rooms, atHome, staff, false);
    }
}

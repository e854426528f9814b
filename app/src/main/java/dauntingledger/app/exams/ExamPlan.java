package dauntingledger.app.exams;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.exam.ExamHours;
import java.util.Set;

/** What the office says of an exam. */
public record ExamPlan(
        String title, PaperRef paper, ExamHours hours, Set<RoomId> rooms, boolean atHome, Set<String> staff) {

    public static final int LONGEST_TITLE = 200;

    public ExamPlan {
        requireNonNull(title, "title");
        requireNonNull(paper, "paper");
        requireNonNull(hours, "hours");
        rooms = Set.copyOf(rooms);
        staff = Set.copyOf(staff);
    }
}

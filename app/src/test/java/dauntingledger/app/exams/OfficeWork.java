package dauntingledger.app.exams;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.results.Results;
import dauntingledger.rulebook.exam.ExamHours;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.exam.RoomPlan;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.beans.factory.annotation.Autowired;

/** What tests of the office need: rooms, exams and rosters of their own. */
public abstract class OfficeWork extends ExamServerTest {

    private static final AtomicInteger COUNT = new AtomicInteger(70_000);

    @Autowired
    protected Rooms rooms;

    @Autowired
    protected Exams exams;

    @Autowired
    protected Rosters rosters;

    @Autowired
    protected Chairs chairs;

    @Autowired
    private Results results;

    protected Rooms.Room newRoom(int rows, int columns) {
        return rooms.make("Room " + COUNT.incrementAndGet(), RoomPlan.of(rows, columns));
    }

    /** Returns hours that begin after {@code ahead}, with doors half an hour before, and two hours of admission. */
    protected ExamHours in(Duration ahead) {
        LocalDateTime opens = LocalDateTime.ofInstant(clock.instant().plus(ahead), ZoneOffset.UTC)
                .truncatedTo(ChronoUnit.MINUTES);
        LocalDateTime doors = opens.minusMinutes(30);
        return new ExamHours(
                doors.toLocalDate(),
                doors.toLocalTime(),
                opens.toLocalTime(),
                opens.plusHours(2).toLocalTime(),
                Optional.<LocalTime>empty(),
                ZoneId.of("UTC"));
    }

    protected ExamPlan plan(String paper, ExamHours hours, RoomId... in) {
        return new ExamPlan("Exam " + COUNT.incrementAndGet(), paper(paper), hours, Set.of(in), false, Set.of("INV-1"));
    }

    /** Returns an exam of the licence paper a week ahead. */
    protected Exam newExam(RoomId... in) {
        return exams.make(plan("pilot-licence", in(Duration.ofDays(7)), in));
    }

    protected static byte[] csv(String... lines) {
        return String.join("\r\n", lines).getBytes(StandardCharsets.UTF_8);
    }

    protected void imports(Exam exam, String... lines) {
        Rosters.Preview preview = rosters.check(exam.id(), "roster.csv", csv(lines));
        if (!preview.isGood()) {
            throw new AssertionError(preview.findings().toString());
        }
        rosters.confirm(exam.id(), preview.digest());
    }

    /** Imports {@code count} candidates with numbers of their own; returns the roster. */
    protected List<Appointment> imports(Exam exam, int count) {
        StringBuilder file = new StringBuilder("number,name,email\n");
        for (int i = 0; i < count; i++) {
            int number = COUNT.incrementAndGet();
            file.append(number)
                    .append(",Candidate ")
                    .append(number)
                    .append(",c")
                    .append(number)
                    .append("@brackwater.example\n");
        }
        imports(exam, file.toString());
        return exams.roster(exam.id());
    }

    /** Brings an exam on to a state; on the way to the release its results are fixed. */
    protected void bringTo(Exam exam, ExamState to) {
        if (to == ExamState.RELEASED) {
            results.workOut(exams.find(exam.id()).orElseThrow(), "OFF-1");
        }
        exams.bring(exam.id(), to);
    }

    protected static int nextNumber() {
        return COUNT.incrementAndGet();
    }
}

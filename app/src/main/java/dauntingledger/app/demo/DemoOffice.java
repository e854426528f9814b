package dauntingledger.app.demo;

import dauntingledger.app.exams.Chairs;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamPlan;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.exams.Rosters;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.exam.Chair;
import dauntingledger.rulebook.exam.ExamHours;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.exam.RoomPlan;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** Opens the exam office of the demo: staff of every role, two rooms, exams, as the office itself would. */
@Component
class DemoOffice {

    private static final long CHAIR_SEED = 1_899;
    private static final int AT_WORK = 9;
    private static final Duration BEGAN = Duration.ofMinutes(25);
    private static final Duration DOORS_OPEN_SINCE = Duration.ofMinutes(60);
    private static final Duration OPEN_SINCE = Duration.ofMinutes(50);
    private static final Duration ADMITTED_FOR = Duration.ofHours(6);

    private final Staff staff;
    private final Rooms rooms;
    private final Exams exams;
    private final Rosters rosters;
    private final Chairs chairs;
    private final DemoSittings sittings;
    private final WallClock wall;
    private final Clock clock;
    private final ObjectProvider<DemoCrowd> crowd;
    private final ObjectProvider<DemoPast> past;

    DemoOffice(
            Staff staff,
            Rooms rooms,
            Exams exams,
            Rosters rosters,
            Chairs chairs,
            DemoSittings sittings,
            WallClock wall,
            Clock clock,
            ObjectProvider<DemoCrowd> crowd,
            ObjectProvider<DemoPast> past) {
        this.staff = staff;
        this.rooms = rooms;
        this.exams = exams;
        this.rosters = rosters;
        this.chairs = chairs;
        this.sittings = sittings;
        this.wall = wall;
        this.clock = clock;
        this.crowd = crowd;
        this.past = past;
    }

    /** Does nothing in an installation that has staff already. */
    void open(PaperRef licence, PaperRef cadets, PaperRef lightkeepers, PaperRef radio) throws IOException {
        if (!staff.all().isEmpty()) {
            return;
        }
        RoomId north = rooms.make("North", north()).id();
        RoomId south = rooms.make("South", RoomPlan.of(5, 6)).id();
        takeOn(Role.OFFICE, "OFF-1", "Orla Menck", "four-fathoms-of-ink", Set.of(), Set.of());
        takeOn(
                Role.INVIGILATOR,
                "INV-1",
                "Jonna Hartwell",
                "lantern-and-ebb-tide",
                Set.of(Staff.NO_ROOM, north.value(), south.value()),
                Set.of());
        String licenceId = licence.id().value();
        takeOn(Role.MARKER, "MRK-1", "Alexis Penhale", "margin-note-in-teal", Set.of(), Set.of(licenceId));
        takeOn(Role.MARKER, "MRK-2", "Yara Quillmoor", "a-second-pair-of-eyes", Set.of(), Set.of(licenceId));
        takeOn(Role.CHIEF_MARKER, "CHF-1", "Bertil Oswin", "two-readers-one-mark", Set.of(), Set.of(licenceId));
        takeOn(Role.AUDITOR, "AUD-1", "Concha Idris", "read-every-last-line", Set.of(), Set.of());

        LocalDateTime now =
                LocalDateTime.ofInstant(clock.instant(), wall.zone()).truncatedTo(ChronoUnit.MINUTES);
        running(plan("Licence examination, winter", licence, today(now), Set.of(north), false));
        if (crowd.getIfAvailable() != null) {
            announced(plan("Cadets’ entrance, first day", cadets, today(now), Set.of(south), false), "today");
            past.ifAvailable(earlier -> earlier.hold(licence, radio));
            announced(plan("Shore radio, at home today", radio, today(now), Set.of(), true), "at-home");
        }
        announced(plan("Cadets’ entrance, second day", cadets, morning(now.plusDays(1)), Set.of(north, south), false));
        draft(plan("Lightkeepers, at home", lightkeepers, morning(now.plusDays(9)), Set.of(), true));
    }

    private static RoomPlan north() {
        return new RoomPlan(
                4,
                6,
                Set.of(),
                Set.of(new Chair(1, 1), new Chair(2, 1), new Chair(1, 6)),
                Set.of(new Chair(1, 1), new Chair(1, 6)));
    }

    private void takeOn(Role role, String number, String name, String password, Set<Long> inRooms, Set<String> papers) {
        String email = name.toLowerCase(Locale.ROOT).replace(' ', '.') + "@brackwater.example";
        staff.takeOn(new Staff.Profile(number, name, email, role, inRooms, papers, Staff.NO_CENTRE, false), password);
    }

    private ExamHours today(LocalDateTime now) {
        LocalDateTime doors = now.minus(DOORS_OPEN_SINCE);
        return new ExamHours(
                doors.toLocalDate(),
                doors.toLocalTime(),
                now.minus(OPEN_SINCE).toLocalTime(),
                now.plus(ADMITTED_FOR).toLocalTime(),
                Optional.empty(),
                wall.zone());
    }

    private ExamHours morning(LocalDateTime day) {
        return new ExamHours(
                day.toLocalDate(),
                LocalTime.of(8, 30),
                LocalTime.of(9, 0),
                LocalTime.of(9, 20),
                Optional.of(LocalTime.of(12, 30)),
                wall.zone());
    }

    private static ExamPlan plan(String title, PaperRef paper, ExamHours hours, Set<RoomId> in, boolean atHome) {
        return new ExamPlan(title, paper, hours, in, atHome, Set.of("INV-1"));
    }

    private void running(ExamPlan plan) throws IOException {
        Exam exam = announced(plan, "licence");
        List<Appointment> roster = exams.roster(exam.id());
        for (int i = 0; i < AT_WORK; i++) {
            sittings.atWork(roster.get(i), BEGAN.minusMinutes(i), 3 + 2 * i);
        }
    }

    private void announced(ExamPlan plan) throws IOException {
        announced(plan, "cadets");
    }

    private Exam announced(ExamPlan plan, String roster) throws IOException {
        Exam exam = withRoster(plan, roster);
        chairs.give(exam.id(), CHAIR_SEED, false);
        exams.bring(exam.id(), ExamState.ANNOUNCED);
        return exam;
    }

    private void draft(ExamPlan plan) throws IOException {
        withRoster(plan, "lightkeepers");
    }

    private Exam withRoster(ExamPlan plan, String name) throws IOException {
        Exam exam = exams.make(plan);
        byte[] file = new ClassPathResource("demo/rosters/" + name + ".csv").getContentAsByteArray();
        rosters.confirm(exam.id(), rosters.check(exam.id(), name + ".csv", file).digest());
        return exam;
    }
}

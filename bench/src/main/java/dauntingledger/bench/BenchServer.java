package dauntingledger.bench;

import dauntingledger.app.DauntingLedger;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamPlan;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Batch;
import dauntingledger.app.ledger.Booking;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.Origin;
import dauntingledger.app.ledger.Revision;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.programs.Judging;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.exam.ExamHours;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.config.ScheduledTaskHolder;

/**
 * An exam server with many candidates in one long paper. Its first argument says how many, the second how many entries
 * to write straight into their ledgers; then it prints {@code READY} with what it wrote, and serves until killed. With
 * {@code --bench.ago} the entries are dated so long ago; with {@code --bench.sweep} it has one turn of the sweep first,
 * and says how many milliseconds that took and how many deadlines are left.
 */
public final class BenchServer {

    static final String PIN = "1234";
    static final String INVIGILATOR = "INV-9";
    private static final Duration POLL = Duration.ofMillis(100);
    static final String PASSWORD = "a lamp beside the slipway";

    private BenchServer() {}

    static String number(int candidate) {
        return "LOAD-" + candidate;
    }

    public static void main(String[] args) throws Exception {
        int sittings = Integer.parseInt(args[0]);
        int entries = Integer.parseInt(args[1]);
        List<String> rest = new ArrayList<>(List.of(args).subList(2, args.length));
        ConfigurableApplicationContext context =
                SpringApplication.run(DauntingLedger.class, rest.toArray(new String[0]));
        if (context.getEnvironment().containsProperty("bench.sweep")) {
            System.out.println("READY " + sweep(context));
            return;
        }
        int rooms = context.getEnvironment().getProperty("bench.rooms", Integer.class, 0);
        if (rooms > 0) {
            inPlaces(context, sittings, rooms);
            System.out.println("READY");
            return;
        }
        int runs = context.getEnvironment().getProperty("bench.practice", Integer.class, 0);
        if (runs > 0) {
            practised(context, runs);
            System.out.println("READY");
            return;
        }
        List<Appointment> appointments = people(context, sittings);
        Duration ago = context.getEnvironment().getProperty("bench.ago", Duration.class, Duration.ZERO);
        String written = entries == 0 ? "" : write(context, appointments, entries, ago);
        System.out.println("READY " + written);
        String language = context.getEnvironment().getProperty("bench.programs", "");
        if (!language.isEmpty()) {
            judge(context, Language.find(language).orElseThrow());
        }
    }

    /** Waits until it is told to begin, has programs judged, and says how many seconds that took. */
    private static void judge(ConfigurableApplicationContext context, Language language) throws Exception {
        Path data = Path.of(context.getEnvironment().getRequiredProperty("exam.data"));
        while (!Files.exists(data.resolve(ProgramsBench.BEGUN))) {
            Thread.sleep(POLL.toMillis());
        }
        Judging judging = context.getBean(Judging.class);
        Cases cases = ProgramsBench.cases();
        long start = System.nanoTime();
        for (int i = 0; i < ProgramsBench.PROGRAMS; i++) {
            judging.of(ProgramsBench.program(language, i), cases);
        }
        while (judging.waiting() > 0) {
            Thread.sleep(POLL.toMillis());
        }
        long took = Duration.ofNanos(System.nanoTime() - start).toSeconds();
        boolean passed = judging.of(ProgramsBench.program(language, 0), cases)
                .filter(endings -> endings.stream().allMatch(Ending::isPass))
                .isPresent();
        Files.writeString(data.resolve(ProgramsBench.JUDGED), took + (passed ? "" : " and did not pass"));
    }

    private static String sweep(ConfigurableApplicationContext context) {
        Runnable turn = context.getBean(ScheduledTaskHolder.class).getScheduledTasks().stream()
                .filter(task -> task.toString().endsWith("Sweep.turn"))
                .findFirst()
                .orElseThrow()
                .getTask()
                .getRunnable();
        long start = System.nanoTime();
        turn.run();
        long millis = Duration.ofNanos(System.nanoTime() - start).toMillis();
        Long left = context.getBean(JdbcTemplate.class).queryForObject("select count(*) from deadline", Long.class);
        return millis + " " + left;
    }

    /** Gives the demo's candidate who practises so many runs more, which are their first one over and over. */
    private static void practised(ConfigurableApplicationContext context, int runs) throws IOException {
        int port = context.getEnvironment().getRequiredProperty("local.server.port", Integer.class);
        try (Connection connection = new Connection(port)) {
            SimulatedSitting.signIn(connection, PracticeBench.CANDIDATE, PracticeBench.PIN);
            connection.get("/practice");
        }
        JdbcTemplate jdbc = context.getBean(JdbcTemplate.class);
        for (int i = 0; i < runs; i++) {
            jdbc.update("""
                    insert into sitting (candidate, paper, paper_version, seat, seed, practised, progress)
                    select candidate, paper, paper_version, seat, seed, practised, progress from sitting
                    where id = (select min(sitting) from practice_run where candidate = ?)""", PracticeBench.CANDIDATE);
            jdbc.update("""
                    insert into practice_run (sitting, candidate, handed_in_at, run)
                    select (select max(id) from sitting), candidate, handed_in_at, run from practice_run
                    where sitting = (select min(sitting) from practice_run where candidate = ?)""", PracticeBench.CANDIDATE);
        }
    }

    private static List<Appointment> people(ConfigurableApplicationContext context, int count) throws IOException {
        PaperRef paper = context.getBean(Papers.class)
                .importPackage(new ByteArrayInputStream(BenchPaper.zip()))
                .paper();
        List<Appointment> appointments = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            context.getBean(Candidates.class).register(number(i), "Candidate " + i, PIN, "");
            appointments.add(context.getBean(Appointments.class).make(number(i), paper, String.valueOf(i), Terms.OPEN));
        }
        return appointments;
    }

    /** Makes exams at home, each with a board, and puts as many candidates into each. */
    private static void inPlaces(ConfigurableApplicationContext context, int count, int places) throws IOException {
        PaperRef paper = context.getBean(Papers.class)
                .importPackage(new ByteArrayInputStream(BenchPaper.zip()))
                .paper();
        context.getBean(Staff.class)
                .takeOn(
                        new Staff.Profile(
                                INVIGILATOR,
                                "Invigilator",
                                "",
                                Role.INVIGILATOR,
                                Set.of(Staff.NO_ROOM),
                                Set.of(),
                                Staff.NO_CENTRE,
                                false),
                        PASSWORD);
        for (int i = 0; i < count; i++) {
            context.getBean(Candidates.class).register(number(i), "Candidate " + i, PIN, "");
        }
        Exams exams = context.getBean(Exams.class);
        LocalDateTime doors = LocalDateTime.now(ZoneOffset.UTC).minusMinutes(5).truncatedTo(ChronoUnit.MINUTES);
        for (int place = 0; place < places; place++) {
            ExamHours hours = new ExamHours(
                    doors.toLocalDate(),
                    doors.toLocalTime(),
                    doors.plusMinutes(1).toLocalTime(),
                    doors.plusHours(6).toLocalTime(),
                    Optional.empty(),
                    ZoneOffset.UTC);
            Exam exam = exams.make(new ExamPlan("Place " + place, paper, hours, Set.of(), true, Set.of(INVIGILATOR)));
            List<Booking> made = new ArrayList<>();
            for (int i = place * count / places; i < (place + 1) * count / places; i++) {
                made.add(new Booking(
                        number(i),
                        paper,
                        "",
                        Terms.OPEN.within(hours.window()),
                        new Appointment.InExam(exam.id(), Optional.empty(), Origin.HAND, 0, false)));
            }
            context.getBean(Appointments.class).revise(new Revision(made, List.of(), List.of()), () -> {});
            exams.bring(exam.id(), ExamState.ANNOUNCED);
        }
    }

    /** Writes entries as many candidates would at once, a few at a time each, and tells what the file grew to. */
    private static String write(
            ConfigurableApplicationContext context, List<Appointment> appointments, int entries, Duration ago)
            throws Exception {
        Ledgers ledgers = context.getBean(Ledgers.class);
        int each = entries / appointments.size();
        try (ExecutorService candidates = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<?>> writing = new ArrayList<>();
            for (Appointment appointment : appointments) {
                writing.add(candidates.submit(() -> write(ledgers, appointment, each, ago)));
            }
            for (Future<?> one : writing) {
                one.get();
            }
        }
        Long held = context.getBean(JdbcTemplate.class)
                .queryForObject("select sum(octet_length(line) + 32 + 12) from ledger_line", Long.class);
        long file = Files.size(Path.of(context.getEnvironment().getRequiredProperty("exam.data"), "ledger.mv.db"));
        return held + " " + file;
    }

    private static void write(Ledgers ledgers, Appointment appointment, int entries, Duration ago) {
        ledgers.record(appointment, new Act.SeatTaken("bench"), Instant.now().minus(ago));
        append(
                ledgers,
                appointment,
                ago,
                new Act.StageOpened(new StageId("instructions")),
                new Act.StageLeft(new StageId("instructions")),
                new Act.StageOpened(new StageId("long")));
        for (int i = 0; i < entries; i += 2) {
            append(
                    ledgers,
                    appointment,
                    ago,
                    new Act.QuestionOpened(item(i)),
                    new Act.Answered(
                            item(i), new ResponseId("R1"), Value.choice(new ChoiceId(i % 3 == 0 ? "A" : "B"))));
        }
    }

    private static void append(Ledgers ledgers, Appointment appointment, Duration ago, Act... acts) {
        Instant now = Instant.now().minus(ago);
        List<Entry> entries = Stream.of(acts)
                .map(act -> Entry.made(new EntryId(UUID.randomUUID().toString()), now, act))
                .toList();
        ledgers.append(appointment, new Batch("bench", entries, List.of(), now), now);
    }

    private static ItemId item(int i) {
        return new ItemId("q" + (i / 2 % BenchPaper.QUESTIONS + 1));
    }
}

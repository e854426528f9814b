package dauntingledger.app.exams;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.Revision;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.search.SearchIndex;
import dauntingledger.app.staff.Role;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.exam.ExamHours;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.exam.ExamState.Obstacle;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Window;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps exams in the database. */
@Component
class ExamBook implements Exams {

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Appointments appointments;
    private final Papers papers;
    private final Staff staff;
    private final SearchIndex index;
    private final Notices notices;
    private final ExamFigures figures;
    private final Unmarked unmarked;
    private final Releases releases;
    private final ResultsFixed results;
    private final OpenExams open;
    private final ApplicationEventPublisher events;
    private final Clock clock;
    private final DoorCodes codes = new DoorCodes();

    /** What an exam was before there was one. */
    private static final Exam NOT_YET = new Exam(
            new ExamId(0),
            "",
            new PaperRef(new PaperId("none"), 0),
            new ExamHours(
                    LocalDate.EPOCH, LocalTime.MIN, LocalTime.MIN, LocalTime.MAX, Optional.empty(), ZoneOffset.UTC),
            ExamState.DRAFT,
            Map.of(),
            Optional.empty(),
            Set.of(),
            0,
            false,
            0);

    ExamBook(
            EntityManager entities,
            TransactionTemplate transactions,
            Appointments appointments,
            Papers papers,
            Staff staff,
            SearchIndex index,
            Notices notices,
            ExamFigures figures,
            Unmarked unmarked,
            Releases releases,
            ResultsFixed results,
            OpenExams open,
            ApplicationEventPublisher events,
            Clock clock) {
        this.entities = entities;
        this.transactions = transactions;
        this.appointments = appointments;
        this.papers = papers;
        this.staff = staff;
        this.index = index;
        this.notices = notices;
        this.figures = figures;
        this.unmarked = unmarked;
        this.releases = releases;
        this.results = results;
        this.open = open;
        this.events = events;
        this.clock = clock;
    }

    @Override
    public Exam make(ExamPlan plan) {
        requireGood(plan);
        return transactions.execute(status -> {
            ExamRecord made = ExamRecord.empty();
            made.become(planned(plan, NOT_YET));
            entities.persist(made);
            index(made.exam());
            return made.exam();
        });
    }

    private void index(Exam exam) {
        index.put(
                SearchIndex.Kind.EXAM,
                exam.id().toString(),
                exam.title(),
                papers.text(exam.paper()).paper().title(),
                exam.hours().day().toString());
    }

    @EventListener
    void index(SearchIndex.Anew anew) {
        page(0, Integer.MAX_VALUE).forEach(this::index);
    }

    private void requireGood(ExamPlan plan) {
        List<String> problems = new ArrayList<>();
        plan.hours().problems().forEach(problem -> problems.add("hours-" + PlainNames.name(problem)));
        boolean known = transactions.execute(status ->
                plan.rooms().stream().allMatch(room -> entities.find(RoomRecord.class, room.value()) != null));
        if (!known) {
            problems.add("places");
        }
        if (!plan.staff().stream().allMatch(number -> staff.member(number).isPresent())) {
            problems.add("staff");
        }
        if (!problems.isEmpty()) {
            throw new ExamChangeException(problems);
        }
    }

    /** Returns an exam as it is planned; places that it had keep their codes. */
    private Exam planned(ExamPlan plan, Exam before) {
        Map<RoomId, String> places = new TreeMap<>(Comparator.comparingLong(RoomId::value));
        plan.rooms().forEach(room -> places.put(room, before.codes().getOrDefault(room, codes.make())));
        Optional<String> home =
                plan.atHome() ? Optional.of(before.homeCode().orElseGet(codes::make)) : Optional.empty();
        boolean moved = before.state() != ExamState.DRAFT && !plan.hours().equals(before.hours());
        return new Exam(
                before.id(),
                plan.title(),
                plan.paper(),
                plan.hours(),
                before.state(),
                places,
                home,
                plan.staff(),
                before.timesMoved() + (moved ? 1 : 0),
                plan.reentry(),
                before.chairSeed());
    }

    @Override
    public List<String> change(ExamId id, ExamPlan plan) {
        requireGood(plan);
        Exam before = open.find(id);
        boolean otherPaper = !plan.paper().equals(before.paper());
        if (otherPaper
                && before.state() != ExamState.DRAFT
                && !papers.practised(plan.paper()).isEmpty()) {
            throw new ExamChangeException(PlainNames.name(Obstacle.PRACTISED));
        }
        List<Appointment> roster = roster(id);
        requirePlacesKept(plan, roster);
        Exam after = planned(plan, before);
        boolean hoursChange = !after.hours().equals(before.hours());
        Set<Appointment> begun = figures.begun(roster);
        List<Appointment> revised = roster.stream()
                .filter(sitting -> hoursChange || !begun.contains(sitting))
                .filter(sitting -> !revised(sitting, after).equals(sitting))
                .map(sitting -> revised(sitting, after))
                .toList();
        open.change(before, Revision.changing(revised), record -> {
            record.become(after);
            index(after);
        });
        if (after.timesMoved() > before.timesMoved()) {
            notices.moved(after, roster(id));
        }
        return after.paper().equals(before.paper())
                ? List.of()
                : begun.stream().map(Appointment::candidate).sorted().toList();
    }

    private static void requirePlacesKept(ExamPlan plan, List<Appointment> roster) {
        boolean lost = roster.stream()
                .anyMatch(sitting -> sitting.room()
                        .filter(room -> !plan.rooms().contains(room))
                        .isPresent());
        if (lost) {
            throw new ExamChangeException("room-in-use");
        }
    }

    /** Returns a sitting as it is in this exam now. */
    private static Appointment revised(Appointment sitting, Exam exam) {
        return sitting.on(
                exam.paper(),
                sitting.terms().within(exam.hours().window()).in(sitting.room(), exam.code(sitting.room())));
    }

    @Override
    public Optional<Exam> find(ExamId exam) {
        return transactions.execute(status -> Optional.ofNullable(entities.find(ExamRecord.class, exam.value()))
                .map(ExamRecord::exam));
    }

    @Override
    public List<Exam> page(int from, int most) {
        return transactions.execute(status -> entities
                .createQuery("from ExamRecord order by opensAt desc, id desc", ExamRecord.class)
                .setFirstResult(from)
                .setMaxResults(most)
                .getResultList()
                .stream()
                .map(ExamRecord::exam)
                .toList());
    }

    @Override
    public List<Exam> in(Set<ExamState> states, Set<String> ofPapers) {
        return transactions.execute(status -> entities
                .createQuery(
                        "from ExamRecord where state in :states and paper in :papers order by id", ExamRecord.class)
                .setParameter("states", states)
                .setParameter("papers", ofPapers)
                .getResultList()
                .stream()
                .map(ExamRecord::exam)
                .toList());
    }

    @Override
    public List<Exam> all(List<ExamId> exams) {
        return exams.stream().flatMap(exam -> find(exam).stream()).toList();
    }

    @Override
    public List<Obstacle> obstacles(Exam exam, ExamState to) {
        return to.obstacles(facts(exam, to), clock.instant());
    }

    @Override
    public ExamState.Facts facts(Exam exam) {
        return facts(exam, exam.state());
    }

    /**
     * Papers are compared, and marks worked out, only where they are a condition: the one reads all papers for practice, the
     * other opens every sitting of the exam.
     */
    private ExamState.Facts facts(Exam exam, ExamState to) {
        Window window = exam.hours().window();
        ExamFigures.Figures found = figures.of(exam);
        return new ExamState.Facts(
                to == ExamState.ANNOUNCED ? papers.practised(exam.paper()).size() : 0,
                window.closes(),
                found.candidates(),
                found.withoutChair(),
                (int) found.rooms().stream()
                        .filter(room -> !isLookedAfter(exam, room))
                        .count(),
                found.begun(),
                found.unfinished(),
                found.held(),
                to == ExamState.MARKED ? unmarked.in(exam) : 0,
                to != ExamState.RELEASED || results.in(exam));
    }

    private boolean isLookedAfter(Exam exam, RoomId room) {
        return exam.staff().stream()
                .flatMap(number -> staff.member(number).stream())
                .anyMatch(member -> member.role() == Role.INVIGILATOR
                        && member.standing() != Staff.Standing.ENDED
                        && member.rooms().contains(room.value()));
    }

    @Override
    public void bring(ExamId id, ExamState to) {
        Exam exam = find(id).orElseThrow();
        ExamState now = exam.state(clock.instant());
        boolean neighbour = now.next().filter(to::equals).isPresent()
                || now.back().filter(to::equals).isPresent();
        if (!neighbour) {
            throw new ExamChangeException("another-state");
        }
        List<Obstacle> obstacles = obstacles(exam, to);
        if (!obstacles.isEmpty()) {
            throw new ExamChangeException(
                    obstacles.stream().map(PlainNames::name).toList());
        }
        appointments.show(id, to.isShown(), () -> open.hold(exam).state(to));
        if (to == ExamState.RELEASED) {
            releases.release(id, Releases.EVERYWHERE, "");
        }
        events.publishEvent(new ExamBrought(exam, to));
    }

    @Override
    public Set<Appointment> begun(List<Appointment> sittings) {
        return figures.begun(sittings);
    }

    @Override
    public List<Appointment> roster(ExamId exam) {
        return appointments.of(exam);
    }

    @Override
    public List<Appointment> roster(ExamId exam, int from, int most) {
        return appointments.of(exam, from, most);
    }
}

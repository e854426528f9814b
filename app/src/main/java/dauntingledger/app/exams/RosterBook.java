package dauntingledger.app.exams;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.Origin;
import dauntingledger.app.ledger.Revision;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.staff.Staff;
import dauntingledger.app.words.ChosenLanguage;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.exam.RoomPlan;
import dauntingledger.rulebook.exam.RosterCheck;
import dauntingledger.rulebook.exam.RosterColumn;
import dauntingledger.rulebook.exam.RosterFinding;
import dauntingledger.rulebook.exam.RosterFinding.Problem;
import dauntingledger.rulebook.exam.RosterLine;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps the rosters of exams. */
@Component
class RosterBook implements Rosters {

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Exams exams;
    private final Rooms rooms;
    private final OpenExams open;
    private final Candidates candidates;
    private final Papers papers;
    private final Centres centres;
    private final Staff staff;
    private final ExamFigures figures;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    RosterBook(
            EntityManager entities,
            TransactionTemplate transactions,
            Exams exams,
            Rooms rooms,
            OpenExams open,
            Candidates candidates,
            Papers papers,
            Centres centres,
            Staff staff,
            ExamFigures figures,
            ApplicationEventPublisher events,
            Clock clock) {
        this.entities = entities;
        this.transactions = transactions;
        this.exams = exams;
        this.rooms = rooms;
        this.open = open;
        this.candidates = candidates;
        this.papers = papers;
        this.centres = centres;
        this.staff = staff;
        this.figures = figures;
        this.events = events;
        this.clock = clock;
    }

    /** A file that was sent. */
    private record Sent(String name, String contents) {
        String digest() {
            return Hash.of(contents).hex();
        }
    }

    /** A file with what it would do. */
    private record Planned(Preview preview, RosterPlan plan) {}

    @Override
    public Preview check(ExamId exam, String name, byte[] contents) {
        RosterFile.Read read = RosterFile.read(contents);
        if (!read.findings().isEmpty()) {
            return new Preview(name, "", read.findings(), List.of(), List.of(), List.of(), 0);
        }
        Sent sent = new Sent(name, new String(contents, StandardCharsets.UTF_8));
        Planned planned = plan(exams.find(exam).orElseThrow(), sent, read);
        keep(exam, sent);
        return planned.preview();
    }

    private void keep(ExamId exam, Sent sent) {
        transactions.executeWithoutResult(status -> {
            forget(exam);
            entities.createNativeQuery(
                            "insert into roster_file (exam, name, digest, content, sent_at) values (?1, ?2, ?3, ?4, ?5)")
                    .setParameter(1, exam.value())
                    .setParameter(2, sent.name())
                    .setParameter(3, sent.digest())
                    .setParameter(4, sent.contents())
                    .setParameter(5, clock.instant().atOffset(ZoneOffset.UTC))
                    .executeUpdate();
        });
    }

    private void forget(ExamId exam) {
        entities.createNativeQuery("delete from roster_file where exam = ?1")
                .setParameter(1, exam.value())
                .executeUpdate();
    }

    private Optional<Sent> sent(ExamId exam) {
        return transactions.execute(status -> {
            List<?> rows = entities.createNativeQuery(
                            "select name, cast(content as varchar) from roster_file where exam = ?1", Object[].class)
                    .setParameter(1, exam.value())
                    .getResultList();
            return rows.stream()
                    .map(row -> (Object[]) row)
                    .map(row -> new Sent(String.valueOf(row[0]), String.valueOf(row[1])))
                    .findFirst();
        });
    }

    @Override
    public Optional<Preview> pending(ExamId exam) {
        return sent(exam).map(file -> plan(exams.find(exam).orElseThrow(), file).preview());
    }

    private Planned plan(Exam exam, Sent sent) {
        return plan(exam, sent, RosterFile.read(sent.contents().getBytes(StandardCharsets.UTF_8)));
    }

    private Planned plan(Exam exam, Sent sent, RosterFile.Read read) {
        RosterCheck.Result checked = RosterCheck.check(read.rows(), context(exam));
        List<RosterFinding> findings = new ArrayList<>(checked.findings());
        RosterPlan plan = planOf(exam, checked.lines(), Origin.FILE, NO_CENTRE);
        checked.lines().forEach(plan::put);
        if (findings.isEmpty()) {
            plan.removeOthers(checked.lines());
            Map<String, Integer> at = linesByNumber(read.rows());
            findings.addAll(plan.clashes(at));
            findings.addAll(comeIn(plan.revision(), at));
        }
        return new Planned(plan.preview(sent.name(), sent.digest(), findings), plan);
    }

    private Map<String, Integer> linesByNumber(List<RosterCheck.Row> rows) {
        int column = rows.getFirst().cells().stream()
                .map(RosterColumn::of)
                .toList()
                .indexOf(Optional.of(RosterColumn.NUMBER));
        Map<String, Integer> at = new HashMap<>();
        rows.stream()
                .skip(1)
                .filter(row -> row.cells().size() > column)
                .forEach(row -> at.put(candidates.normalised(row.cells().get(column)), row.line()));
        return at;
    }

    /** Those who have come in stay as they are. */
    private List<RosterFinding> comeIn(Revision revision, Map<String, Integer> at) {
        List<Appointment> touched = new ArrayList<>(revision.changed());
        touched.addAll(revision.cancelled());
        Set<String> begun =
                figures.begun(touched).stream().map(Appointment::candidate).collect(Collectors.toSet());
        return begun.stream()
                .sorted()
                .map(number -> new RosterFinding(at.getOrDefault(number, 1), "number", Problem.COME_IN, number))
                .toList();
    }

    private RosterPlan planOf(Exam exam, List<RosterLine> lines, Origin origin, long centre) {
        List<Appointment> present = exams.roster(exam.id());
        Set<String> numbers = new HashSet<>();
        present.forEach(sitting -> numbers.add(sitting.candidate()));
        lines.forEach(line -> numbers.add(line.number()));
        Map<String, Candidate> people = candidates.findAll(numbers);
        return new RosterPlan(
                new RosterPlan.Before(exam, papers.text(exam.paper()).paper(), roomsOf(exam), present, people),
                origin,
                centre);
    }

    private Map<String, Rooms.Room> roomsOf(Exam exam) {
        return rooms.of(exam).stream().collect(Collectors.toMap(Rooms.Room::name, room -> room));
    }

    private RosterCheck.Context context(Exam exam) {
        Map<String, RoomPlan> plans =
                roomsOf(exam).values().stream().collect(Collectors.toMap(Rooms.Room::name, Rooms.Room::plan));
        Set<String> working = staff.all().stream().map(Staff.Member::number).collect(Collectors.toSet());
        return new RosterCheck.Context(
                candidates.prefix(),
                Optional.of(plans),
                ChosenLanguage.OFFERED.stream().map(Locale::toLanguageTag).collect(Collectors.toSet()),
                working::contains,
                Accommodations.hasPlaceForBreak(papers.text(exam.paper()).paper()));
    }

    @Override
    public Preview confirm(ExamId id, String digest) {
        Sent sent = sent(id).filter(file -> file.digest().equals(digest))
                .orElseThrow(() -> new ExamChangeException("another-file"));
        Exam exam = open.find(id);
        Planned planned = plan(exam, sent);
        if (!planned.preview().isGood()) {
            throw new ExamChangeException("findings");
        }
        carryOut(exam, planned.plan(), () -> forget(id));
        planned.plan().revision().cancelled().forEach(this::freed);
        return planned.preview();
    }

    private void carryOut(Exam exam, RosterPlan plan, Runnable besides) {
        open.change(exam, plan.revision(), record -> {
            candidates.registerAll(plan.registered());
            besides.run();
        });
    }

    @Override
    public List<RosterFinding> put(ExamId id, Map<RosterColumn, String> cells, Origin origin, long centre) {
        Exam exam = open.find(id);
        List<RosterColumn> columns = List.of(RosterColumn.values());
        List<RosterCheck.Row> rows = List.of(
                new RosterCheck.Row(1, columns.stream().map(RosterColumn::key).toList()),
                new RosterCheck.Row(
                        2,
                        columns.stream()
                                .map(column -> cells.getOrDefault(column, ""))
                                .toList()));
        RosterCheck.Result checked = RosterCheck.check(rows, context(exam));
        List<RosterFinding> findings = new ArrayList<>(checked.findings());
        if (findings.isEmpty()) {
            RosterLine line = requireNonNull(checked.lines().getFirst());
            RosterPlan plan = planOf(exam, checked.lines(), origin, centre);
            plan.put(line);
            findings.addAll(plan.clashes(Map.of(line.number(), 2)));
            findings.addAll(comeIn(plan.revision(), Map.of(line.number(), 2)));
            if (findings.isEmpty()) {
                carryOut(exam, plan, () -> requirePlace(id, plan.revision(), centre));
            }
        }
        return findings;
    }

    private void requirePlace(ExamId exam, Revision revision, long centre) {
        boolean full =
                centres.roster(exam, centre).size() >= centres.allowed(exam).getOrDefault(centre, 0);
        if (centre != NO_CENTRE && !revision.made().isEmpty() && full) {
            throw new ExamChangeException(Centres.FULL);
        }
    }

    @Override
    public void remove(Appointment sitting) {
        Exam exam = open.find(sitting.exam().orElseThrow().exam());
        open.change(exam, Revision.cancelling(sitting), record -> {});
        freed(sitting);
    }

    private void freed(Appointment sitting) {
        events.publishEvent(new PlaceFreed(sitting.exam().orElseThrow().exam(), sitting.candidate()));
    }
}

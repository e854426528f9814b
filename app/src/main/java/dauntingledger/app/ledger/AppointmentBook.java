package dauntingledger.app.ledger;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dauntingledger.app.nodes.Missed;
import dauntingledger.app.nodes.OtherNodes;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.sitting.Progress;
import jakarta.persistence.EntityManager;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.hibernate.Session;
import org.jspecify.annotations.Nullable;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Keeps the sittings in the database, and those in use in memory. */
@Component
class AppointmentBook implements Appointments {

    private static final int MOST_KEPT = 20_000;
    private static final Duration KEPT = Duration.ofDays(1);

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Papers papers;
    private final LedgerStore ledgers;
    private final JsonMapper json;
    private final ApplicationEventPublisher events;
    private final SecureRandom random = new SecureRandom();
    private final OtherNodes nodes;
    private final Cache<SittingId, Appointment> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).expireAfterWrite(KEPT).build();

    AppointmentBook(
            EntityManager entities,
            TransactionTemplate transactions,
            Papers papers,
            LedgerStore ledgers,
            JsonMapper json,
            ApplicationEventPublisher events,
            OtherNodes nodes) {
        this.entities = entities;
        this.transactions = transactions;
        this.papers = papers;
        this.ledgers = ledgers;
        this.json = json;
        this.events = events;
        this.nodes = nodes;
    }

    @Override
    @Transactional
    public Appointment make(String candidate, PaperRef paper, String seat, Terms terms) {
        terms.personal(papers.text(paper).paper());
        SittingRecord made = new SittingRecord(candidate, paper, seat, terms, random.nextInt(1, Integer.MAX_VALUE));
        entities.persist(made);
        return made.appointment(json);
    }

    @Override
    public Appointment grant(SittingId sitting, Accommodations accommodations, Terms.Display display) {
        Appointment before = find(sitting).orElseThrow();
        accommodations.applyTo(papers.text(before.paper()).paper());
        ledgers.whileEmpty(List.of(before), () -> {
            Appointment after = transactions.execute(status -> {
                SittingRecord found = entities.find(SittingRecord.class, sitting.value());
                found.grant(accommodations, display);
                tellOthers(List.of(before));
                return found.appointment(json);
            });
            kept.put(sitting, after);
        });
        events.publishEvent(new RosterChanged(exams(List.of(before))));
        return find(sitting).orElseThrow();
    }

    @Override
    public void seatAt(SittingId sitting, String chair, Runnable besides) {
        Appointment after = transactions.execute(status -> {
            besides.run();
            SittingRecord found = entities.find(SittingRecord.class, sitting.value());
            found.sitAt(chair);
            Appointment seated = found.appointment(json);
            tellOthers(List.of(seated));
            return seated;
        });
        kept.put(sitting, after);
        events.publishEvent(new RosterChanged(exams(List.of(after))));
    }

    private static Set<ExamId> exams(List<Appointment> changed) {
        return changed.stream()
                .flatMap(appointment -> appointment.exam().stream())
                .map(Appointment.InExam::exam)
                .collect(Collectors.toSet());
    }

    /** Tells the other nodes, in the transaction that changes them, what they may keep otherwise. */
    private void tellOthers(List<Appointment> changed) {
        tellOthers(changed, exams(changed));
    }

    private void tellOthers(List<Appointment> changed, Set<ExamId> exams) {
        nodes.tell(
                ToldOfSittings.CHANGED,
                changed.stream()
                        .map(appointment -> appointment.sitting().toString())
                        .toList());
        nodes.tell(ToldOfSittings.ROSTERS, exams.stream().map(ExamId::toString).toList());
    }

    void changedElsewhere(SittingId sitting) {
        kept.invalidate(sitting);
    }

    void changedElsewhere(ExamId exam) {
        kept.asMap().values().removeIf(appointment -> appointment.isIn(exam));
    }

    @EventListener
    void missed(Missed missed) {
        kept.invalidateAll();
    }

    @Override
    public void revise(Revision revision, Runnable besides) {
        requireGoodPapers(revision);
        List<Appointment> touched = Stream.concat(revision.changed().stream(), revision.cancelled().stream())
                .toList();
        Set<ExamId> exams = Stream.concat(
                        exams(touched).stream(),
                        revision.made().stream().map(made -> made.exam().exam()))
                .collect(Collectors.toSet());
        ledgers.whileEmpty(touched, () -> {
            transactions.executeWithoutResult(status -> {
                besides.run();
                revision.cancelled().forEach(this::delete);
                revision.changed()
                        .forEach(after -> entities.find(
                                        SittingRecord.class, after.sitting().value())
                                .become(after));
                entities.flush();
                insert(revision.made());
                tellOthers(touched, exams);
            });
            touched.forEach(appointment -> kept.invalidate(appointment.sitting()));
        });
        events.publishEvent(new RosterChanged(exams));
    }

    /** Many people have the same terms; each is tried once. */
    private void requireGoodPapers(Revision revision) {
        Stream.concat(
                        revision.made().stream()
                                .map(made ->
                                        new OnTerms(made.paper(), made.terms().accommodations())),
                        revision.changed().stream()
                                .map(after ->
                                        new OnTerms(after.paper(), after.terms().accommodations())))
                .distinct()
                .forEach(tried -> tried.accommodations()
                        .applyTo(papers.text(tried.paper()).paper()));
    }

    private record OnTerms(PaperRef paper, Accommodations accommodations) {}

    @Override
    public void forget(Appointment practised) {
        if (practised.terms().practised().isEmpty()) {
            throw new IllegalArgumentException("sitting " + practised.sitting() + " is no practice, and is kept");
        }
        ledgers.whileNothingHappens(practised, () -> {
            transactions.executeWithoutResult(status -> {
                events.publishEvent(new Forgotten(practised.sitting()));
                entities.flush();
                delete(practised, "ledger_line where sitting", "ledger_mend where sitting");
                delete(practised);
                tellOthers(List.of(practised));
            });
            kept.invalidate(practised.sitting());
        });
    }

    @Override
    public void delete(Appointment old, Runnable rows) {
        Runnable deletion = () -> {
            transactions.executeWithoutResult(status -> {
                rows.run();
                tellOthers(List.of(old));
            });
            kept.invalidate(old.sitting());
        };
        try {
            ledgers.whileNothingHappens(old, deletion);
        } catch (UnreadableLedgerException e) {
            // Nothing can happen in it anyway.
            deletion.run();
        }
    }

    /** A sitting that nobody has come into has no lines, and at most these rows beside it. */
    private void delete(Appointment appointment) {
        delete(
                appointment,
                "deadline where sitting",
                "portrait where sitting",
                "noted where sitting",
                "sitting where id");
    }

    private void delete(Appointment appointment, String... rows) {
        for (String table : rows) {
            entities.createNativeQuery("delete from " + table + " = ?1")
                    .setParameter(1, appointment.sitting().value())
                    .executeUpdate();
        }
    }

    /** In batches: an identity that the database gives keeps Hibernate from them, and a roster has thousands of lines. */
    private void insert(List<Booking> bookings) {
        entities.unwrap(Session.class).doWork(connection -> SittingInsert.of(connection, bookings, random));
    }

    @Override
    public List<Appointment> of(ExamId exam) {
        return of(exam, 0, Integer.MAX_VALUE);
    }

    @Override
    @Transactional(readOnly = true)
    public List<Appointment> of(ExamId exam, int from, int most) {
        return entities
                .createQuery("from SittingRecord where exam = :exam order by candidate", SittingRecord.class)
                .setParameter("exam", exam.value())
                .setFirstResult(from)
                .setMaxResults(most)
                .getResultList()
                .stream()
                .map(record -> record.appointment(json))
                .toList();
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<Appointment> find(ExamId exam, String candidate) {
        return entities.createQuery(
                        "from SittingRecord where exam = :exam and candidate = :candidate", SittingRecord.class)
                .setParameter("exam", exam.value())
                .setParameter("candidate", candidate)
                .getResultStream()
                .findFirst()
                .map(record -> record.appointment(json));
    }

    @Override
    public void show(ExamId exam, boolean shown, Runnable besides) {
        List<Appointment> all = transactions.execute(status -> {
            besides.run();
            entities.flush();
            entities.createQuery("update SittingRecord set shown = :shown where exam = :exam and shown <> :shown")
                    .setParameter("shown", shown)
                    .setParameter("exam", exam.value())
                    .executeUpdate();
            tellOthers(List.of(), Set.of(exam));
            return of(exam);
        });
        all.forEach(appointment -> kept.invalidate(appointment.sitting()));
        events.publishEvent(new RosterChanged(Set.of(exam)));
    }

    @Override
    @Transactional(readOnly = true)
    public List<Appointment> of(String candidate) {
        return entities.createQuery(
                        "from SittingRecord where candidate = :candidate and shown order by id", SittingRecord.class)
                .setParameter("candidate", candidate)
                .getResultStream()
                .map(record -> record.appointment(json))
                .toList();
    }

    @Override
    @Transactional(readOnly = true)
    public List<Appointment> practised(String candidate) {
        return entities.createQuery(
                        "from SittingRecord where candidate = :candidate and practised <> '' and progress = :over order by id",
                        SittingRecord.class)
                .setParameter("candidate", candidate)
                .setParameter("over", Progress.HANDED_IN)
                .getResultStream()
                .map(record -> record.appointment(json))
                .toList();
    }

    @Override
    @Transactional(readOnly = true)
    public List<Appointment> current(Instant now, int most) {
        List<String> official = papers.latest().stream()
                .filter(ref -> papers.text(ref).about().purpose() == Purpose.OFFICIAL)
                .map(ref -> ref.id().value())
                .toList();
        return entities.createQuery(
                        "from SittingRecord where paper in :official and shown and (doorsAt is null or doorsAt <= :now)"
                                + " order by opensAt desc nulls last, id desc",
                        SittingRecord.class)
                .setParameter("official", official)
                .setParameter("now", now)
                .setMaxResults(most)
                .getResultStream()
                .map(record -> record.appointment(json))
                .toList();
    }

    @Override
    @Transactional(readOnly = true)
    public long count(PaperRef paper) {
        return entities.createQuery(
                        "select count(*) from SittingRecord where paper = :paper and paperVersion = :version",
                        Long.class)
                .setParameter("paper", paper.id().value())
                .setParameter("version", paper.version())
                .getSingleResult();
    }

    @Override
    public Optional<Appointment> find(SittingId sitting) {
        return Optional.ofNullable(kept.get(sitting, this::load));
    }

    private @Nullable Appointment load(SittingId sitting) {
        Optional<SittingRecord> found = transactions.execute(
                status -> Optional.ofNullable(entities.find(SittingRecord.class, sitting.value())));
        return found.map(record -> record.appointment(json)).orElse(null);
    }
}

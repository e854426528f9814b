package dauntingledger.app.registration;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamChangeException;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.exams.PlaceFreed;
import dauntingledger.app.exams.Rosters;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.Origin;
import dauntingledger.app.registration.Applicant.Standing;
import dauntingledger.app.signin.Candidates;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.exam.RosterColumn;
import dauntingledger.rulebook.paper.Detail;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.server.ResponseStatusException;
import tools.jackson.databind.json.JsonMapper;

/** Keeps registrations, and accepts applicants by the rule or as the office says. */
@Component
class Registrations {

    private static final int BYTES = 12;

    private final EntityManager entities;
    private final Exams exams;
    private final Rosters rosters;
    private final Appointments appointments;
    private final Candidates candidates;
    private final RegistrationMail mail;
    private final JsonMapper json;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    Registrations(
            EntityManager entities,
            Exams exams,
            Rosters rosters,
            Appointments appointments,
            Candidates candidates,
            RegistrationMail mail,
            JsonMapper json,
            Clock clock) {
        this.entities = entities;
        this.exams = exams;
        this.rosters = rosters;
        this.appointments = appointments;
        this.candidates = candidates;
        this.mail = mail;
        this.json = json;
        this.clock = clock;
    }

    /** What somebody types to register. */
    record Typed(String name, String email, String language, Map<String, String> answers) {
        Typed {
            answers = Map.copyOf(answers);
        }
    }

    private String secret() {
        byte[] secret = new byte[BYTES];
        random.nextBytes(secret);
        return HexFormat.of().formatHex(secret);
    }

    @Transactional(readOnly = true)
    Optional<Registration> of(ExamId exam) {
        return Optional.ofNullable(entities.find(RegistrationRecord.class, exam.value()))
                .map(record -> record.registration(json));
    }

    @Transactional(readOnly = true)
    Optional<Registration> named(String token) {
        return entities
                .createQuery("from RegistrationRecord where token = :token", RegistrationRecord.class)
                .setParameter("token", token)
                .getResultList()
                .stream()
                .map(record -> record.registration(json))
                .findFirst();
    }

    /** Keeps how one registers for an exam; the address stays what it was. More places let those who wait move up. */
    @Transactional
    void keep(
            ExamId exam,
            boolean open,
            int places,
            Optional<LocalDate> lastDay,
            boolean byRule,
            String consent,
            List<Detail> fields) {
        RegistrationRecord record = entities.find(RegistrationRecord.class, exam.value());
        if (record == null) {
            record = new RegistrationRecord(exam, secret());
            entities.persist(record);
        }
        record.become(new Registration(exam, record.token(), open, places, lastDay, byRule, consent, fields), json);
        entities.flush();
        moveUp(exam);
    }

    /**
     * Takes a registration in and writes to its address. What is written there differs for somebody who is registered
     * already; what the page says does not.
     */
    @Transactional
    void register(Registration registration, Typed typed) {
        Instant now = clock.instant();
        String key = typed.email().toLowerCase(Locale.ROOT);
        Applicant applicant = find(registration.exam(), key).orElseGet(() -> {
            Applicant made = new Applicant(registration.exam(), key, now);
            entities.persist(made);
            return made;
        });
        Exam exam = exams.find(registration.exam()).orElseThrow();
        if (applicant.standing() != Standing.UNCONFIRMED) {
            mail.registeredAlready(exam, applicant, now);
            return;
        }
        String token = secret();
        applicant.become(
                typed.name(),
                typed.email(),
                typed.language(),
                json.writeValueAsString(typed.answers()),
                Hash.of(token).hex());
        mail.confirm(exam, applicant, token);
    }

    private Optional<Applicant> find(ExamId exam, String emailKey) {
        return entities
                .createQuery("from Applicant where exam = :exam and emailKey = :key", Applicant.class)
                .setParameter("exam", exam.value())
                .setParameter("key", emailKey)
                .getResultList()
                .stream()
                .findFirst();
    }

    /** Returns whose link this is. */
    @Transactional(readOnly = true)
    Optional<Applicant> linked(String token) {
        return entities
                .createQuery("from Applicant where tokenHash = :hash", Applicant.class)
                .setParameter("hash", Hash.of(token).hex())
                .getResultList()
                .stream()
                .findFirst();
    }

    /**
     * Confirms an address, and accepts by the rule where it does; returns how the applicant stands now. Once nobody comes
     * in any more, there is nothing to confirm.
     */
    @Transactional
    Optional<Standing> confirm(String token) {
        return linked(token).map(found -> {
            lock(found.exam());
            Applicant applicant = entities.find(Applicant.class, found.id(), LockModeType.PESSIMISTIC_WRITE);
            if (applicant.standing() == Standing.UNCONFIRMED && admits(applicant.exam())) {
                applicant.confirmed(clock.instant());
                Registration registration = of(applicant.exam()).orElseThrow();
                applicant.stand(registration.byRule() ? Standing.WAITING : Standing.CONFIRMED);
                entities.flush();
                moveUp(applicant.exam());
            }
            return applicant.standing();
        });
    }

    /** One registration at a time decides about the places of an exam. */
    private void lock(ExamId exam) {
        entities.find(RegistrationRecord.class, exam.value(), LockModeType.PESSIMISTIC_WRITE);
    }

    /** Accepts those who wait, the first to confirm first, as long as there are places and one can still come in. */
    private void moveUp(ExamId exam) {
        lock(exam);
        Registration registration = of(exam).orElseThrow();
        long free = registration.places() - count(exam, Standing.ACCEPTED);
        if (admits(exam)) {
            waiting(exam).stream().limit(Math.max(0, free)).forEach(this::accept);
        }
    }

    private boolean admits(ExamId exam) {
        return exams.find(exam).orElseThrow().admits(clock.instant());
    }

    private List<Applicant> waiting(ExamId exam) {
        return entities.createQuery(
                        "from Applicant where exam = :exam and standing = WAITING order by confirmedAt, id",
                        Applicant.class)
                .setParameter("exam", exam.value())
                .getResultList();
    }

    private long count(ExamId exam, Standing standing) {
        return entities.createQuery(
                        "select count(*) from Applicant where exam = :exam and standing = :standing", Long.class)
                .setParameter("exam", exam.value())
                .setParameter("standing", standing)
                .getSingleResult();
    }

    /** Puts somebody on the roster, and sends number and PIN. */
    private void accept(Applicant applicant) {
        String number = candidates.freeNumber();
        Map<RosterColumn, String> cells = new EnumMap<>(RosterColumn.class);
        cells.put(RosterColumn.NUMBER, number);
        cells.put(RosterColumn.NAME, applicant.name());
        cells.put(RosterColumn.EMAIL, applicant.email());
        cells.put(RosterColumn.LANGUAGE, applicant.language());
        if (!rosters.put(applicant.exam(), cells, Origin.SELF).isEmpty()) {
            throw new IllegalStateException("applicant " + applicant.id() + " does not fit on the roster");
        }
        applicant.accepted(number);
        entities.flush();
        Exam exam = exams.find(applicant.exam()).orElseThrow();
        Appointment sitting = appointments.find(exam.id(), number).orElseThrow();
        mail.accepted(
                exam,
                applicant,
                sitting,
                requireNonNull(candidates.newPins(List.of(number)).get(number)));
    }

    /**
     * Accepts somebody who waits for the office, or has waited for a place; they wait on if there is none.
     *
     * @return how they stand now
     * @throws ExamChangeException if the exam is not open to change
     */
    @Transactional
    Standing accept(ExamId exam, long id) {
        lock(exam);
        Applicant applicant = applicant(exam, id);
        boolean may = applicant.standing() == Standing.CONFIRMED || applicant.standing() == Standing.WAITING;
        if (may) {
            applicant.stand(Standing.WAITING);
            entities.flush();
            Registration registration = of(applicant.exam()).orElseThrow();
            if (count(applicant.exam(), Standing.ACCEPTED) < registration.places()) {
                accept(applicant);
            }
        }
        return applicant.standing();
    }

    /** @throws ResponseStatusException 404 if the exam has no such applicant */
    private Applicant applicant(ExamId exam, long id) {
        return Optional.ofNullable(entities.find(Applicant.class, id, LockModeType.PESSIMISTIC_WRITE))
                .filter(found -> found.exam().equals(exam))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** Declines somebody who is not accepted yet. */
    @Transactional
    boolean decline(ExamId exam, long id) {
        Applicant applicant = applicant(exam, id);
        boolean may = applicant.standing() == Standing.CONFIRMED || applicant.standing() == Standing.WAITING;
        if (may) {
            applicant.stand(Standing.DECLINED);
            mail.declined(exams.find(applicant.exam()).orElseThrow(), applicant);
        }
        return may;
    }

    /** Somebody was taken out of a roster: if they had registered themselves, their place is another's. */
    @EventListener
    @Transactional
    void freed(PlaceFreed freed) {
        List<Applicant> left = entities.createQuery(
                        "from Applicant where exam = :exam and number = :number", Applicant.class)
                .setParameter("exam", freed.exam().value())
                .setParameter("number", freed.candidate())
                .getResultList();
        left.forEach(applicant -> applicant.stand(Standing.DECLINED));
        entities.flush();
        if (!left.isEmpty()) {
            moveUp(freed.exam());
        }
    }

    /** Returns the applicants of an exam, those first who wait for somebody. */
    @Transactional(readOnly = true)
    List<Applicant> all(ExamId exam, int most) {
        return new ArrayList<>(entities.createQuery("""
                        from Applicant where exam = :exam and standing <> UNCONFIRMED
                        order by case standing when CONFIRMED then 0 when WAITING then 1 when ACCEPTED then 2 else 3 end,
                            confirmedAt, id""", Applicant.class)
                .setParameter("exam", exam.value())
                .setMaxResults(most)
                .getResultList());
    }

    /** Returns what an applicant answered, by the fields' names. */
    Map<?, ?> answers(Applicant applicant) {
        return json.readValue(applicant.answers(), Map.class);
    }
}

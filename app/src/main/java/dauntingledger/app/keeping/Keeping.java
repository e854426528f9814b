package dauntingledger.app.keeping;

import dauntingledger.app.audit.Audit;
import dauntingledger.app.audit.Deed;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.SittingId;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.Period;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Deletes what has been kept long enough, and writes down what that was. */
@Component
class Keeping {

    /*
     * A sitting goes once the day of its exam is long enough ago, unless an appeal of its candidate is open; one of no exam
     * goes by its hours, or by its last line if it has none. With the last sitting of an exam goes what else the exam holds
     * about candidates, and with the last sitting of a candidate the candidate. Each sitting is deleted in a transaction of
     * its own, so a job that is stopped goes on where it was the next night. The audit log stays: it says who did what, and
     * holds no answer.
     */

    private static final Logger log = LoggerFactory.getLogger(Keeping.class);
    private static final int LISTED = 200;

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Appointments appointments;
    private final KeepingSettings settings;
    private final Audit audit;
    private final JsonMapper json;
    private final Clock clock;

    Keeping(
            EntityManager entities,
            TransactionTemplate transactions,
            Appointments appointments,
            KeepingSettings settings,
            Audit audit,
            JsonMapper json,
            Clock clock) {
        this.entities = entities;
        this.transactions = transactions;
        this.appointments = appointments;
        this.settings = settings;
        this.audit = audit;
        this.json = json;
        this.clock = clock;
    }

    /** What is deleted at a time. */
    enum Kind {
        PORTRAITS,
        PICTURES,
        SITTING,
        EXAM,
        CANDIDATE
    }

    /** How much has been kept long enough at this moment. */
    record Due(long portraits, long pictures, long sittings) {}

    @Scheduled(cron = "${exam.keeping.cron:0 30 3 * * *}", zone = "${exam.zone:UTC}")
    void turn() {
        deleteOld(clock.instant());
    }

    /** Deletes what has been kept long enough at {@code now}. */
    void deleteOld(Instant now) {
        pictures(Kind.PORTRAITS, "portrait", settings.portraits(), now);
        pictures(Kind.PICTURES, "watch_picture", settings.pictures(), now);
        if (!settings.sittings().isZero()) {
            OffsetDateTime before = before(settings.sittings(), now);
            for (Long sitting : oldSittings(before)) {
                deleteIfPossible(new SittingId(sitting), now);
            }
            oldExams(before).forEach(exam -> deleteExam(exam, now));
        }
    }

    /** Returns what {@link #deleteOld} would delete. */
    Due due(Instant now) {
        return new Due(
                countBefore("portrait", settings.portraits(), now),
                countBefore("watch_picture", settings.pictures(), now),
                settings.sittings().isZero()
                        ? 0
                        : oldSittings(before(settings.sittings(), now)).size());
    }

    private static OffsetDateTime before(Period kept, Instant now) {
        return now.atOffset(ZoneOffset.UTC).minus(kept);
    }

    private long countBefore(String table, Period kept, Instant now) {
        return kept.isZero()
                ? 0
                : number(entities.createNativeQuery("select count(*) from " + table + " where taken_at < ?1")
                        .setParameter(1, before(kept, now)));
    }

    private static long number(Query query) {
        return ((Number) query.getSingleResult()).longValue();
    }

    private void pictures(Kind kind, String table, Period kept, Instant now) {
        if (!kept.isZero()) {
            transactions.executeWithoutResult(status -> {
                int deleted = entities.createNativeQuery("delete from " + table + " where taken_at < ?1")
                        .setParameter(1, before(kept, now))
                        .executeUpdate();
                if (deleted > 0) {
                    note(kind, "taken before " + before(kept, now).toLocalDate(), deleted, now);
                }
            });
        }
    }

    private List<Long> oldSittings(OffsetDateTime before) {
        List<?> byHours = entities.createNativeQuery("""
                        select s.id from sitting s left join exam e on e.id = s.exam
                        where coalesce(e.opens_at, s.opens_at) < ?1
                          and not exists (select 1 from appeal a where a.sitting = s.id and a.outcome is null)
                        order by s.id""", Long.class)
                .setParameter(1, before)
                .getResultList();
        return Stream.concat(byHours.stream().map(Long.class::cast), oldByTheirLastLine(before.toInstant()))
                .toList();
    }

    /** Sittings that have no hours are as old as their last line; one that has none was never begun. */
    private Stream<Long> oldByTheirLastLine(Instant before) {
        List<?> last = entities.createNativeQuery("""
                        select l.sitting, l.line from ledger_line l join sitting s on s.id = l.sitting
                        where s.exam is null and s.opens_at is null
                          and l.seq = (select max(seq) from ledger_line m where m.sitting = l.sitting)
                        order by l.sitting""", Object[].class).getResultList();
        return last.stream()
                .map(Object[].class::cast)
                .filter(row -> json.readValue(String.valueOf(row[1]), Map.class).get("at") instanceof Number at
                        && at.longValue() < before.toEpochMilli())
                .map(row -> ((Number) row[0]).longValue());
    }

    /** One that cannot be deleted keeps no other from it. */
    private void deleteIfPossible(SittingId sitting, Instant now) {
        try {
            appointments.find(sitting).ifPresent(old -> delete(old, now));
        } catch (RuntimeException e) {
            log.error(
                    "Sitting {} could not be deleted and is tried again the next night: {}",
                    sitting,
                    e.getClass().getName());
        }
    }

    private void delete(Appointment old, Instant now) {
        appointments.delete(old, () -> {
            long rows = 0;
            for (PersonalRows kind : PersonalRows.values()) {
                if (kind.goesWithSitting()) {
                    rows += deleteRows(
                            kind.table() + " where sitting", old.sitting().value());
                }
            }
            rows += deleteRows("sitting where id", old.sitting().value());
            note(Kind.SITTING, "sitting " + old.sitting() + ", paper " + old.paper(), rows, now);
            deleteCandidate(old.candidate(), now);
        });
    }

    private int deleteRows(String table, Object key) {
        return entities.createNativeQuery("delete from " + table + " = ?1")
                .setParameter(1, key)
                .executeUpdate();
    }

    private void deleteCandidate(String number, Instant now) {
        long left = number(entities.createNativeQuery("select count(*) from sitting where candidate = ?1")
                .setParameter(1, number));
        if (left == 0) {
            long rows = entities.createNativeQuery("""
                            delete from mail_message
                            where recipient = (select email from candidate where number = ?1 and email <> '')""").setParameter(1, number).executeUpdate();
            rows += deleteRows("applicant where number", number);
            rows += deleteRows("remembered_sign_in where number", number);
            rows += deleteRows("search_word where kind = 'CANDIDATE' and target", number);
            rows += deleteRows("candidate where number", number);
            note(Kind.CANDIDATE, "the last sitting was deleted", rows, now);
        }
    }

    /** Returns old exams of which no sitting is left, but something else that speaks of candidates. */
    private List<Long> oldExams(OffsetDateTime before) {
        List<?> found = entities.createNativeQuery("""
                        select e.id from exam e
                        where e.opens_at < ?1 and not exists (select 1 from sitting s where s.exam = e.id)
                          and (exists (select 1 from marking_line m where m.exam = e.id)
                               or exists (select 1 from roster_file r where r.exam = e.id)
                               or exists (select 1 from applicant a where a.exam = e.id)
                               or exists (select 1 from incident i where i.exam = e.id)
                               or exists (select 1 from scan_page p where p.exam = e.id))
                        order by e.id""", Long.class)
                .setParameter(1, before)
                .getResultList();
        return found.stream().map(Long.class::cast).toList();
    }

    private void deleteExam(Long exam, Instant now) {
        transactions.executeWithoutResult(status -> {
            long rows = 0;
            for (String table : List.of("marking_line", "roster_file", "applicant", "incident", "scan_page")) {
                rows += deleteRows(table + " where exam", exam);
            }
            note(Kind.EXAM, "exam " + exam + ": marks, roster file, applicants, incidents, scans", rows, now);
        });
    }

    private void note(Kind kind, String what, long counted, Instant now) {
        entities.persist(new DeletionRecord(now, kind, what, counted));
        log.info("Deleted, for it was kept long enough: {}, {}, {} rows", kind, what, counted);
        audit.note(new Deed("server", "", "", "kept-long-enough", kind == Kind.SITTING ? what : "", "done", what));
    }

    /** Returns what was deleted, the latest first, at most {@value #LISTED}. */
    List<DeletionRecord> deletions() {
        return entities.createQuery("from DeletionRecord order by id desc", DeletionRecord.class)
                .setMaxResults(LISTED)
                .getResultList();
    }
}

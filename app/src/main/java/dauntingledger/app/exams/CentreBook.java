package dauntingledger.app.exams;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.ExamId;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Keeps centres in the database. */
@Component
class CentreBook implements Centres {

    private final EntityManager entities;
    private final Appointments appointments;

    CentreBook(EntityManager entities, Appointments appointments) {
        this.entities = entities;
        this.appointments = appointments;
    }

    @Override
    @Transactional(readOnly = true)
    public List<Centre> all() {
        List<?> rows = entities.createNativeQuery("select id, name from centre order by lower(name)", Object[].class)
                .getResultList();
        return rows.stream().map(row -> centre((Object[]) row)).toList();
    }

    private static Centre centre(Object[] row) {
        return new Centre(((Number) row[0]).longValue(), String.valueOf(row[1]));
    }

    @Override
    public Optional<Centre> find(long centre) {
        return all().stream().filter(one -> one.id() == centre).findFirst();
    }

    @Override
    @Transactional
    public Centre make(String name) {
        if (all().stream().anyMatch(centre -> centre.name().equalsIgnoreCase(name.strip()))) {
            throw new IllegalStateException("there is a centre " + name + " already");
        }
        entities.createNativeQuery("insert into centre (name) values (?1)")
                .setParameter(1, name.strip())
                .executeUpdate();
        return all().stream()
                .filter(centre -> centre.name().equals(name.strip()))
                .findFirst()
                .orElseThrow();
    }

    @Override
    @Transactional
    public void allow(ExamId exam, Map<Long, Integer> places) {
        entities.createNativeQuery("delete from exam_centre where exam = ?1")
                .setParameter(1, exam.value())
                .executeUpdate();
        places.forEach((centre, count) -> {
            if (count > 0) {
                entities.createNativeQuery("insert into exam_centre (exam, centre, places) values (?1, ?2, ?3)")
                        .setParameter(1, exam.value())
                        .setParameter(2, centre)
                        .setParameter(3, count)
                        .executeUpdate();
            }
        });
    }

    @Override
    @Transactional(readOnly = true)
    public Map<Long, Integer> allowed(ExamId exam) {
        List<?> rows = entities.createNativeQuery(
                        "select centre, places from exam_centre where exam = ?1", Object[].class)
                .setParameter(1, exam.value())
                .getResultList();
        Map<Long, Integer> allowed = new TreeMap<>();
        rows.stream()
                .map(row -> (Object[]) row)
                .forEach(row -> allowed.put(((Number) row[0]).longValue(), ((Number) row[1]).intValue()));
        return allowed;
    }

    @Override
    @Transactional(readOnly = true)
    public List<ExamId> examsOf(long centre) {
        List<?> rows = entities.createNativeQuery("""
                        select e.id from exam e where e.id in (
                            select exam from exam_centre where centre = ?1 union select exam from sitting where centre = ?1)
                        order by e.opens_at desc, e.id desc""", Long.class)
                .setParameter(1, centre)
                .getResultList();
        return rows.stream().map(row -> new ExamId((Long) row)).toList();
    }

    @Override
    public List<Appointment> roster(ExamId exam, long centre) {
        return appointments.of(exam).stream()
                .filter(sitting -> centre != Rosters.NO_CENTRE
                        && sitting.exam().orElseThrow().centre() == centre)
                .toList();
    }
}

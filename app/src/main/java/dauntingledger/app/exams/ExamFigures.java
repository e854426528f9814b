package dauntingledger.app.exams;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.RoomId;
import jakarta.persistence.EntityManager;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Counts what is in an exam, from what lists are made of. */
@Component
class ExamFigures {

    private final EntityManager entities;

    ExamFigures(EntityManager entities) {
        this.entities = entities;
    }

    /**
     * What is counted.
     *
     * @param withoutChair those who are in no place yet: neither in a room with a chair nor, where that is possible, at
     *     home
     * @param rooms in which somebody sits
     */
    record Figures(int candidates, int withoutChair, Set<RoomId> rooms, int begun, int unfinished, int held) {}

    @Transactional(readOnly = true)
    Figures of(Exam exam) {
        Object[] counts = (Object[]) entities.createNativeQuery("""
                        select count(*),
                            coalesce(sum(case when seat = '' and (room is not null or not ?2) then 1 else 0 end), 0),
                            coalesce(sum(case when progress <> 'BEFORE' then 1 else 0 end), 0),
                            coalesce(sum(case when progress = 'IN_PROGRESS' then 1 else 0 end), 0),
                            coalesce(sum(held), 0)
                        from sitting where exam = ?1""")
                .setParameter(1, exam.id().value())
                .setParameter(2, exam.isAtHome())
                .getSingleResult();
        List<?> rooms = entities.createNativeQuery(
                        "select distinct room from sitting where exam = ?1 and room is not null", Long.class)
                .setParameter(1, exam.id().value())
                .getResultList();
        return new Figures(
                number(counts[0]),
                number(counts[1]),
                rooms.stream().map(room -> new RoomId((Long) room)).collect(Collectors.toSet()),
                number(counts[2]),
                number(counts[3]),
                number(counts[4]));
    }

    private static int number(Object count) {
        return ((Number) count).intValue();
    }

    /** Returns those of some sittings whose candidates have come in. */
    @Transactional(readOnly = true)
    Set<Appointment> begun(List<Appointment> sittings) {
        if (sittings.isEmpty()) {
            return Set.of();
        }
        Set<?> begun = new HashSet<>(entities.createNativeQuery(
                        "select id from sitting where exam = ?1 and progress <> 'BEFORE'", Long.class)
                .setParameter(1, sittings.getFirst().exam().orElseThrow().exam().value())
                .getResultList());
        return sittings.stream()
                .filter(sitting -> begun.contains(sitting.sitting().value()))
                .collect(Collectors.toSet());
    }
}

package dauntingledger.app.exams;

import dauntingledger.app.ledger.RoomId;
import dauntingledger.rulebook.exam.Chair;
import dauntingledger.rulebook.exam.RoomPlan;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Keeps rooms in the database. */
@Component
class RoomBook implements Rooms {

    private final EntityManager entities;

    RoomBook(EntityManager entities) {
        this.entities = entities;
    }

    @Override
    @Transactional(readOnly = true)
    public List<Room> all() {
        return entities.createQuery("from RoomRecord order by nameKey", RoomRecord.class).getResultList().stream()
                .map(RoomRecord::room)
                .toList();
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<Room> find(RoomId id) {
        return Optional.ofNullable(entities.find(RoomRecord.class, id.value())).map(RoomRecord::room);
    }

    @Override
    @Transactional
    public Room make(String name, RoomPlan plan) {
        requireFree(name, Optional.empty());
        RoomRecord made = new RoomRecord(name.strip(), plan);
        entities.persist(made);
        return made.room();
    }

    private void requireFree(String name, Optional<RoomId> own) {
        boolean taken = all().stream()
                .filter(room -> own.filter(room.id()::equals).isEmpty())
                .anyMatch(room -> RoomRecord.key(room.name()).equals(RoomRecord.key(name)));
        if (taken) {
            throw new IllegalStateException("there is a room " + name + " already");
        }
    }

    @Override
    @Transactional
    public List<String> change(Room room) {
        requireFree(room.name(), Optional.of(room.id()));
        List<?> taken = entities.createNativeQuery("""
                        select distinct s.seat from sitting s join exam e on e.id = s.exam
                        where s.room = ?1 and s.seat <> '' and e.state in ('DRAFT', 'ANNOUNCED') order by s.seat""", String.class)
                .setParameter(1, room.id().value())
                .getResultList();
        List<String> inTheWay = taken.stream()
                .map(String::valueOf)
                .filter(label -> Chair.of(label).filter(room.plan()::has).isEmpty())
                .toList();
        if (inTheWay.isEmpty()) {
            entities.find(RoomRecord.class, room.id().value())
                    .become(room.name().strip(), room.plan());
        }
        return inTheWay;
    }

    @Override
    @Transactional
    public boolean remove(RoomId id) {
        Long uses = (Long) entities.createNativeQuery(
                        "select (select count(*) from exam_place where room = ?1) + (select count(*) from sitting where room = ?1)",
                        Long.class)
                .setParameter(1, id.value())
                .getSingleResult();
        if (uses > 0) {
            return false;
        }
        entities.createNativeQuery("delete from staff_room where room = ?1")
                .setParameter(1, id.value())
                .executeUpdate();
        entities.remove(entities.find(RoomRecord.class, id.value()));
        return true;
    }
}

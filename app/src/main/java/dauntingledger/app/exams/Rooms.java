package dauntingledger.app.exams;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.RoomId;
import dauntingledger.rulebook.exam.RoomPlan;
import java.util.List;
import java.util.Optional;

/** The rooms in which exams are held. */
public interface Rooms {

    int LONGEST_NAME = 60;

    /** A room with its plan. */
    record Room(RoomId id, String name, RoomPlan plan) {
        public Room {
            requireNonNull(id, "id");
            requireNonNull(name, "name");
            requireNonNull(plan, "plan");
        }
    }

    /** Returns all rooms by name. */
    List<Room> all();

    /** Returns the rooms of an exam by name. */
    default List<Room> of(Exam exam) {
        return all().stream()
                .filter(room -> exam.codes().containsKey(room.id()))
                .toList();
    }

    Optional<Room> find(RoomId id);

    /** @throws IllegalStateException if another room has this name, whatever its case */
    Room make(String name, RoomPlan plan);

    /**
     * Changes name and plan of a room.
     *
     * @return the labels of chairs that the plan takes away although somebody is to sit there; then nothing is changed
     * @throws IllegalStateException if another room has this name
     */
    List<String> change(Room room);

    /** Takes a room away; returns false, and leaves it, if an exam is or was held in it. */
    boolean remove(RoomId id);
}

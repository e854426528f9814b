package dauntingledger.app.invigilation;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.RoomId;
import java.util.Optional;

/**
 * Where an exam is held, with a board of its own: a room, or all who are in none.
 *
 * @param room none for those at home
 */
record Place(Exam exam, Optional<Rooms.Room> room) {

    Place {
        requireNonNull(exam, "exam");
        requireNonNull(room, "room");
    }

    /** What tells places apart. */
    record Key(ExamId exam, Optional<RoomId> room) {

        /** Reads what {@link #toString} writes. */
        static Key parse(String text) {
            String[] parts = text.split(":");
            return new Key(
                    new ExamId(Long.parseLong(parts[0])),
                    parts.length == 1 ? Optional.empty() : Optional.of(new RoomId(Long.parseLong(parts[1]))));
        }

        @Override
        public String toString() {
            return exam + ":" + room.map(RoomId::toString).orElse("");
        }
    }

    Key key() {
        return new Key(exam.id(), roomId());
    }

    Optional<RoomId> roomId() {
        return room.map(Rooms.Room::id);
    }

    boolean has(Appointment sitting) {
        return sitting.isIn(exam.id()) && sitting.room().equals(roomId());
    }

    /** Returns the address of its board. */
    public String address() {
        return "/invigilation/boards/" + exam.id() + "/"
                + roomId().map(RoomId::value).orElse(0L);
    }
}

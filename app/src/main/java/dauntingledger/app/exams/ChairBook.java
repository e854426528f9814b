package dauntingledger.app.exams;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.Revision;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.exam.Chair;
import dauntingledger.rulebook.exam.Seating;
import dauntingledger.rulebook.paper.Paper;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Gives chairs, and keeps them with the sittings. */
@Component
class ChairBook implements Chairs {

    private final Exams exams;
    private final OpenExams open;
    private final Rooms rooms;
    private final Papers papers;
    private final Appointments appointments;

    ChairBook(Exams exams, OpenExams open, Rooms rooms, Papers papers, Appointments appointments) {
        this.exams = exams;
        this.open = open;
        this.rooms = rooms;
        this.papers = papers;
        this.appointments = appointments;
    }

    @Override
    public int give(ExamId id, long seed, boolean all) {
        Exam exam = open.find(id);
        List<Appointment> roster = exams.roster(id);
        List<Appointment> wanting = roster.stream()
                .filter(sitting -> all || sitting.chair().isEmpty())
                .filter(sitting -> all || sitting.room().isPresent() || !exam.isAtHome())
                .toList();
        Map<String, Seating.Place> places = new HashMap<>();
        try {
            places.putAll(Seating.of(
                    seatingRooms(exam, roster, wanting),
                    wanting.stream().map(ChairBook::person).toList(),
                    seed));
        } catch (IllegalArgumentException e) {
            throw new ExamChangeException("too-few-chairs");
        }
        List<Appointment> seated = roster.stream()
                .map(sitting -> Optional.ofNullable(places.get(sitting.candidate()))
                        .map(place -> moved(sitting, exam, Optional.of(place)))
                        .orElse(sitting))
                .toList();
        Seating.Orders orders = orders(exam, seated, seed);
        Set<Appointment> before = Set.copyOf(roster);
        List<Appointment> changed = seated.stream()
                .map(sitting -> withOrder(sitting, orders))
                .filter(sitting -> !before.contains(sitting))
                .toList();
        open.change(exam, Revision.changing(changed), record -> record.chairSeed(seed));
        return orders.alike();
    }

    private static Seating.Person person(Appointment sitting) {
        return new Seating.Person(
                sitting.candidate(), !sitting.terms().accommodations().isNone());
    }

    private List<Seating.Room> seatingRooms(Exam exam, List<Appointment> roster, List<Appointment> wanting) {
        Set<String> seatedAnew = wanting.stream().map(Appointment::candidate).collect(Collectors.toSet());
        return rooms.of(exam).stream()
                .map(room -> new Seating.Room(
                        room.id().value(),
                        room.plan(),
                        roster.stream()
                                .filter(sitting -> !seatedAnew.contains(sitting.candidate()))
                                .filter(sitting ->
                                        sitting.room().filter(room.id()::equals).isPresent())
                                .flatMap(sitting -> Chair.of(sitting.chair()).stream())
                                .collect(Collectors.toSet())))
                .toList();
    }

    private Seating.Orders orders(Exam exam, List<Appointment> seated, long seed) {
        Paper paper = papers.text(exam.paper()).paper();
        if (paper.drawn(1).equals(paper.drawn(2)) && paper.drawn(2).equals(paper.drawn(3))) {
            return new Seating.Orders(Map.of(), 0);
        }
        Map<Seating.Place, Integer> seeds = new HashMap<>();
        seated.forEach(sitting -> place(sitting).ifPresent(place -> seeds.put(place, sitting.seed())));
        return Seating.ordersApart(seeds, own -> paper.drawn(own).route(), seed);
    }

    private static Optional<Seating.Place> place(Appointment sitting) {
        return sitting.room()
                .flatMap(room -> Chair.of(sitting.chair()).map(chair -> new Seating.Place(room.value(), chair)));
    }

    private static Appointment withOrder(Appointment sitting, Seating.Orders orders) {
        return place(sitting)
                .map(orders.changed()::get)
                .filter(Objects::nonNull)
                .map(sitting::drawnWith)
                .orElse(sitting);
    }

    private static Appointment moved(Appointment sitting, Exam exam, Optional<Seating.Place> place) {
        Optional<RoomId> room = place.map(Seating.Place::room).map(RoomId::new);
        return sitting.at(
                room, place.map(Seating.Place::chair).map(Chair::label).orElse(""), exam.code(room));
    }

    @Override
    public void move(Appointment sitting, Optional<Place> to) {
        Exam exam = open.find(sitting.exam().orElseThrow().exam());
        Optional<Seating.Place> place =
                to.map(one -> new Seating.Place(one.room().value(), one.chair()));
        if (to.filter(one -> !isThere(exam, one)).isPresent()) {
            throw new ExamChangeException("no-such-chair");
        }
        List<Appointment> changed = new ArrayList<>();
        if (!place(sitting).equals(place)) {
            changed.add(moved(sitting, exam, place));
            exams.roster(exam.id()).stream()
                    .filter(other -> place.isPresent() && place(other).equals(place))
                    .forEach(other -> changed.add(moved(other, exam, place(sitting))));
        }
        open.change(exam, Revision.changing(changed), record -> {});
    }

    @Override
    public void change(Appointment sitting, String chair) {
        Chair wanted = Chair.of(chair)
                .filter(one -> sitting.room()
                        .flatMap(rooms::find)
                        .filter(room -> room.plan().has(one))
                        .isPresent())
                .orElseThrow(() -> new ExamChangeException("no-such-chair"));
        appointments.seatAt(sitting.sitting(), wanted.label(), () -> holdIfFree(sitting, wanted));
    }

    private void holdIfFree(Appointment sitting, Chair wanted) {
        ExamId exam = sitting.exam().orElseThrow().exam();
        open.hold(exam);
        boolean taken = appointments.of(exam).stream()
                .filter(other -> other.room().equals(sitting.room()))
                .anyMatch(other -> other.chair().equals(wanted.label()));
        if (taken) {
            throw new ExamChangeException("taken");
        }
    }

    private boolean isThere(Exam exam, Place place) {
        return exam.codes().containsKey(place.room())
                && rooms.find(place.room())
                        .filter(room -> room.plan().has(place.chair()))
                        .isPresent();
    }
}

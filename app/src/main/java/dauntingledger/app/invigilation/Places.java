package dauntingledger.app.invigilation;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.staff.Staff;
import dauntingledger.rulebook.exam.ExamState;
import java.security.Principal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.server.ResponseStatusException;

/** The places that a member of staff looks after. */
@Component
class Places {

    private static final int MOST_EXAMS = 100;
    private static final Duration AHEAD = Duration.ofHours(12);
    private static final Set<ExamState> SHOWN = Set.of(ExamState.ANNOUNCED, ExamState.RUNNING, ExamState.CLOSED);

    private final Exams exams;
    private final Rooms rooms;
    private final Appointments appointments;
    private final Staff staff;
    private final Clock clock;

    Places(Exams exams, Rooms rooms, Appointments appointments, Staff staff, Clock clock) {
        this.exams = exams;
        this.rooms = rooms;
        this.appointments = appointments;
        this.staff = staff;
        this.clock = clock;
    }

    Staff.Member member(Principal principal) {
        return staff.member(principal.getName()).orElseThrow();
    }

    /** Returns the places of the exams that are held now or soon, or were lately. */
    List<Place> of(Staff.Member member) {
        Instant now = clock.instant();
        return exams.page(0, MOST_EXAMS).stream()
                .filter(exam -> SHOWN.contains(exam.state(now)))
                .filter(exam -> exam.hours().window().doors().isBefore(now.plus(AHEAD)))
                .flatMap(this::places)
                .filter(place -> looksAfter(member, place))
                .toList();
    }

    private Stream<Place> places(Exam exam) {
        Stream<Place> inRooms = rooms.of(exam).stream().map(room -> new Place(exam, Optional.of(room)));
        return exam.isAtHome() ? Stream.concat(inRooms, Stream.of(new Place(exam, Optional.empty()))) : inRooms;
    }

    /** Returns whether somebody who could look at a place still may. */
    boolean looksAfter(String number, Place place) {
        return staff.member(number)
                .filter(member -> member.standing() == Staff.Standing.ACTIVE)
                .filter(member -> looksAfter(member, place))
                .isPresent();
    }

    private static boolean looksAfter(Staff.Member member, Place place) {
        return member.looksAfter(place.roomId().map(RoomId::value));
    }

    /**
     * Returns a place by what stands in the address of its board.
     *
     * @param room 0 for those at home
     * @throws ResponseStatusException 404 if there is none that this person looks after
     */
    Place find(long exam, long room, Principal principal) {
        Staff.Member member = member(principal);
        return exams.find(new ExamId(exam)).stream()
                .flatMap(this::places)
                .filter(place -> place.roomId().map(RoomId::value).orElse(0L) == room)
                .filter(place -> SHOWN.contains(place.exam().state(clock.instant())))
                .filter(place -> looksAfter(member, place))
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** @throws ResponseStatusException 404 if the place has no such sitting */
    Appointment sitting(Place place, long sitting) {
        return appointments
                .find(new SittingId(sitting))
                .filter(place::has)
                .filter(Appointment::isShown)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}

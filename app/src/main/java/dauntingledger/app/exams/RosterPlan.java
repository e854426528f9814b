package dauntingledger.app.exams;

import dauntingledger.app.exams.Rosters.Change;
import dauntingledger.app.exams.Rosters.Who;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Booking;
import dauntingledger.app.ledger.Origin;
import dauntingledger.app.ledger.Revision;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.signin.Candidate;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.exam.Chair;
import dauntingledger.rulebook.exam.RosterFinding;
import dauntingledger.rulebook.exam.RosterFinding.Problem;
import dauntingledger.rulebook.exam.RosterLine;
import dauntingledger.rulebook.paper.Paper;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Works out what the lines of a roster change: who comes, who changes, who goes, and what stands against it. */
final class RosterPlan {

    private final DoorCodes codes = new DoorCodes();
    private final Exam exam;
    private final Paper paper;
    private final Map<String, Rooms.Room> rooms;
    private final Map<String, Appointment> present = new HashMap<>();
    private final Map<String, Candidate> people;
    private final Origin origin;
    private final long centre;
    private final List<Candidate> registered = new ArrayList<>();
    private final List<Booking> made = new ArrayList<>();
    private final List<Appointment> changed = new ArrayList<>();
    private final List<RosterLine> added = new ArrayList<>();
    private final List<Change> changes = new ArrayList<>();
    private final List<Appointment> cancelled = new ArrayList<>();
    private int same;

    /**
     * What is known before.
     *
     * @param rooms of the exam, by name
     * @param present who is on the roster now
     * @param people whom the installation knows, of those who are or come, by number
     */
    record Before(
            Exam exam,
            Paper paper,
            Map<String, Rooms.Room> rooms,
            List<Appointment> present,
            Map<String, Candidate> people) {}

    RosterPlan(Before before, Origin origin, long centre) {
        this.centre = centre;
        this.exam = before.exam();
        this.paper = before.paper();
        this.rooms = before.rooms();
        before.present().forEach(sitting -> present.put(sitting.candidate(), sitting));
        this.people = before.people();
        this.origin = origin;
    }

    /** Takes over a line. */
    void put(RosterLine line) {
        Candidate person = person(line);
        if (!person.equals(people.get(line.number()))) {
            registered.add(person);
        }
        Appointment before = present.get(line.number());
        if (before == null) {
            added.add(line);
            made.add(booking(line));
            renamed(line, person);
            return;
        }
        Appointment after = after(before, line);
        if (!after.equals(before)) {
            changed.add(after);
        }
        List<String> was = parts(people.get(line.number()), before);
        List<String> becomes = parts(person, after);
        if (was.equals(becomes)) {
            same++;
        } else {
            changes.add(change(line, was, becomes));
        }
    }

    /** Somebody who is new here may be known from elsewhere, by another name. */
    private void renamed(RosterLine line, Candidate person) {
        Candidate known = people.get(line.number());
        if (known != null && !known.equals(person)) {
            changes.add(change(
                    line,
                    List.of(known.name(), known.email(), known.language()),
                    List.of(person.name(), person.email(), person.language())));
        }
    }

    private static Change change(RosterLine line, List<String> was, List<String> becomes) {
        List<String> formerly = new ArrayList<>();
        List<String> then = new ArrayList<>();
        for (int i = 0; i < was.size(); i++) {
            if (!was.get(i).equals(becomes.get(i))) {
                formerly.add(was.get(i));
                then.add(becomes.get(i));
            }
        }
        return new Change(new Who(line.number(), line.name()), formerly, then);
    }

    /** Takes those out who came with a file and are on none of {@code lines}. */
    void removeOthers(List<RosterLine> lines) {
        Set<String> there = new HashSet<>();
        lines.forEach(line -> there.add(line.number()));
        present.values().stream()
                .filter(sitting -> sitting.exam().orElseThrow().origin() == Origin.FILE)
                .filter(sitting -> !there.contains(sitting.candidate()))
                .sorted((one, other) -> one.candidate().compareTo(other.candidate()))
                .forEach(cancelled::add);
    }

    private Candidate person(RosterLine line) {
        Candidate known = people.get(line.number());
        return new Candidate(
                line.number(),
                line.name(),
                known == null ? "" : known.face(),
                line.email().isEmpty() && known != null ? known.email() : line.email(),
                line.language().isEmpty() && known != null ? known.language() : line.language());
    }

    private Booking booking(RosterLine line) {
        Optional<RoomId> room = room(line);
        return new Booking(
                line.number(),
                exam.paper(),
                line.chair().map(Chair::label).orElse(""),
                supervised(
                        new Terms(
                                exam.hours().window(),
                                exam.code(room),
                                granted(Accommodations.NONE, line),
                                Terms.Display.OWN,
                                Optional.empty(),
                                Optional.empty()),
                        room,
                        line),
                new Appointment.InExam(
                        exam.id(), room, origin, centre, exam.state().isShown()));
    }

    private Appointment after(Appointment before, RosterLine line) {
        Optional<RoomId> room = line.room().isEmpty() ? before.room() : room(line);
        boolean moves = !room.equals(before.room());
        String chair = line.chair().map(Chair::label).orElse(moves ? "" : before.chair());
        Terms terms = before.terms();
        Terms granted = terms.granting(granted(terms.accommodations(), line), terms.display());
        return before.on(before.paper(), supervised(granted, room, line))
                .at(room, chair, moves ? exam.code(room) : terms.code());
    }

    private Terms supervised(Terms terms, Optional<RoomId> room, RosterLine line) {
        return line.supervisor()
                .filter(somebody -> room.isEmpty())
                .map(somebody -> terms.supervisedBy(somebody, codes::make))
                .orElse(terms);
    }

    private Optional<RoomId> room(RosterLine line) {
        return Optional.ofNullable(rooms.get(line.room())).map(Rooms.Room::id);
    }

    private Accommodations granted(Accommodations before, RosterLine line) {
        Accommodations granted = before;
        if (line.factor().isPresent()) {
            granted = granted.withFactor(line.factor().get());
        }
        if (line.extraBreak().isPresent()) {
            granted = granted.withBreak(paper, line.extraBreak().get());
        }
        if (line.aids().isPresent()) {
            granted = granted.withAids(line.aids().get());
        }
        return granted;
    }

    /** Returns what people compare, each part as a text. */
    private List<String> parts(@Nullable Candidate person, Appointment sitting) {
        Accommodations granted = sitting.terms().accommodations();
        return List.of(
                person == null ? "" : person.name(),
                person == null ? "" : person.email(),
                person == null ? "" : person.language(),
                roomName(sitting.room()),
                sitting.chair(),
                "× " + granted.factor(),
                granted.breakOn(paper).toMinutes() + " min",
                String.join(", ", granted.aids()),
                sitting.terms()
                        .supervisor()
                        .map(somebody -> somebody.name() + ", " + somebody.phone())
                        .orElse(""));
    }

    private String roomName(Optional<RoomId> room) {
        return rooms.values().stream()
                .filter(one -> room.filter(one.id()::equals).isPresent())
                .map(Rooms.Room::name)
                .findFirst()
                .orElse("");
    }

    /** Returns chairs that two would have; {@code at} are the lines of the file by the numbers of the candidates. */
    List<RosterFinding> clashes(Map<String, Integer> at) {
        Map<String, String> holders = new HashMap<>();
        Set<String> leaving = new HashSet<>();
        cancelled.forEach(sitting -> leaving.add(sitting.candidate()));
        Map<String, String> chairs = new HashMap<>();
        present.values().forEach(sitting -> chairs.put(sitting.candidate(), place(sitting.room(), sitting.chair())));
        changed.forEach(sitting -> chairs.put(sitting.candidate(), place(sitting.room(), sitting.chair())));
        made.forEach(
                booking -> chairs.put(booking.candidate(), place(booking.exam().room(), booking.chair())));
        leaving.forEach(chairs::remove);
        List<RosterFinding> findings = new ArrayList<>();
        chairs.entrySet().stream()
                .filter(one -> !one.getValue().isEmpty())
                .sorted(Map.Entry.comparingByKey())
                .forEach(one -> {
                    String other = holders.putIfAbsent(one.getValue(), one.getKey());
                    if (other != null) {
                        boolean own = at.containsKey(one.getKey());
                        findings.add(new RosterFinding(
                                at.getOrDefault(own ? one.getKey() : other, 1),
                                "seat",
                                Problem.SEAT_TAKEN_BY,
                                own ? other : one.getKey()));
                    }
                });
        return findings;
    }

    private static String place(Optional<RoomId> room, String chair) {
        return room.isEmpty() || chair.isEmpty() ? "" : room.get() + " " + chair;
    }

    List<Candidate> registered() {
        return registered;
    }

    Revision revision() {
        return new Revision(made, changed, cancelled);
    }

    Rosters.Preview preview(String file, String digest, List<RosterFinding> findings) {
        List<Who> removed = cancelled.stream()
                .map(sitting -> new Who(
                        sitting.candidate(),
                        Optional.ofNullable(people.get(sitting.candidate()))
                                .map(Candidate::name)
                                .orElse("")))
                .toList();
        return new Rosters.Preview(file, digest, findings, added, changes, removed, same);
    }
}

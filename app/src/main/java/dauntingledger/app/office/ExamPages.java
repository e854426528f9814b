package dauntingledger.app.office;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Window;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import org.springframework.web.server.ResponseStatusException;

/** What all pages of one exam show: its title, its hours, its state, its rooms. */
@Component
public class ExamPages {

    private final Exams exams;
    private final Rooms rooms;
    private final Papers papers;
    private final Candidates candidates;
    private final WallClock house;
    private final Clock clock;

    ExamPages(Exams exams, Rooms rooms, Papers papers, Candidates candidates, WallClock wall, Clock clock) {
        this.exams = exams;
        this.rooms = rooms;
        this.papers = papers;
        this.candidates = candidates;
        this.house = wall;
        this.clock = clock;
    }

    /** An exam as its pages head it. */
    public record Head(
            String id,
            String title,
            String paper,
            int version,
            String day,
            String doors,
            String opens,
            String admissionEnds,
            String closes,
            String zone,
            String state,
            boolean open,
            boolean home) {}

    /** @throws ResponseStatusException 404 if there is no such exam */
    public Exam find(long exam) {
        return exams.find(new ExamId(exam)).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    public void put(Exam exam, Model model) {
        Window window = exam.hours().window();
        WallClock wall = house.in(exam.hours().zone());
        model.addAttribute(
                "exam",
                new Head(
                        exam.id().toString(),
                        exam.title(),
                        papers.text(exam.paper()).paper().title(),
                        exam.paper().version(),
                        wall.day(window.opens()),
                        wall.minute(window.doors()),
                        wall.minute(window.opens()),
                        wall.minute(window.closes()),
                        window.ends().map(wall::minute).orElse(""),
                        exam.hours().zone().getId(),
                        PlainNames.name(exam.state(clock.instant())),
                        exam.state().isOpenToChange(),
                        exam.isAtHome()));
        model.addAttribute("places", rooms(exam));
    }

    /** Returns the rooms of an exam by name. */
    List<Rooms.Room> rooms(Exam exam) {
        return rooms.all().stream()
                .filter(room -> exam.codes().containsKey(room.id()))
                .toList();
    }

    Map<String, Candidate> people(List<Appointment> roster) {
        return candidates.findAll(roster.stream().map(Appointment::candidate).toList());
    }
}

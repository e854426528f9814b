package dauntingledger.app.office;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamChangeException;
import dauntingledger.app.exams.Exams;
import dauntingledger.app.exams.Rooms;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.RosterFinding;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.sitting.Window;
import java.time.Clock;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import org.springframework.web.server.ResponseStatusException;

/** What all pages of one exam show: its title, its hours, its state, its rooms. */
@Component
public class ExamPages {

    private final Exams exams;
    private final Rooms rooms;
    private final Appointments appointments;
    private final Papers papers;
    private final Candidates candidates;
    private final Words words;
    private final WallClock house;
    private final Clock clock;

    ExamPages(
            Exams exams,
            Rooms rooms,
            Appointments appointments,
            Papers papers,
            Candidates candidates,
            Words words,
            WallClock wall,
            Clock clock) {
        this.exams = exams;
        this.rooms = rooms;
        this.appointments = appointments;
        this.papers = papers;
        this.candidates = candidates;
        this.words = words;
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

    /** Returns whether an exam is over, so that what is right can be shown to those who work here. */
    public boolean isOver(Exam exam) {
        return exam.state(clock.instant()).isOver();
    }

    /** @throws ResponseStatusException 404 if there is no such exam, or it is not over */
    public Exam findOver(long exam) {
        return Optional.of(find(exam))
                .filter(this::isOver)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
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

    List<Rooms.Room> rooms(Exam exam) {
        return rooms.of(exam);
    }

    /** Returns a sitting of an exam; empty if it is none, or is taken out by now. */
    public Optional<Appointment> find(Exam exam, long sitting) {
        return appointments.find(new SittingId(sitting)).filter(found -> found.isIn(exam.id()));
    }

    /** @throws ResponseStatusException 404 if the exam has no such sitting */
    public Appointment sitting(Exam exam, long sitting) {
        return find(exam, sitting).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    /** Returns, in words, what is wrong with an exam or keeps it from a state. */
    List<String> problems(Collection<String> keys) {
        return keys.stream().map(key -> words.say("exam.problem." + key)).toList();
    }

    /** Returns, in words, why an exam could not be changed so. */
    List<String> problems(ExamChangeException why) {
        return problems(why.reasons());
    }

    /** Returns a finding about a line of a roster in words, without its place. */
    String finding(RosterFinding finding) {
        return words.say("roster.finding." + finding.problem().key(), finding.detail());
    }

    /** Returns findings about somebody who is put on a roster by hand, in words. */
    List<String> findings(List<RosterFinding> findings) {
        return findings.stream()
                .map(one -> words.say("roster.problem", one.column(), finding(one)))
                .toList();
    }

    Map<String, Candidate> people(List<Appointment> roster) {
        return candidates.findAll(roster.stream().map(Appointment::candidate).toList());
    }
}

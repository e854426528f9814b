package dauntingledger.app.exams;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.mail.Mail;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.Calendars;
import dauntingledger.app.words.ChosenLanguage;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.sitting.Window;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Writes to candidates about their exams, in the language of each. */
@Component
class Notices {

    private final Mail mail;
    private final Candidates candidates;
    private final Papers papers;
    private final Calendars calendars;
    private final Words words;
    private final WallClock house;

    Notices(Mail mail, Candidates candidates, Papers papers, Calendars calendars, Words words, WallClock wall) {
        this.mail = mail;
        this.candidates = candidates;
        this.papers = papers;
        this.calendars = calendars;
        this.words = words;
        this.house = wall;
    }

    /** Tells everybody of a roster who has an email that the hours of their exam are others. */
    void moved(Exam exam, List<Appointment> roster) {
        Map<String, Candidate> people =
                candidates.findAll(roster.stream().map(Appointment::candidate).toList());
        mail.post(roster.stream()
                .filter(sitting -> people.containsKey(sitting.candidate())
                        && !requireNonNull(people.get(sitting.candidate()))
                                .email()
                                .isEmpty())
                .map(sitting -> moved(exam, sitting, requireNonNull(people.get(sitting.candidate()))))
                .toList());
    }

    private Mail.Message moved(Exam exam, Appointment sitting, Candidate to) {
        return ChosenLanguage.speaking(to.language(), () -> {
            WallClock wall = house.in(exam.hours().zone());
            Window window = exam.hours().window();
            return new Mail.Message(
                    "moved " + sitting.sitting() + " " + exam.timesMoved(),
                    to.email(),
                    words.say("moved.mail.subject", exam.title()),
                    words.say(
                            "moved.mail.text",
                            to.name(),
                            exam.title(),
                            wall.day(window.opens()),
                            wall.minute(window.doors()),
                            wall.minute(window.opens()),
                            wall.minute(window.closes()),
                            exam.hours().zone().getId()),
                    Optional.of(new Mail.Attachment(
                            "appointment.ics",
                            "text/calendar; method=PUBLISH; charset=utf-8",
                            calendars
                                    .file(
                                            sitting,
                                            sitting.personal(papers.text(sitting.paper(), to.language())
                                                    .paper()),
                                            exam.hours().zone(),
                                            exam.timesMoved())
                                    .getBytes(StandardCharsets.UTF_8))));
        });
    }
}

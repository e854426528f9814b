package dauntingledger.app.registration;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.mail.Mail;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.words.Address;
import dauntingledger.app.words.Calendars;
import dauntingledger.app.words.ChosenLanguage;
import dauntingledger.app.words.WallClock;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.sitting.Window;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What is written to applicants, in the language in which they registered. */
@Component
class RegistrationMail {

    private final Mail mail;
    private final Words words;
    private final WallClock house;
    private final Address address;
    private final Calendars calendars;
    private final Papers papers;

    RegistrationMail(Mail mail, Words words, WallClock wall, Address address, Calendars calendars, Papers papers) {
        this.mail = mail;
        this.words = words;
        this.house = wall;
        this.address = address;
        this.calendars = calendars;
        this.papers = papers;
    }

    private void post(
            Applicant to, String once, Exam exam, String kind, Optional<Mail.Attachment> file, Object... more) {
        ChosenLanguage.speaking(to.language(), () -> {
            Object[] arguments = new Object[more.length + 2];
            arguments[0] = to.name();
            arguments[1] = exam.title();
            System.arraycopy(more, 0, arguments, 2, more.length);
            return mail.post(new Mail.Message(
                    once,
                    to.email(),
                    words.say("registration.mail." + kind + ".subject", exam.title()),
                    words.say("registration.mail." + kind + ".text", arguments),
                    file));
        });
    }

    void confirm(Exam exam, Applicant to, String token) {
        post(
                to,
                "confirm " + to.id() + " " + token,
                exam,
                "confirm",
                Optional.empty(),
                address.of("/register/confirm/" + token));
    }

    /** At most once an hour, whoever types the address how often. */
    void registeredAlready(Exam exam, Applicant to, Instant now) {
        post(to, "already " + to.id() + " " + now.truncatedTo(ChronoUnit.HOURS), exam, "already", Optional.empty());
    }

    void declined(Exam exam, Applicant to) {
        post(to, "declined " + to.id(), exam, "declined", Optional.empty());
    }

    void accepted(Exam exam, Applicant to, Appointment sitting, String pin) {
        Window window = exam.hours().window();
        WallClock wall = house.in(exam.hours().zone());
        String calendar = ChosenLanguage.speaking(
                to.language(),
                () -> calendars.file(
                        sitting,
                        sitting.personal(
                                papers.text(sitting.paper(), to.language()).paper()),
                        exam.hours().zone(),
                        exam.timesMoved()));
        String day = ChosenLanguage.speaking(to.language(), () -> wall.day(window.opens()));
        post(
                to,
                "accepted " + to.id(),
                exam,
                "accepted",
                Optional.of(new Mail.Attachment(
                        "appointment.ics", "text/calendar; charset=utf-8", calendar.getBytes(StandardCharsets.UTF_8))),
                sitting.candidate(),
                pin,
                day,
                wall.minute(window.doors()),
                wall.minute(window.opens()),
                wall.minute(window.closes()),
                address.of("/"));
    }
}

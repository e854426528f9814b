package dauntingledger.app.results;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamBrought;
import dauntingledger.app.exams.Releases;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.mail.Mail;
import dauntingledger.app.results.Results.Kept;
import dauntingledger.app.results.Results.Version;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.words.Address;
import dauntingledger.app.words.ChosenLanguage;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.exam.ExamState;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Writes to candidates that their results are there, in the language of each; what they are stands behind the sign-in. */
@Component
class ResultNotices {

    private static final int MOST = 200_000;

    private final Results results;
    private final Appointments appointments;
    private final Candidates candidates;
    private final Mail mail;
    private final Words words;
    private final Address address;

    ResultNotices(
            Results results,
            Appointments appointments,
            Candidates candidates,
            Mail mail,
            Words words,
            Address address) {
        this.results = results;
        this.appointments = appointments;
        this.candidates = candidates;
        this.mail = mail;
        this.words = words;
        this.address = address;
    }

    @EventListener
    void brought(ExamBrought brought) {
        if (brought.to() == ExamState.RELEASED) {
            results.latest(brought.exam().id()).ifPresent(version -> tell(brought.exam(), version));
        }
    }

    /** Tells those of one place, before the others. */
    void tellPlace(Exam exam, Version version, String place) {
        Set<Long> there = appointments.of(exam.id()).stream()
                .filter(sitting -> Releases.place(sitting).equals(place))
                .map(sitting -> sitting.sitting().value())
                .collect(Collectors.toSet());
        tell(
                exam,
                version,
                results.page(exam.id(), version.number(), 0, MOST).stream()
                        .filter(kept -> there.contains(kept.sitting()))
                        .toList());
    }

    /** Tells a candidate what came of an appeal, in words that were written for them. */
    void tellOfAppeal(Exam exam, Appeal appeal, Appointment sitting, String answer) {
        candidates
                .find(sitting.candidate())
                .filter(person -> !person.email().isEmpty())
                .ifPresent(person -> mail.post(List.of(ChosenLanguage.speaking(
                        person.language(),
                        () -> new Mail.Message(
                                "appeal " + appeal.id(),
                                person.email(),
                                words.say("appeal.mail.subject", exam.title()),
                                words.say("appeal.mail.text", person.name(), exam.title(), answer, address.of("/")),
                                Optional.empty())))));
    }

    private void tell(Exam exam, Version version) {
        tell(exam, version, results.page(exam.id(), version.number(), 0, MOST));
    }

    private void tell(Exam exam, Version version, List<Kept> kept) {
        Map<String, Candidate> people =
                candidates.findAll(kept.stream().map(Kept::candidate).toList());
        mail.post(kept.stream()
                .map(result -> people.get(result.candidate()))
                .filter(Objects::nonNull)
                .filter(person -> !person.email().isEmpty())
                .map(person -> message(exam, version, person))
                .toList());
    }

    private Mail.Message message(Exam exam, Version version, Candidate to) {
        return ChosenLanguage.speaking(
                to.language(),
                () -> new Mail.Message(
                        "result " + exam.id() + " " + version.number() + " " + to.number(),
                        to.email(),
                        words.say("result.mail.subject", exam.title()),
                        words.say("result.mail.text", to.name(), exam.title(), address.of("/")),
                        Optional.empty()));
    }
}

package dauntingledger.app.results;

import dauntingledger.app.exams.Exam;
import dauntingledger.app.exams.ExamBrought;
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
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Writes to candidates that their results are there, in the language of each; what they are stands behind the sign-in. */
@Component
class ResultNotices {

    private static final int MOST = 200_000;

    private final Results results;
    private final Candidates candidates;
    private final Mail mail;
    private final Words words;
    private final Address address;

    ResultNotices(Results results, Candidates candidates, Mail mail, Words words, Address address) {
        this.results = results;
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

    private void tell(Exam exam, Version version) {
        List<Kept> kept = results.page(exam.id(), version.number(), 0, MOST);
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

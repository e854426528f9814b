package dauntingledger.app.requests;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.mail.Mail;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.requests.RequestRecord.Standing;
import dauntingledger.app.signin.Candidate;
import dauntingledger.app.signin.Candidates;
import dauntingledger.app.uploads.Document;
import dauntingledger.app.words.ChosenLanguage;
import dauntingledger.app.words.Words;
import dauntingledger.rulebook.plain.PlainNames;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Keeps requests, and tells candidates what was decided. */
@Component
class Requests {

    /** More than these of one sitting are not taken. */
    static final int MOST_OF_A_SITTING = 5;

    private final EntityManager entities;
    private final Appointments appointments;
    private final Candidates candidates;
    private final Papers papers;
    private final Mail mail;
    private final Words words;
    private final Clock clock;

    Requests(
            EntityManager entities,
            Appointments appointments,
            Candidates candidates,
            Papers papers,
            Mail mail,
            Words words,
            Clock clock) {
        this.entities = entities;
        this.appointments = appointments;
        this.candidates = candidates;
        this.papers = papers;
        this.mail = mail;
        this.words = words;
        this.clock = clock;
    }

    /** Keeps a request; returns false if there were too many of this sitting. */
    @Transactional
    boolean ask(SittingId sitting, String text, Optional<Document> document) {
        if (of(sitting).size() >= MOST_OF_A_SITTING) {
            return false;
        }
        entities.persist(new RequestRecord(sitting, text, document, clock.instant()));
        return true;
    }

    /** Returns the requests of a sitting, the latest first. */
    @Transactional(readOnly = true)
    List<RequestRecord> of(SittingId sitting) {
        return entities.createQuery("from RequestRecord where sitting = :sitting order by id desc", RequestRecord.class)
                .setParameter("sitting", sitting.value())
                .getResultList();
    }

    /** Returns requests: the open ones, the oldest first, then the others, the latest first. */
    @Transactional(readOnly = true)
    List<RequestRecord> page(int from, int most) {
        return entities.createQuery("""
                        from RequestRecord order by case standing when OPEN then 0 else 1 end,
                            case standing when OPEN then id else -id end""", RequestRecord.class)
                .setFirstResult(from)
                .setMaxResults(most)
                .getResultList();
    }

    @Transactional(readOnly = true)
    Optional<RequestRecord> find(long id) {
        return Optional.ofNullable(entities.find(RequestRecord.class, id));
    }

    /** Decides about an open request, and writes to its candidate; returns false if somebody was faster. */
    @Transactional
    boolean decide(long id, Standing decision, String reason, String person) {
        RequestRecord request = entities.find(RequestRecord.class, id);
        if (request.standing() != Standing.OPEN) {
            return false;
        }
        request.decide(decision, reason, person, clock.instant());
        appointments.find(request.sitting()).ifPresent(sitting -> tell(request, sitting));
        return true;
    }

    private void tell(RequestRecord request, Appointment sitting) {
        Candidate to = candidates.find(sitting.candidate()).orElseThrow();
        if (!to.email().isEmpty()) {
            ChosenLanguage.speaking(
                    to.language(),
                    () -> mail.post(new Mail.Message(
                            "request " + request.id(),
                            to.email(),
                            words.say("request.mail.subject"),
                            words.say(
                                    "request.mail.text",
                                    to.name(),
                                    papers.text(sitting.paper(), to.language())
                                            .paper()
                                            .title(),
                                    words.say("request.standing." + PlainNames.name(request.standing())),
                                    request.reason()))));
        }
    }
}

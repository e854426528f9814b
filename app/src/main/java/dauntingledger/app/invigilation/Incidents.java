package dauntingledger.app.invigilation;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.uploads.Document;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.By;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** What happened in rooms, with what is attached to it. What concerns a candidate stands in their ledger too. */
@Component
class Incidents {

    static final int MOST_WORDS = 2_000;
    private static final int LONGEST_NAME = 80;

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Ledgers ledgers;
    private final Clock clock;

    Incidents(EntityManager entities, TransactionTemplate transactions, Ledgers ledgers, Clock clock) {
        this.entities = entities;
        this.transactions = transactions;
        this.ledgers = ledgers;
        this.clock = clock;
    }

    /** A file that is attached, by the name under which it was sent. */
    record Attached(String name, Document document) {}

    /** Keeps what happened; with a sitting, also as an entry of its ledger. */
    void note(
            Place place,
            Optional<Appointment> about,
            Instant happenedAt,
            String words,
            String person,
            Optional<Attached> attached) {
        Instant now = clock.instant();
        IncidentRecord kept =
                new IncidentRecord(place, about.map(Appointment::sitting), happenedAt, now).saying(words, person);
        attached.ifPresent(file -> kept.attach(shortened(file.name()), file.document()));
        transactions.executeWithoutResult(status -> entities.persist(kept));
        about.ifPresent(appointment -> ledgers.record(
                appointment, new Act.IncidentNoted(kept.id(), Hash.of(words).hex(), By.of(person)), now));
    }

    private static String shortened(String name) {
        String plain = name.replaceAll("[^\\p{L}\\p{N} ._-]", "_");
        return plain.length() <= LONGEST_NAME ? plain : plain.substring(plain.length() - LONGEST_NAME);
    }

    /**
     * Something that happened.
     *
     * @param attachment the name of the file that is attached; empty if none is
     */
    record Incident(
            long id, Optional<SittingId> sitting, Instant happenedAt, String words, String person, String attachment) {

        /** Makes what a row says, whose columns may be empty. */
        Incident(long id, @Nullable Long sitting, Instant happenedAt, String words, String person, String attachment) {
            this(id, Optional.ofNullable(sitting).map(SittingId::new), happenedAt, words, person, attachment);
        }
    }

    /** Returns what happened in a place, in the order in which it was noted; without the files, which are large. */
    List<Incident> of(Place place) {
        return transactions.execute(status -> entities.createQuery(
                        "select id, sitting, happenedAt, words, person, attachmentName from IncidentRecord"
                                + " where exam = :exam and room = :room order by id",
                        Incident.class)
                .setParameter("exam", place.exam().id().value())
                .setParameter("room", room(place))
                .getResultList());
    }

    private static long room(Place place) {
        return place.roomId().map(RoomId::value).orElse(0L);
    }

    /** Returns the file that is attached to an incident of a place. */
    Optional<Document> attachment(Place place, long incident) {
        return transactions.execute(status -> Optional.ofNullable(entities.find(IncidentRecord.class, incident))
                .filter(kept -> kept.isIn(place))
                .flatMap(IncidentRecord::attachment));
    }
}

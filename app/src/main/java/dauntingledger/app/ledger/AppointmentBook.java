package dauntingledger.app.ledger;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.app.papers.Papers;
import dauntingledger.rulebook.accommodation.Accommodations;
import jakarta.persistence.EntityManager;
import java.security.SecureRandom;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Keeps the sittings in the database, and those in use in memory. */
@Component
class AppointmentBook implements Appointments {

    private static final int MOST_KEPT = 20_000;

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Papers papers;
    private final LedgerStore ledgers;
    private final JsonMapper json;
    private final SecureRandom random = new SecureRandom();
    private final Cache<SittingId, Appointment> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    AppointmentBook(
            EntityManager entities,
            TransactionTemplate transactions,
            Papers papers,
            LedgerStore ledgers,
            JsonMapper json) {
        this.entities = entities;
        this.transactions = transactions;
        this.papers = papers;
        this.ledgers = ledgers;
        this.json = json;
    }

    @Override
    @Transactional
    public Appointment make(String candidate, PaperRef paper, String seat, Terms terms) {
        terms.personal(papers.text(paper).paper());
        SittingRecord made = new SittingRecord(candidate, paper, seat, terms, random.nextInt(1, Integer.MAX_VALUE));
        entities.persist(made);
        return made.appointment(json);
    }

    @Override
    public Appointment grant(SittingId sitting, Accommodations accommodations, Terms.Display display) {
        Appointment before = find(sitting).orElseThrow();
        accommodations.applyTo(papers.text(before.paper()).paper());
        return ledgers.whileEmpty(before, () -> {
            Appointment after = transactions.execute(status -> {
                SittingRecord found = entities.find(SittingRecord.class, sitting.value());
                found.grant(accommodations, display);
                return found.appointment(json);
            });
            kept.put(sitting, after);
            return after;
        });
    }

    @Override
    @Transactional(readOnly = true)
    public List<Appointment> of(String candidate) {
        return entities.createQuery("from SittingRecord where candidate = :candidate order by id", SittingRecord.class)
                .setParameter("candidate", candidate)
                .getResultStream()
                .map(record -> record.appointment(json))
                .toList();
    }

    @Override
    @Transactional(readOnly = true)
    public List<Appointment> all(int most) {
        List<String> official = papers.latest().stream()
                .filter(ref -> papers.text(ref).about().purpose() == Purpose.OFFICIAL)
                .map(ref -> ref.id().value())
                .toList();
        return entities.createQuery(
                        "from SittingRecord where paper in :official order by opensAt desc nulls last, id desc",
                        SittingRecord.class)
                .setParameter("official", official)
                .setMaxResults(most)
                .getResultStream()
                .map(record -> record.appointment(json))
                .toList();
    }

    @Override
    @Transactional(readOnly = true)
    public long count(PaperRef paper) {
        return entities.createQuery(
                        "select count(*) from SittingRecord where paper = :paper and paperVersion = :version",
                        Long.class)
                .setParameter("paper", paper.id().value())
                .setParameter("version", paper.version())
                .getSingleResult();
    }

    @Override
    public Optional<Appointment> find(SittingId sitting) {
        return Optional.ofNullable(kept.get(sitting, this::load));
    }

    private @Nullable Appointment load(SittingId sitting) {
        Optional<SittingRecord> found = transactions.execute(
                status -> Optional.ofNullable(entities.find(SittingRecord.class, sitting.value())));
        return found.map(record -> record.appointment(json)).orElse(null);
    }
}

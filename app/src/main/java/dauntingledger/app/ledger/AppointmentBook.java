package dauntingledger.app.ledger;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dauntingledger.app.papers.PaperRef;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps the sittings in the database. An appointment never changes, so the ones in use are also kept in memory. */
@Component
class AppointmentBook implements Appointments {

    private static final int MOST_KEPT = 20_000;

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Cache<SittingId, Appointment> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    AppointmentBook(EntityManager entities, TransactionTemplate transactions) {
        this.entities = entities;
        this.transactions = transactions;
    }

    @Override
    @Transactional
    public Appointment make(String candidate, PaperRef paper, String seat) {
        SittingRecord made = new SittingRecord(candidate, paper, seat);
        entities.persist(made);
        return made.appointment();
    }

    @Override
    @Transactional(readOnly = true)
    public List<Appointment> of(String candidate) {
        return entities.createQuery("from SittingRecord where candidate = :candidate order by id", SittingRecord.class)
                .setParameter("candidate", candidate)
                .getResultStream()
                .map(SittingRecord::appointment)
                .toList();
    }

    @Override
    public Optional<Appointment> find(SittingId sitting) {
        return Optional.ofNullable(kept.get(sitting, this::load));
    }

    private @Nullable Appointment load(SittingId sitting) {
        Optional<SittingRecord> found = transactions.execute(
                status -> Optional.ofNullable(entities.find(SittingRecord.class, sitting.value())));
        return found.map(SittingRecord::appointment).orElse(null);
    }
}

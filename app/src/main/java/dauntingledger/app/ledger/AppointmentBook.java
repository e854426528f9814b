package dauntingledger.app.ledger;

import dauntingledger.app.papers.PaperRef;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Keeps the sittings in the database. */
@Component
class AppointmentBook implements Appointments {

    private final EntityManager entities;

    AppointmentBook(EntityManager entities) {
        this.entities = entities;
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
    @Transactional(readOnly = true)
    public Optional<Appointment> find(SittingId sitting) {
        return Optional.ofNullable(entities.find(SittingRecord.class, sitting.value()))
                .map(SittingRecord::appointment);
    }
}

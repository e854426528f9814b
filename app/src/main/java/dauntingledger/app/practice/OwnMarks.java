package dauntingledger.app.practice;

import dauntingledger.app.ledger.Forgotten;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import jakarta.persistence.EntityManager;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * What candidates give, in practice, to their own answers that a person would mark. Nothing is worked out of it, so that it
 * can never be taken for a mark.
 */
@Component
public class OwnMarks {

    private final EntityManager entities;

    OwnMarks(EntityManager entities) {
        this.entities = entities;
    }

    /** Keeps what a candidate gives to an answer, in the place of what they gave before. */
    @Transactional
    public void give(SittingId sitting, ItemId item, Rational marks) {
        entities.merge(new OwnMarkRecord(sitting, item, marks));
    }

    @Transactional(readOnly = true)
    public Map<ItemId, Rational> of(SittingId sitting) {
        Map<ItemId, Rational> given = new LinkedHashMap<>();
        entities.createQuery("from OwnMarkRecord where key.sitting = ?1", OwnMarkRecord.class)
                .setParameter(1, sitting.value())
                .getResultStream()
                .forEach(record -> given.put(record.item(), record.marks()));
        return given;
    }

    @EventListener
    void forgotten(Forgotten practice) {
        entities.createQuery("delete from OwnMarkRecord where key.sitting = ?1")
                .setParameter(1, practice.sitting().value())
                .executeUpdate();
    }
}

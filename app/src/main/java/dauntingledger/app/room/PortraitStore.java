package dauntingledger.app.room;

import dauntingledger.app.ledger.SittingId;
import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Keeps the pictures that candidates take on arrival. */
@Component
class PortraitStore implements Portraits {

    static final int MOST_BYTES = 512 * 1024;

    private final EntityManager entities;

    PortraitStore(EntityManager entities) {
        this.entities = entities;
    }

    @Transactional
    public void keep(SittingId sitting, CameraPicture picture, Instant now) {
        entities.merge(new PortraitRecord(sitting.value(), picture.bytes(), picture.digest(), now));
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<byte[]> of(SittingId sitting) {
        return Optional.ofNullable(entities.find(PortraitRecord.class, sitting.value()))
                .map(PortraitRecord::picture);
    }
}

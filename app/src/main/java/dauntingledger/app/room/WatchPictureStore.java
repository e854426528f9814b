package dauntingledger.app.room;

import dauntingledger.app.ledger.Forgotten;
import dauntingledger.app.ledger.SittingId;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Keeps pictures for as long as the paper says, and only so many of a sitting that no window can fill the disk. */
@Component
class WatchPictureStore implements WatchPictures {

    static final int MOST_BYTES = 15 * 1024;
    static final int MOST = 2_500;
    /** However often a window sends; a paper asks for pictures further apart than this. */
    static final Duration LEAST_APART = Duration.ofSeconds(5);

    private final EntityManager entities;
    private final Clock clock;

    WatchPictureStore(EntityManager entities, Clock clock) {
        this.entities = entities;
        this.clock = clock;
    }

    /** Keeps a picture, unless there are too many of this sitting or the last has only just come; says whether it did. */
    @Transactional
    public boolean keep(SittingId sitting, CameraPicture picture, Instant now, Duration kept) {
        Object[] known = entities.createQuery(
                        "select count(*), max(takenAt) from WatchPictureRecord where sitting = ?1", Object[].class)
                .setParameter(1, sitting.value())
                .getSingleResult();
        boolean tooSoon =
                known[1] instanceof Instant last && last.plus(LEAST_APART).isAfter(now);
        if (tooSoon || (Long) known[0] >= MOST) {
            return false;
        }
        entities.persist(new WatchPictureRecord(sitting, picture, now, now.plus(kept)));
        return true;
    }

    @Override
    @Transactional(readOnly = true)
    public List<Taken> of(SittingId sitting, int most) {
        return entities.createQuery(
                        "select id, takenAt, view from WatchPictureRecord where sitting = ?1 order by takenAt desc, id desc",
                        Taken.class)
                .setParameter(1, sitting.value())
                .setMaxResults(most)
                .getResultList()
                .reversed();
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<byte[]> picture(SittingId sitting, long id) {
        return Optional.ofNullable(entities.find(WatchPictureRecord.class, id))
                .filter(record -> record.isOf(sitting))
                .map(WatchPictureRecord::picture);
    }

    @EventListener
    void forgotten(Forgotten practice) {
        entities.createQuery("delete from WatchPictureRecord where sitting = ?1")
                .setParameter(1, practice.sitting().value())
                .executeUpdate();
    }

    @Override
    @Transactional
    @Scheduled(fixedDelayString = "${exam.pictures.look:10m}")
    public void deleteOld() {
        entities.createQuery("delete from WatchPictureRecord where deleteAt <= ?1")
                .setParameter(1, clock.instant())
                .executeUpdate();
    }
}

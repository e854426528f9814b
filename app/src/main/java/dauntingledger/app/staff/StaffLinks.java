package dauntingledger.app.staff;

import dauntingledger.rulebook.chain.Hash;
import jakarta.persistence.EntityManager;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.ZoneOffset;
import java.util.Base64;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** One-time links by which people get at their accounts. Only a hash of each is kept. */
@Component
class StaffLinks {

    /** The number of the link to the first account, which nobody has yet. */
    static final String FIRST = "";

    private static final int BYTES = 24;

    private final EntityManager entities;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    StaffLinks(EntityManager entities, Clock clock) {
        this.entities = entities;
        this.clock = clock;
    }

    /** Makes a link for somebody, the only one that is good from now on; returns the secret part of it. */
    @Transactional
    String make(String number, Duration validFor) {
        end(number);
        byte[] secret = new byte[BYTES];
        random.nextBytes(secret);
        String token = Base64.getUrlEncoder().withoutPadding().encodeToString(secret);
        entities.createNativeQuery("insert into staff_link (token_hash, number, valid_until) values (?1, ?2, ?3)")
                .setParameter(1, Hash.of(token).hex())
                .setParameter(2, number)
                .setParameter(3, clock.instant().plus(validFor).atOffset(ZoneOffset.UTC))
                .executeUpdate();
        return token;
    }

    /** Returns whose link this is, while it is good. */
    @Transactional(readOnly = true)
    Optional<String> whose(String token) {
        return entities.createNativeQuery(
                        "select number from staff_link where token_hash = ?1 and valid_until > ?2", String.class)
                .setParameter(1, Hash.of(token).hex())
                .setParameter(2, clock.instant().atOffset(ZoneOffset.UTC))
                .getResultStream()
                .map(String.class::cast)
                .findFirst();
    }

    /** Uses a link up; returns whether it was good until now. */
    @Transactional
    boolean use(String token) {
        return entities.createNativeQuery("delete from staff_link where token_hash = ?1 and valid_until > ?2")
                        .setParameter(1, Hash.of(token).hex())
                        .setParameter(2, clock.instant().atOffset(ZoneOffset.UTC))
                        .executeUpdate()
                == 1;
    }

    /** Ends what links somebody has. */
    @Transactional
    void end(String number) {
        entities.createNativeQuery("delete from staff_link where number = ?1")
                .setParameter(1, number)
                .executeUpdate();
    }
}

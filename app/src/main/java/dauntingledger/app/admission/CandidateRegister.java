package dauntingledger.app.admission;

import jakarta.persistence.EntityManager;
import java.util.Locale;
import java.util.Optional;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Keeps candidates in the database, and shows them to the sign-in. */
@Component
class CandidateRegister implements Candidates, UserDetailsService {

    static final String ROLE = "CANDIDATE";

    private final EntityManager entities;
    private final PasswordEncoder pins;

    CandidateRegister(EntityManager entities, PasswordEncoder pins) {
        this.entities = entities;
        this.pins = pins;
    }

    /** Returns a candidate number as it is kept: without spaces around it, in capitals. */
    static String normalised(String number) {
        return number.strip().toUpperCase(Locale.ROOT);
    }

    @Override
    @Transactional
    public Candidate register(String number, String name, String pin) {
        String kept = normalised(number);
        if (entities.find(CandidateRecord.class, kept) != null) {
            throw new IllegalStateException("there is a candidate " + kept + " already");
        }
        CandidateRecord candidate = new CandidateRecord(kept, name, pins.encode(pin));
        entities.persist(candidate);
        return candidate.candidate();
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<Candidate> find(String number) {
        return Optional.ofNullable(entities.find(CandidateRecord.class, normalised(number)))
                .map(CandidateRecord::candidate);
    }

    @Override
    @Transactional(readOnly = true)
    public UserDetails loadUserByUsername(String number) {
        CandidateRecord found = entities.find(CandidateRecord.class, normalised(number));
        if (found == null) {
            throw new UsernameNotFoundException("there is no such candidate");
        }
        return User.withUsername(found.candidate().number())
                .password(found.pinHash())
                .roles(ROLE)
                .build();
    }
}

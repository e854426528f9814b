package dauntingledger.app.signin;

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

/** Keeps candidates and staff in the database, and shows them to the sign-in. A number is used once among both. */
@Component
class Register implements Candidates, Staff, UserDetailsService {

    static final String CANDIDATE = "CANDIDATE";

    private final EntityManager entities;
    private final PasswordEncoder pins;
    private final String prefix;

    Register(EntityManager entities, PasswordEncoder pins, SignInSettings settings) {
        this.entities = entities;
        this.pins = pins;
        this.prefix = settings.numberPrefix();
    }

    /** Returns a number as it is kept: without spaces around it, in capitals, digits alone behind the prefix. */
    String normalised(String number) {
        String kept = number.strip().toUpperCase(Locale.ROOT);
        boolean digits = !kept.isEmpty() && kept.chars().allMatch(c -> c >= '0' && c <= '9');
        return digits ? prefix + kept : kept;
    }

    @Override
    @Transactional
    public Candidate register(String number, String name, String pin, String face) {
        String kept = requireFree(number);
        CandidateRecord candidate = new CandidateRecord(kept, name, pins.encode(pin), face);
        entities.persist(candidate);
        return candidate.candidate();
    }

    /** Returns how a candidate likes the pages; empty for nobody's choice. */
    @Transactional(readOnly = true)
    String display(String number) {
        CandidateRecord candidate = entities.find(CandidateRecord.class, number);
        return candidate == null ? "" : candidate.display();
    }

    @Transactional
    void keepDisplay(String number, String chosen) {
        CandidateRecord candidate = entities.find(CandidateRecord.class, number);
        if (candidate != null) {
            candidate.display(chosen);
        }
    }

    @Override
    @Transactional
    public void takeOn(Member member, String pin) {
        Member kept = new Member(requireFree(member.number()), member.name(), member.role());
        entities.persist(new StaffRecord(kept, pins.encode(pin)));
    }

    private String requireFree(String number) {
        String kept = normalised(number);
        if (find(kept).isPresent() || member(kept).isPresent()) {
            throw new IllegalStateException("the number " + kept + " is taken");
        }
        return kept;
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<Candidate> find(String number) {
        return Optional.ofNullable(entities.find(CandidateRecord.class, normalised(number)))
                .map(CandidateRecord::candidate);
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<Member> member(String number) {
        return Optional.ofNullable(entities.find(StaffRecord.class, normalised(number)))
                .map(StaffRecord::member);
    }

    @Override
    @Transactional(readOnly = true)
    public UserDetails loadUserByUsername(String number) {
        String kept = normalised(number);
        return candidate(kept)
                .or(() -> staff(kept))
                .orElseThrow(() -> new UsernameNotFoundException("there is nobody with this number"));
    }

    private Optional<UserDetails> candidate(String number) {
        return Optional.ofNullable(entities.find(CandidateRecord.class, number))
                .map(found -> user(found.candidate().number(), found.pinHash(), CANDIDATE));
    }

    private Optional<UserDetails> staff(String number) {
        return Optional.ofNullable(entities.find(StaffRecord.class, number))
                .map(found -> user(
                        found.member().number(),
                        found.pinHash(),
                        found.member().role().name()));
    }

    private static UserDetails user(String number, String pinHash, String role) {
        return User.withUsername(number).password(pinHash).roles(role).build();
    }
}

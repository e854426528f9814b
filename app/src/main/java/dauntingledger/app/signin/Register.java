package dauntingledger.app.signin;

import dauntingledger.app.search.SearchIndex;
import dauntingledger.app.staff.SignInsOf;
import dauntingledger.app.staff.Staff;
import dauntingledger.app.staff.StaffSignIn;
import dauntingledger.app.staff.TakenNumbers;
import dauntingledger.rulebook.exam.RosterCheck;
import jakarta.persistence.EntityManager;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.hibernate.Session;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.event.EventListener;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Keeps candidates in the database, and shows them and those who work here to the sign-in. A number is used once among
 * both.
 */
@Component
class Register implements Candidates, TakenNumbers, UserDetailsService {

    private final EntityManager entities;
    private final Pins pins;
    private final Staff staff;
    private final StaffSignIn passwords;
    private static final int AT_ONCE = 1_000;
    /** Values, and no entities, which would not hear of what is written past them in many rows at once. */
    private static final String FOUND =
            "select new dauntingledger.app.signin.Candidate(number, name, face, email, language) from CandidateRecord"
                    + " where number in :numbers";

    private static final int FIRST_NUMBER = 100_000;

    private final SearchIndex index;
    private final TransactionTemplate transactions;
    private final ObjectProvider<SignInsOf> signIns;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();
    private final String prefix;

    Register(
            EntityManager entities,
            Pins pins,
            Staff staff,
            StaffSignIn passwords,
            SearchIndex index,
            TransactionTemplate transactions,
            ObjectProvider<SignInsOf> signIns,
            Clock clock,
            SignInSettings settings) {
        this.index = index;
        this.transactions = transactions;
        this.signIns = signIns;
        this.clock = clock;
        this.entities = entities;
        this.pins = pins;
        this.staff = staff;
        this.passwords = passwords;
        this.prefix = settings.numberPrefix();
    }

    @Override
    public String normalised(String number) {
        return RosterCheck.normalised(number, prefix);
    }

    @Override
    @Transactional
    public Candidate register(String number, String name, String pin, String face) {
        String kept = requireFree(number);
        CandidateRecord candidate = new CandidateRecord(kept, name, pins.encode(pin), face);
        entities.persist(candidate);
        index.put(SearchIndex.Kind.CANDIDATE, kept, kept, name);
        return candidate.candidate();
    }

    @Override
    @Transactional
    public void registerAll(List<Candidate> all) {
        Map<String, Candidate> there =
                findAll(all.stream().map(Candidate::number).toList());
        entities.flush();
        entities.unwrap(Session.class).doWork(connection -> {
            CandidateRows.insert(
                    connection,
                    all.stream().filter(one -> !there.containsKey(one.number())).toList());
            CandidateRows.update(
                    connection,
                    all.stream()
                            .filter(one -> there.containsKey(one.number()) && !one.equals(there.get(one.number())))
                            .toList());
        });
        index.addAll(SearchIndex.Kind.CANDIDATE, texts(all.stream().filter(one -> !there.containsKey(one.number()))));
        index.putAll(
                SearchIndex.Kind.CANDIDATE,
                texts(all.stream()
                        .filter(one -> there.containsKey(one.number()) && !one.equals(there.get(one.number())))));
    }

    private static Map<String, List<String>> texts(Stream<Candidate> candidates) {
        return candidates.collect(Collectors.toMap(Candidate::number, one -> List.of(one.number(), one.name())));
    }

    @EventListener
    void index(SearchIndex.Anew anew) {
        Map<String, List<String>> texts = new HashMap<>();
        entities.createQuery("select number, name from CandidateRecord", Object[].class)
                .getResultList()
                .forEach(row -> texts.put((String) row[0], List.of((String) row[0], (String) row[1])));
        index.putAll(SearchIndex.Kind.CANDIDATE, texts);
    }

    @Override
    @Transactional(readOnly = true)
    public Map<String, Candidate> findAll(Collection<String> numbers) {
        List<String> asked = List.copyOf(numbers);
        Map<String, Candidate> found = new HashMap<>();
        for (int from = 0; from < asked.size(); from += AT_ONCE) {
            entities.createQuery(FOUND, Candidate.class)
                    .setParameter("numbers", asked.subList(from, Math.min(asked.size(), from + AT_ONCE)))
                    .getResultList()
                    .forEach(candidate -> found.put(candidate.number(), candidate));
        }
        return found;
    }

    @Override
    public String prefix() {
        return prefix;
    }

    /** The hashes, which take their time, are worked out side by side before the rows are touched. */
    @Override
    public Map<String, String> newPins(Collection<String> numbers) {
        Map<String, String> made = numbers.stream().collect(Collectors.toMap(number -> number, number -> pins.make()));
        Map<String, String> hashes = made.entrySet().parallelStream()
                .collect(Collectors.toMap(Map.Entry::getKey, one -> pins.encode(one.getValue())));
        transactions.executeWithoutResult(status -> hashes.forEach(
                (number, hash) -> entities.find(CandidateRecord.class, number).pin(hash, clock.instant())));
        signIns.stream().forEach(all -> made.keySet().forEach(all::end));
        return made;
    }

    @Override
    @Transactional(readOnly = true)
    public Set<String> withoutPin(Collection<String> numbers) {
        List<String> asked = List.copyOf(numbers);
        Set<String> without = new HashSet<>();
        for (int from = 0; from < asked.size(); from += AT_ONCE) {
            without.addAll(entities.createQuery(
                            "select number from CandidateRecord where number in :numbers and pinHash = ''",
                            String.class)
                    .setParameter("numbers", asked.subList(from, Math.min(asked.size(), from + AT_ONCE)))
                    .getResultList());
        }
        return without;
    }

    @Override
    @Transactional(readOnly = true)
    public String freeNumber() {
        for (int number = random.nextInt(FIRST_NUMBER, 10 * FIRST_NUMBER); ; number++) {
            String candidate = prefix + number;
            if (!isTaken(candidate)) {
                return candidate;
            }
        }
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

    private String requireFree(String number) {
        String kept = normalised(number);
        if (isTaken(kept) || staff.member(kept).isPresent()) {
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
    public boolean isTaken(String number) {
        return entities.find(CandidateRecord.class, number) != null;
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
                .map(found -> user(found.candidate().number(), found.pinHash(), Rights.CANDIDATE));
    }

    /** Somebody who has to set up a second factor first is nothing but staff. */
    private Optional<UserDetails> staff(String number) {
        return staff.member(number)
                .flatMap(member -> passwords
                        .passwordHash(number)
                        .map(hash -> member.needsFactor()
                                ? user(number, hash, Rights.STAFF)
                                : user(number, hash, Rights.STAFF, member.role().name())));
    }

    private static UserDetails user(String number, String hash, String... roles) {
        return User.withUsername(number).password(hash).roles(roles).build();
    }
}

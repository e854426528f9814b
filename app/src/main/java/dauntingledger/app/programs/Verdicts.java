package dauntingledger.app.programs;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Source;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** How programs ended in cases, by the hashes of both; what is known of one stays known. */
@Component
class Verdicts {

    private static final int MOST_CACHED = 20_000;

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Clock clock;

    /** How a program ended in each case that it was run in, by the hash of the case. */
    private final Cache<String, Map<String, Ending>> cached =
            Caffeine.newBuilder().maximumSize(MOST_CACHED).build();

    private final Cache<Cases, List<String>> hashes =
            Caffeine.newBuilder().maximumSize(1_000).build();

    Verdicts(EntityManager entities, TransactionTemplate transactions, Clock clock) {
        this.entities = entities;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** Returns how a program ended in every case, in their order; empty if it was not run in one of them. */
    Optional<List<Ending>> of(Source program, Cases cases) {
        Map<String, Ending> known = known(Hashes.of(program));
        List<Ending> endings = new ArrayList<>();
        for (String hash : hashes(cases)) {
            Ending ending = known.get(hash);
            if (ending == null) {
                return Optional.empty();
            }
            endings.add(ending);
        }
        return Optional.of(endings);
    }

    /** Returns those cases that a program was not run in. */
    Cases missing(Source program, Cases cases) {
        Map<String, Ending> known = known(Hashes.of(program));
        List<String> of = hashes(cases);
        List<Case> missing = new ArrayList<>();
        for (int i = 0; i < of.size(); i++) {
            if (!known.containsKey(of.get(i))) {
                missing.add(cases.all().get(i));
            }
        }
        return new Cases(cases.limits(), cases.comparison(), missing);
    }

    private List<String> hashes(Cases cases) {
        return hashes.get(
                cases,
                same -> same.all().stream().map(one -> Hashes.of(same, one)).toList());
    }

    private Map<String, Ending> known(String program) {
        return cached.get(program, this::read);
    }

    private Map<String, Ending> read(String program) {
        List<?> rows = transactions.execute(
                status -> entities.createNativeQuery("select case_hash, ending from judged_case where program = ?1")
                        .setParameter(1, program)
                        .getResultList());
        Map<String, Ending> known = new HashMap<>();
        for (Object row : rows) {
            Object[] columns = (Object[]) row;
            known.put((String) columns[0], Ending.valueOf((String) columns[1]));
        }
        return known;
    }

    /** Keeps how a program ended, one ending for each case. */
    void keep(Source program, Cases cases, List<Ending> endings) {
        String hash = Hashes.of(program);
        List<String> of = hashes(cases);
        transactions.executeWithoutResult(status -> {
            for (int i = 0; i < of.size(); i++) {
                entities.createNativeQuery("""
                                merge into judged_case d
                                using (values (cast(?1 as char(64)), cast(?2 as char(64)), cast(?3 as varchar(20)),
                                    cast(?4 as timestamp with time zone))) n (program, case_hash, ending, judged_at)
                                on d.program = n.program and d.case_hash = n.case_hash
                                when matched then update set ending = n.ending, judged_at = n.judged_at
                                when not matched then insert (program, case_hash, ending, judged_at)
                                    values (n.program, n.case_hash, n.ending, n.judged_at)""")
                        .setParameter(1, hash)
                        .setParameter(2, of.get(i))
                        .setParameter(3, endings.get(i).name())
                        .setParameter(4, clock.instant().atOffset(ZoneOffset.UTC))
                        .executeUpdate();
            }
        });
        cached.invalidate(hash);
    }

    /** Forgets how programs ended in {@code cases}, so that they are run in them again. */
    void forget(Collection<Source> programs, Cases cases) {
        List<String> of = hashes(cases);
        List<String> named = programs.stream().map(Hashes::of).distinct().toList();
        transactions.executeWithoutResult(status -> named.forEach(program -> entities.createNativeQuery(
                        "delete from judged_case where program = ?1 and case_hash in (?2)")
                .setParameter(1, program)
                .setParameter(2, of)
                .executeUpdate()));
        cached.invalidateAll(named);
    }

    /** Reads everything from the table again. */
    void forgetCached() {
        cached.invalidateAll();
    }
}

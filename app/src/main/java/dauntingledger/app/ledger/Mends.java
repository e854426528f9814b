package dauntingledger.app.ledger;

import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * What {@code bin/repair} has noted of lines that cannot be followed. It changes no line: a line that cannot be read is
 * set aside, and where the chain is broken it is taken up anew.
 */
@Component
class Mends {

    /** What is noted of a line. */
    enum Kind {
        /** It cannot be read and is passed over. */
        ASIDE,
        /** Its hash does not follow from the line before it, which is missing or another. */
        CHAIN
    }

    private final EntityManager entities;
    private final TransactionTemplate transactions;

    Mends(EntityManager entities, TransactionTemplate transactions) {
        this.entities = entities;
        this.transactions = transactions;
    }

    /** What was noted of a line, and why. */
    record Mend(int seq, Kind kind, String note) {
        /** Returns the line of an export that says so. */
        Map<String, Object> line() {
            return Map.of(LedgerCheck.MENDED, kind.name(), "note", note);
        }
    }

    /** Returns everything that was noted of a sitting, in the order of its lines. */
    List<Mend> of(SittingId sitting) {
        List<?> found = transactions.execute(status -> entities.createNativeQuery(
                        "select seq, kind, note from ledger_mend where sitting = ?1 order by seq, kind", Object[].class)
                .setParameter(1, sitting.value())
                .getResultList());
        return found.stream()
                .map(Object[].class::cast)
                .map(row -> new Mend((Integer) row[0], Kind.valueOf((String) row[1]), (String) row[2]))
                .toList();
    }

    /** Returns the lines of a sitting that are set aside, by number. */
    Set<Integer> aside(SittingId sitting) {
        return of(sitting).stream()
                .filter(mend -> mend.kind() == Kind.ASIDE)
                .map(Mend::seq)
                .collect(Collectors.toSet());
    }
}

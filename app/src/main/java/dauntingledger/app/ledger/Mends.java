package dauntingledger.app.ledger;

import jakarta.persistence.EntityManager;
import java.util.List;
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

    /** Returns the lines of a sitting that are set aside, by number. */
    Set<Integer> aside(SittingId sitting) {
        List<?> found = transactions.execute(status -> entities.createNativeQuery(
                        "select seq from ledger_mend where sitting = ?1 and kind = ?2", Integer.class)
                .setParameter(1, sitting.value())
                .setParameter(2, Kind.ASIDE.name())
                .getResultList());
        return found.stream().map(Integer.class::cast).collect(Collectors.toSet());
    }
}

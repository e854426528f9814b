package dauntingledger.app.audit;

import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps the audit log in the database. */
@Component
class AuditLog implements Audit {

    private static final Logger log = LoggerFactory.getLogger(AuditLog.class);

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Clock clock;

    AuditLog(EntityManager entities, TransactionTemplate transactions, Clock clock) {
        this.entities = entities;
        this.transactions = transactions;
        this.clock = clock;
    }

    /** What is looked for: each part as a whole or, for {@code who} and {@code onWhom}, its beginning; empty for any. */
    record Filter(String who, String what, String onWhom, String outcome) {}

    @Override
    public void note(Deed deed) {
        try {
            transactions.executeWithoutResult(status -> entities.persist(new AuditEntry(clock.instant(), deed)));
        } catch (DataAccessException | TransactionException e) {
            log.error("The audit log cannot be written: {} by {} on {}", deed.what(), deed.who(), deed.onWhom());
        }
    }

    /** Returns what was done, the latest first. */
    List<AuditEntry> find(Filter filter, int from, int most) {
        return transactions.execute(status -> entities.createQuery("""
                        from AuditEntry
                        where lower(who) like :who escape '\\' and what like :what escape '\\'
                          and lower(onWhom) like :onWhom escape '\\' and outcome like :outcome escape '\\'
                        order by id desc""", AuditEntry.class)
                .setParameter("who", beginning(filter.who().toLowerCase(Locale.ROOT)))
                .setParameter("what", filter.what().isEmpty() ? "%" : literal(filter.what()))
                .setParameter("onWhom", beginning(filter.onWhom().toLowerCase(Locale.ROOT)))
                .setParameter("outcome", filter.outcome().isEmpty() ? "%" : literal(filter.outcome()))
                .setFirstResult(from)
                .setMaxResults(most)
                .getResultList());
    }

    /** Returns the kinds of deeds that there are. */
    List<String> kinds() {
        return transactions.execute(
                status -> entities.createQuery("select distinct what from AuditEntry order by what", String.class)
                        .getResultList());
    }

    private static String beginning(String text) {
        return literal(text.strip()) + "%";
    }

    private static String literal(String text) {
        return text.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_");
    }
}

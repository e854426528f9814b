package dauntingledger.app.mail;

import dauntingledger.app.ledger.StoreGate;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import jakarta.persistence.EntityManager;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** How much mail waits, and how much did not go out. */
@Component
class MailMeters implements MeterBinder {

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final StoreGate gate;

    MailMeters(EntityManager entities, TransactionTemplate transactions, StoreGate gate) {
        this.entities = entities;
        this.transactions = transactions;
        this.gate = gate;
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Gauge.builder("exam.mail.waiting", () -> count("standing in (WAITING, SENDING)"))
                .description("messages that are to be sent")
                .register(registry);
        Gauge.builder("exam.mail.failed", () -> count("standing in (FAILED, UNCERTAIN)"))
                .description("messages that did not go out, or may not have")
                .register(registry);
    }

    /** Nobody asks a store that takes nothing: the answer might never come. */
    private double count(String which) {
        if (gate.isClosed()) {
            return Double.NaN;
        }
        return transactions.execute(
                status -> entities.createQuery("select count(*) from MailRecord where " + which, Long.class)
                        .getSingleResult());
    }
}

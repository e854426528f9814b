package dauntingledger.app.programs;

import jakarta.persistence.EntityManager;
import java.time.Duration;
import org.springframework.boot.test.context.TestComponent;
import org.springframework.transaction.support.TransactionTemplate;

/** Lets tests wait until programs are judged, and forget how they ended. */
@TestComponent
public class Settled {

    private static final Duration PATIENCE = Duration.ofMinutes(2);

    private final Judging judging;
    private final Verdicts verdicts;
    private final EntityManager entities;
    private final TransactionTemplate transactions;

    Settled(Judging judging, Verdicts verdicts, EntityManager entities, TransactionTemplate transactions) {
        this.judging = judging;
        this.verdicts = verdicts;
        this.entities = entities;
        this.transactions = transactions;
    }

    public void await() throws InterruptedException {
        if (!judging.settled(PATIENCE)) {
            throw new AssertionError("programs were not judged within " + PATIENCE);
        }
    }

    /** Forgets how every program ended. */
    public void forgetAll() {
        transactions.executeWithoutResult(
                status -> entities.createNativeQuery("delete from judged_case").executeUpdate());
        verdicts.forgetCached();
    }
}

package dauntingledger.app.office;

import dauntingledger.app.ledger.Appointments;
import dauntingledger.app.ledger.Ledgers;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.search.SearchIndex;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.context.ApplicationContext;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * {@code bin/lists FOLDER}: works out anew what lists show of each sitting and what is found by which words, and stops.
 * Opening a sitting stores how it stands, wherever that is not what is stored.
 */
@Component
@ConditionalOnProperty("exam.rebuild-lists")
class ListsRebuild implements ApplicationRunner {

    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final Appointments appointments;
    private final Ledgers ledgers;
    private final SearchIndex index;
    private final Clock clock;
    private final ApplicationContext context;

    ListsRebuild(
            EntityManager entities,
            TransactionTemplate transactions,
            Appointments appointments,
            Ledgers ledgers,
            SearchIndex index,
            Clock clock,
            ApplicationContext context) {
        this.entities = entities;
        this.transactions = transactions;
        this.appointments = appointments;
        this.ledgers = ledgers;
        this.index = index;
        this.clock = clock;
        this.context = context;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        int unreadable = rebuild();
        System.out.println(
                unreadable == 0 ? "The lists are made anew." : "Sittings that cannot be read: " + unreadable);
        System.exit(SpringApplication.exit(context, () -> unreadable == 0 ? 0 : 1));
    }

    /** Without them every sitting stores them again when it is opened. */
    private void forget() {
        transactions.executeWithoutResult(status -> {
            entities.createNativeQuery("delete from noted").executeUpdate();
            entities.createQuery("update SittingRecord set board = ''").executeUpdate();
        });
    }

    /** Returns how many sittings cannot be read. */
    int rebuild() {
        index.rebuild();
        forget();
        List<Long> sittings = transactions.execute(
                status -> entities.createQuery("select id from SittingRecord order by id", Long.class)
                        .getResultList());
        AtomicInteger unreadable = new AtomicInteger();
        sittings.parallelStream()
                .flatMap(id -> appointments.find(new SittingId(id)).stream())
                .filter(sitting ->
                        ledgers.openIfReadable(sitting, clock.instant()).isEmpty())
                .forEach(sitting -> unreadable.incrementAndGet());
        return unreadable.get();
    }
}

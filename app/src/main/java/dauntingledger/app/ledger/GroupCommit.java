package dauntingledger.app.ledger;

import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.LinkedBlockingQueue;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** The one writer of ledger lines: everything that waits goes into one batch, one commit and one sync to the disk. */
@Component
class GroupCommit implements SmartLifecycle {

    /*
     * A commit that is synced costs a millisecond or two whatever it holds, and H2's file grows by tens of kilobytes
     * for each. So appends of all sittings queue here while the commit before them is under way, and then go together.
     * There is no timer: an append that finds the writer idle is written at once, and the batches grow by themselves
     * with the load. Nobody is answered before CHECKPOINT SYNC has returned.
     */

    private static final Logger log = LoggerFactory.getLogger(GroupCommit.class);
    private static final int MOST_APPENDS = 4_000;

    private final SessionFactory sessions;
    private final BlockingQueue<Append> queue = new LinkedBlockingQueue<>();
    private volatile boolean running;
    private @Nullable Thread writer;

    GroupCommit(SessionFactory sessions) {
        this.sessions = sessions;
    }

    private record Append(List<LedgerLine> lines, Optional<DeadlineRow> due, CompletableFuture<Void> done) {}

    /**
     * Returns when {@code lines} are on the disk, and with them the deadline that they move.
     *
     * @throws RuntimeException if they could not be written; then none of them is stored
     */
    void write(List<LedgerLine> lines, Optional<DeadlineRow> due) {
        if (lines.isEmpty() && due.isEmpty()) {
            return;
        }
        Append append = new Append(List.copyOf(lines), due, new CompletableFuture<>());
        queue.add(append);
        if (!running) {
            failWaiting();
        }
        try {
            append.done().join();
        } catch (CompletionException e) {
            throw new IllegalStateException("the ledger could not be written: " + describe(e));
        }
    }

    @Override
    public void start() {
        running = true;
        writer = Thread.ofPlatform().name("ledger-writer").start(this::loop);
    }

    @Override
    public void stop() {
        running = false;
        Thread stopping = writer;
        if (stopping != null) {
            stopping.interrupt();
            try {
                stopping.join();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
        failWaiting();
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** Stops after the web server has finished its requests, which still append. */
    @Override
    public int getPhase() {
        return Integer.MIN_VALUE + 1;
    }

    private void loop() {
        List<Append> batch = new ArrayList<>();
        while (running) {
            try {
                batch.add(queue.take());
            } catch (InterruptedException e) {
                continue;
            }
            queue.drainTo(batch, MOST_APPENDS);
            commit(batch);
            batch.clear();
        }
    }

    private void commit(List<Append> batch) {
        try {
            insert(batch);
            batch.forEach(append -> append.done().complete(null));
        } catch (RuntimeException e) {
            if (batch.size() == 1) {
                log.error(
                        "An append of {} lines failed: {}",
                        batch.getFirst().lines().size(),
                        describe(e));
                batch.getFirst().done().completeExceptionally(e);
            } else {
                batch.forEach(append -> commit(List.of(append)));
            }
        }
    }

    private void insert(List<Append> batch) {
        List<LedgerLine> lines =
                batch.stream().flatMap(append -> append.lines().stream()).toList();
        List<DeadlineRow> dues =
                batch.stream().flatMap(append -> append.due().stream()).toList();
        try (StatelessSession session = sessions.openStatelessSession()) {
            session.setJdbcBatchSize(500);
            session.beginTransaction();
            try {
                session.insertMultiple(lines);
                session.doWork(connection -> Deadlines.write(connection, dues));
                session.getTransaction().commit();
            } catch (RuntimeException e) {
                session.getTransaction().rollback();
                throw e;
            }
            session.doWork(connection -> {
                try (var statement = connection.createStatement()) {
                    statement.execute("checkpoint sync");
                }
            });
        }
    }

    /**
     * Names an error by its types and codes only. The database puts the rows it refuses into its messages, and rows
     * are answers, which no log may hold; so no message and no cause is passed on from here.
     */
    private static String describe(Throwable error) {
        StringBuilder chain = new StringBuilder();
        for (Throwable t = error; t != null; t = t.getCause()) {
            chain.append(chain.isEmpty() ? "" : " < ").append(t.getClass().getSimpleName());
            if (t instanceof SQLException sql) {
                chain.append(' ').append(sql.getSQLState());
            }
        }
        return chain.toString();
    }

    private void failWaiting() {
        List<Append> left = new ArrayList<>();
        queue.drainTo(left);
        left.forEach(
                append -> append.done().completeExceptionally(new IllegalStateException("the server is stopping")));
    }
}

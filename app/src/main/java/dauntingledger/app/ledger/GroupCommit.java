package dauntingledger.app.ledger;

import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.LongAdder;
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
     * with the load. Nobody is answered before the sync has returned.
     *
     * A commit whose sync fails may or may not be on the disk. Nobody is told that it is, and while it is unknown every
     * answer waits for a sync, also one that has nothing to write: it may speak of lines that are not on the disk yet.
     */

    private static final Logger log = LoggerFactory.getLogger(GroupCommit.class);
    private static final int MOST_APPENDS = 4_000;
    private static final int MOST_TRIES = 5;

    // Classes of SQLSTATE (ISO 9075-2): data exceptions and violated constraints; rollbacks, as after a deadlock.
    private static final Set<String> REFUSED = Set.of("22", "23");
    private static final Set<String> TAKEN_BACK = Set.of("40");

    private final Store store;
    private final StoreGate gate;
    private final Duration longestWait;
    private final BlockingQueue<Append> queue = new LinkedBlockingQueue<>();
    private volatile boolean running;
    private volatile boolean unsynced;
    private final LongAdder written = new LongAdder();
    private @Nullable Thread writer;

    GroupCommit(Store store, StoreGate gate, LedgerSettings settings) {
        this.store = store;
        this.gate = gate;
        this.longestWait = settings.longestWrite();
    }

    /** What is written of one sitting; nothing but a sync if it is empty. */
    private record Append(List<LedgerLine> lines, List<SittingChange> changes, CompletableFuture<Void> done) {

        long sitting() {
            return lines.isEmpty()
                    ? changes.isEmpty() ? 0 : changes.getFirst().sitting().value()
                    : lines.getFirst().sitting();
        }

        boolean isOvertaken(Map<Long, Integer> ends) {
            return !lines.isEmpty()
                    && lines.getFirst().seq()
                            <= ends.getOrDefault(lines.getFirst().sitting(), 0);
        }

        OvertakenException overtaken() {
            return new OvertakenException(new SittingId(lines.getFirst().sitting()));
        }
    }

    /**
     * Returns when {@code lines} are on the disk, and with them what they change beside them.
     *
     * @throws OvertakenException if another node has written to the sitting since its end was read
     * @throws StoreFailedException if they could not be made durable
     */
    void write(List<LedgerLine> lines, List<SittingChange> changes) {
        if (!lines.isEmpty() || !changes.isEmpty() || unsynced) {
            await(new Append(List.copyOf(lines), changes, new CompletableFuture<>()));
        }
    }

    /** Returns when the store has been written through to the disk by the way that every line goes. */
    void probe() {
        await(new Append(List.of(), List.of(), new CompletableFuture<>()));
    }

    /** Returns whether other nodes have written more lines of a sitting than are known here. */
    boolean isBehind(SittingId sitting, int known) {
        return store.isShared() && store.ends(List.of(sitting.value())).getOrDefault(sitting.value(), 0) > known;
    }

    /** Returns how many lines came to the disk since the start. */
    long written() {
        return written.sum();
    }

    private void await(Append append) {
        queue.add(append);
        if (!running) {
            failWaiting();
        }
        try {
            append.done().get(longestWait.toMillis(), TimeUnit.MILLISECONDS);
        } catch (ExecutionException e) {
            if (e.getCause() instanceof OvertakenException overtaken) {
                throw overtaken;
            }
            throw new StoreFailedException("the ledger could not be written: " + describe(e));
        } catch (TimeoutException e) {
            throw new StoreFailedException("the ledger was not written within " + longestWait);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new StoreFailedException("the writing of the ledger was interrupted");
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
                queue.drainTo(batch, MOST_APPENDS);
                commit(batch);
            } catch (InterruptedException e) {
                continue;
            } catch (Throwable e) {
                log.error("The writer of the ledger goes on after an error: {}", describe(e));
                fail(batch, e);
            } finally {
                batch.clear();
            }
        }
    }

    private void commit(List<Append> batch) {
        commit(batch, MOST_TRIES);
    }

    /**
     * Writes a batch, sitting by sitting, so that two nodes wait for each other in the same order. Where a row in it is
     * refused, those appends are left out that another node was faster than, and told so; if that is not why, each is
     * written alone, so that it does not take its neighbours along. What the database has taken back only because
     * somebody else was at the same rows is tried again.
     */
    private void commit(List<Append> batch, int tries) {
        try {
            List<Append> sorted = batch.stream()
                    .sorted(Comparator.comparingLong(Append::sitting))
                    .toList();
            store.commit(
                    sorted.stream().flatMap(append -> append.lines().stream()).toList(),
                    sorted.stream().flatMap(append -> append.changes().stream()).toList());
        } catch (RuntimeException e) {
            if (isOfClass(e, TAKEN_BACK) && tries > 1) {
                commit(batch, tries - 1);
            } else {
                refused(batch, e);
            }
            return;
        }
        try {
            unsynced = true;
            store.sync();
            unsynced = false;
            batch.forEach(append -> {
                written.add(append.lines().size());
                append.done().complete(null);
            });
        } catch (RuntimeException e) {
            failed(batch, e);
        }
    }

    private void refused(List<Append> batch, RuntimeException e) {
        List<Append> overtaken = isRefusedRow(e) && store.isShared() ? overtaken(batch) : List.of();
        if (!overtaken.isEmpty()) {
            overtaken.forEach(append -> append.done().completeExceptionally(append.overtaken()));
            List<Append> others = new ArrayList<>(batch);
            others.removeAll(overtaken);
            if (!others.isEmpty()) {
                commit(others);
            }
        } else if (batch.size() > 1 && isRefusedRow(e)) {
            batch.forEach(append -> commit(List.of(append)));
        } else {
            failed(batch, e);
        }
    }

    /** Returns the appends of a batch that do not follow what is stored; each time there are fewer, so this comes to an end. */
    private List<Append> overtaken(List<Append> batch) {
        Map<Long, Integer> ends = store.ends(batch.stream()
                .flatMap(append -> append.lines().stream())
                .map(LedgerLine::sitting)
                .distinct()
                .toList());
        return batch.stream().filter(append -> append.isOvertaken(ends)).toList();
    }

    private void failed(List<Append> batch, RuntimeException e) {
        log.error(
                "An append of {} lines failed: {}",
                batch.stream().mapToInt(append -> append.lines().size()).sum(),
                describe(e));
        if (!isRefusedRow(e)) {
            gate.close("a commit failed");
            store.reopen();
        }
        fail(batch, e);
    }

    private static void fail(List<Append> batch, Throwable e) {
        batch.forEach(append -> append.done().completeExceptionally(e));
    }

    /** Returns whether the database works and has refused what it was given. */
    private static boolean isRefusedRow(Throwable error) {
        return isOfClass(error, REFUSED);
    }

    private static boolean isOfClass(Throwable error, Set<String> classes) {
        for (Throwable t = error; t != null; t = t.getCause()) {
            if (t instanceof SQLException sql && sql.getSQLState() != null) {
                return classes.contains(sql.getSQLState().substring(0, 2));
            }
        }
        return false;
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
        fail(left, new IllegalStateException("the server is stopping"));
    }
}

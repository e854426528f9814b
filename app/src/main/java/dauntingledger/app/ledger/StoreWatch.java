package dauntingledger.app.ledger;

import java.time.Duration;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/**
 * Sees to it that the store works: that there is space, and that a row is on the disk within a few seconds. It opens the
 * gate again by itself when that is so. A store that stays closed although there is space ends the process, so that
 * whoever supervises it starts it anew; and so does a server that has no thread left to answer with.
 */
@Component("store")
class StoreWatch implements HealthIndicator, SmartLifecycle {

    /*
     * It works on threads of its own: requests run on virtual threads, which share a few carriers, and a statement that
     * never returns keeps one of these. A probe that does not come back in time is left behind, and a few of them at
     * most at once.
     */

    private static final Logger log = LoggerFactory.getLogger(StoreWatch.class);
    private static final int MOST_PROBES = 3;

    private final Store store;
    private final GroupCommit writer;
    private final ClockKeeper clock;
    private final StoreGate gate;
    private final StoreSettings settings;
    private final FreeSpace space;
    private final ProcessEnd end;
    private @Nullable Thread thread;
    private volatile boolean running;
    private final AtomicInteger probes = new AtomicInteger();
    private long failingSince;

    StoreWatch(
            Store store,
            GroupCommit writer,
            ClockKeeper clock,
            StoreGate gate,
            StoreSettings settings,
            FreeSpace space,
            ProcessEnd end) {
        this.store = store;
        this.writer = writer;
        this.clock = clock;
        this.gate = gate;
        this.settings = settings;
        this.space = space;
        this.end = end;
    }

    /** How much can still be written where the data is. */
    @FunctionalInterface
    interface FreeSpace {
        /** Returns the free bytes. */
        long bytes();
    }

    /** Ends the process at once. */
    @FunctionalInterface
    interface ProcessEnd {
        void because(String message);
    }

    @Override
    public Health health() {
        return gate.isClosed() ? Health.down().build() : Health.up().build();
    }

    @Override
    public void start() {
        running = true;
        thread = Thread.ofPlatform().daemon().name("store-watch").start(this::loop);
    }

    @Override
    public void stop() {
        running = false;
        Thread stopping = thread;
        if (stopping != null) {
            stopping.interrupt();
        }
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    private void loop() {
        while (running) {
            try {
                TimeUnit.MILLISECONDS.sleep(settings.watchEvery().toMillis());
                look();
            } catch (InterruptedException e) {
                return;
            } catch (RuntimeException e) {
                log.error("The watch of the store goes on after an error", e);
            }
        }
    }

    /** Tries the store once, and opens or closes the gate. */
    void look() throws InterruptedException {
        boolean room = space.bytes() >= settings.reserve().toBytes();
        if (!room) {
            gate.close(
                    "there is less space on the disk than " + settings.reserve().toMegabytes() + " MB");
            return;
        }
        if (works()) {
            failingSince = 0;
            gate.open();
        } else {
            gate.close("a row did not come to the disk");
            failingSince = failingSince == 0 ? System.nanoTime() : failingSince;
            if (System.nanoTime() - failingSince >= settings.giveUpAfter().toNanos()) {
                end.because(
                        "The store stays closed although there is space on the disk; the server ends to be started anew.");
            }
        }
        if (!answers()) {
            end.because("No thread is left to answer with; the server ends to be started anew.");
        }
    }

    private boolean works() throws InterruptedException {
        return probes.get() < MOST_PROBES
                && within(settings.probeWithin(), () -> {
                    if (gate.isClosed()) {
                        store.reopen();
                    }
                    clock.keep();
                    writer.probe();
                });
    }

    private boolean within(Duration most, Runnable probe) throws InterruptedException {
        FutureTask<Boolean> task = new FutureTask<>(
                () -> {
                    try {
                        probe.run();
                    } finally {
                        probes.decrementAndGet();
                    }
                },
                true);
        probes.incrementAndGet();
        Thread.ofPlatform().daemon().name("store-probe").start(task);
        try {
            return task.get(most.toMillis(), TimeUnit.MILLISECONDS);
        } catch (TimeoutException | ExecutionException e) {
            return false;
        }
    }

    /** Returns whether a new virtual thread gets to run. */
    private boolean answers() throws InterruptedException {
        CountDownLatch ran = new CountDownLatch(1);
        Thread.ofVirtual().start(ran::countDown);
        return ran.await(settings.giveUpAfter().toMillis(), TimeUnit.MILLISECONDS);
    }
}

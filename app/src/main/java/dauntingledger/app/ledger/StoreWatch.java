package dauntingledger.app.ledger;

import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Says whether the store works: whether a row can be written and is on the disk within a few seconds. It tries again by
 * itself, and so opens a store that a full disk has closed as soon as there is space. One that stays closed although
 * there is space ends the process, so that whoever supervises it starts it anew.
 */
@Component("store")
class StoreWatch implements HealthIndicator {

    private static final Logger log = LoggerFactory.getLogger(StoreWatch.class);
    private static final Duration FRESH = Duration.ofSeconds(1);

    private final GroupCommit writer;
    private final ClockKeeper clock;
    private final Store store;
    private final StoreSettings settings;
    private final FreeSpace space;
    private final ProcessEnd end;
    private final Executor threads =
            task -> Thread.ofVirtual().name("store-probe").start(task);
    private @Nullable Probe last;
    private long failingSince;

    StoreWatch(
            GroupCommit writer,
            ClockKeeper clock,
            Store store,
            StoreSettings settings,
            FreeSpace space,
            ProcessEnd end) {
        this.writer = writer;
        this.clock = clock;
        this.store = store;
        this.settings = settings;
        this.space = space;
        this.end = end;
    }

    private record Probe(boolean works, long at) {
        boolean isFresh() {
            return System.nanoTime() - at < FRESH.toNanos();
        }
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
        return works() ? Health.up().build() : Health.down().build();
    }

    private synchronized boolean works() {
        Probe known = last;
        if (known == null || !known.isFresh()) {
            known = new Probe(probe(), System.nanoTime());
            last = known;
        }
        return known.works();
    }

    @Scheduled(fixedDelayString = "${exam.store.watch-every:5s}")
    void watch() {
        if (works()) {
            if (failingSince != 0) {
                log.warn("The store works again.");
            }
            failingSince = 0;
            return;
        }
        if (failingSince == 0) {
            failingSince = System.nanoTime();
            log.error(
                    "ALARM: the store does not take anything. Candidates' answers are kept on their computers meanwhile.");
        }
        boolean longEnough =
                System.nanoTime() - failingSince > settings.giveUpAfter().toNanos();
        if (longEnough && space.bytes() > settings.enoughSpace().toBytes()) {
            end.because(
                    "The store stays closed although there is space on the disk; the server ends to be started anew.");
        }
    }

    private boolean probe() {
        CompletableFuture<Void> probe = CompletableFuture.runAsync(
                () -> {
                    clock.keep();
                    writer.probe();
                },
                threads);
        try {
            probe.get(settings.probeWithin().toMillis(), TimeUnit.MILLISECONDS);
            return true;
        } catch (ExecutionException | TimeoutException e) {
            store.reopen();
            return false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}

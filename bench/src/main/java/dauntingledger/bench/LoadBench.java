package dauntingledger.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;

/** Durable acknowledgements through the entries endpoint, against empty authenticated requests in the same run. */
final class LoadBench {

    private static final int SITTINGS = 2_000;
    /** A server of an exam morning has been running; on two slow cores its compiler is busy for most of a minute. */
    private static final Duration WARM_UP = Duration.ofSeconds(25);

    /** The host takes processor time away by turns; what is compared takes turns, too, each within the same minute. */
    private static final int ROUNDS = 5;

    private static final Duration MEASURED = Duration.ofSeconds(6);
    private static final Duration PACED = Duration.ofSeconds(30);
    private static final Duration HEARTBEAT = Duration.ofSeconds(5);
    private static final Duration PACE = Duration.ofSeconds(10);

    private LoadBench() {}

    interface Request {
        void send(SimulatedSitting sitting) throws IOException;
    }

    static void run(Table table) throws Exception {
        try (ServerProcess server = ServerProcess.start(SITTINGS, 0)) {
            List<SimulatedSitting> sittings = signIn(server.port(), SITTINGS);
            warmUp(sittings);
            ratio(table, sittings);
            Stolen stolen = new Stolen();
            List<Long> latencies = paced(sittings);
            table.row(
                    "acknowledgement, each sitting every 10 s",
                    "p50 %.1f ms, p99 %.1f ms%s"
                            .formatted(percentile(latencies, 50), percentile(latencies, 99), stolen.said()),
                    "p99 ≤ 250 ms");
            withHeartbeatsAndStreams(table, sittings);
        }
    }

    private static void ratio(Table table, List<SimulatedSitting> sittings) throws Exception {
        List<Double> ratios = new ArrayList<>();
        Stolen stolen = new Stolen();
        double durable = 0;
        double empty = 0;
        for (int round = 0; round < ROUNDS; round++) {
            double before = flatOut(sittings, SimulatedSitting::askForTheTime, MEASURED);
            durable = flatOut(sittings, SimulatedSitting::answer, MEASURED);
            empty = (before + flatOut(sittings, SimulatedSitting::askForTheTime, MEASURED)) / 2;
            ratios.add(durable / empty);
        }
        List<Double> sorted = ratios.stream().sorted().toList();
        table.row(
                "durable acknowledgements / empty POSTs, %,d sittings, median of %d rounds".formatted(SITTINGS, ROUNDS),
                "%.2f (%.2f to %.2f; last %,.0f/s against %,.0f/s%s)"
                        .formatted(
                                sorted.get(ROUNDS / 2),
                                sorted.getFirst(),
                                sorted.getLast(),
                                durable,
                                empty,
                                stolen.said()),
                "≥ 0.6");
    }

    private static void withHeartbeatsAndStreams(Table table, List<SimulatedSitting> sittings) throws Exception {
        try (ExecutorService others = Executors.newVirtualThreadPerTaskExecutor()) {
            List<AutoCloseable> streams = new ArrayList<>();
            for (SimulatedSitting sitting : sittings) {
                streams.add(sitting.listen(others));
            }
            Stolen stolen = new Stolen();
            List<Long> latencies = pacedWithHeartbeats(sittings);
            table.row(
                    "the same with a heartbeat every 5 s and an event stream for each",
                    "p50 %.1f ms, p99 %.1f ms%s"
                            .formatted(percentile(latencies, 50), percentile(latencies, 99), stolen.said()),
                    "p99 ≤ 100 ms");
            for (AutoCloseable stream : streams) {
                stream.close();
            }
        }
    }

    /** Does what {@link #paced} does while each sitting gives a sign every five seconds. */
    static List<Long> pacedWithHeartbeats(List<SimulatedSitting> sittings) throws Exception {
        try (ExecutorService others = Executors.newVirtualThreadPerTaskExecutor()) {
            long end = System.nanoTime() + HEARTBEAT.plus(PACED).toNanos();
            AtomicLong next = new AtomicLong();
            for (SimulatedSitting sitting : sittings) {
                others.submit(() -> {
                    long due = System.nanoTime() + HEARTBEAT.toNanos() * next.getAndIncrement() / sittings.size();
                    for (; due < end; due += HEARTBEAT.toNanos()) {
                        TimeUnit.NANOSECONDS.sleep(due - System.nanoTime());
                        sitting.beat();
                    }
                    return null;
                });
            }
            TimeUnit.NANOSECONDS.sleep(HEARTBEAT.toNanos());
            return paced(sittings);
        }
    }

    /** Lets a server that has just started come up to its speed. */
    static void warmUp(List<SimulatedSitting> sittings) throws Exception {
        flatOut(sittings, SimulatedSitting::askForTheTime, WARM_UP);
        flatOut(sittings, SimulatedSitting::answer, WARM_UP);
    }

    static List<SimulatedSitting> signIn(int port, int count) throws Exception {
        return signIn(port, count, false);
    }

    /** @param begun whether their sections are open already */
    static List<SimulatedSitting> signIn(int port, int count, boolean begun) throws Exception {
        return signIn(port, 0, count, begun);
    }

    /** Signs in the candidates from {@code from} to before {@code to}. */
    static List<SimulatedSitting> signIn(int port, int from, int to, boolean begun) throws Exception {
        try (ExecutorService threads = Executors.newFixedThreadPool(8)) {
            List<Future<SimulatedSitting>> signingIn = new ArrayList<>();
            for (int i = from; i < to; i++) {
                int candidate = i;
                signingIn.add(threads.submit(() -> new SimulatedSitting(port, candidate, begun)));
            }
            List<SimulatedSitting> sittings = new ArrayList<>();
            for (Future<SimulatedSitting> one : signingIn) {
                sittings.add(one.get());
            }
            return sittings;
        }
    }

    /** Lets every sitting send one request after the other, and returns how many were answered in a second. */
    static double flatOut(List<SimulatedSitting> sittings, Request request, Duration span) throws Exception {
        AtomicLong answered = new AtomicLong();
        long start = System.nanoTime();
        long end = start + span.toNanos();
        each(sittings, sitting -> {
            while (System.nanoTime() < end) {
                request.send(sitting);
                answered.incrementAndGet();
            }
        });
        return answered.get() / ((System.nanoTime() - start) / 1e9);
    }

    /** Prints how many answers a second some sittings get against others, which take turns with them. */
    static void compare(
            Table table,
            String what,
            List<SimulatedSitting> plain,
            List<SimulatedSitting> other,
            int rounds,
            String goal)
            throws Exception {
        List<Double> ratios = new ArrayList<>();
        Stolen stolen = new Stolen();
        double measured = 0;
        for (int round = 0; round < rounds; round++) {
            double before = flatOut(plain, SimulatedSitting::answer, MEASURED);
            measured = flatOut(other, SimulatedSitting::answer, MEASURED);
            double after = flatOut(plain, SimulatedSitting::answer, MEASURED);
            ratios.add(2 * measured / (before + after));
        }
        List<Double> sorted = ratios.stream().sorted().toList();
        table.row(
                what + ", median of %d rounds".formatted(rounds),
                "%.3f (%.3f to %.3f; last %,.0f/s%s)"
                        .formatted(
                                sorted.get(rounds / 2), sorted.getFirst(), sorted.getLast(), measured, stolen.said()),
                goal);
    }

    /** Lets every sitting answer once in ten seconds, and returns how long each acknowledgement took, in nanoseconds. */
    static List<Long> paced(List<SimulatedSitting> sittings) throws Exception {
        ConcurrentLinkedQueue<Long> latencies = new ConcurrentLinkedQueue<>();
        AtomicLong next = new AtomicLong();
        long start = System.nanoTime();
        each(sittings, sitting -> {
            long due = start + PACE.toNanos() * next.getAndIncrement() / sittings.size();
            for (; due < start + PACED.toNanos(); due += PACE.toNanos()) {
                TimeUnit.NANOSECONDS.sleep(due - System.nanoTime());
                sitting.answer();
                latencies.add(System.nanoTime() - due);
            }
        });
        return latencies.stream().sorted().toList();
    }

    private interface Work {
        void on(SimulatedSitting sitting) throws IOException, InterruptedException;
    }

    private static void each(List<SimulatedSitting> sittings, Work work) throws Exception {
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<?>> running = new ArrayList<>();
            for (SimulatedSitting sitting : sittings) {
                running.add(threads.submit(() -> {
                    try {
                        work.on(sitting);
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    } catch (InterruptedException e) {
                        Thread.currentThread().interrupt();
                    }
                }));
            }
            for (Future<?> one : running) {
                one.get();
            }
        }
    }

    static double percentile(List<Long> sorted, int percent) {
        return sorted.get(Math.min(sorted.size() - 1, sorted.size() * percent / 100)) / 1e6;
    }
}

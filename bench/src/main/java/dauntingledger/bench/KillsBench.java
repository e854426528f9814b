package dauntingledger.bench;

import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Kills nodes again and again while candidates write through all of them, and counts what is missing or there twice. */
final class KillsBench {

    private static final int KILLS = 200;
    /** Besides the one that lives on. */
    private static final int NODES = 2;

    private static final Duration LONGEST = Duration.ofMinutes(Integer.getInteger("bench.kills.minutes", 30));
    private static final int SITTINGS = 12;
    private static final int ENTRIES_AT_A_NODE = 50;

    /** Writers leave nodes some of the processors for starting. */
    private static final int PAUSE_MILLIS = 20;

    private static final int SHORTEST_LIFE_MILLIS = 2_000;
    private static final int LONGEST_LIFE_MILLIS = 6_000;
    private static final Pattern ID = Pattern.compile("\"id\":\"([^\"]+)\"");

    private KillsBench() {}

    static void run(Table table) throws Exception {
        Kills kills = new Kills();
        try (PostgresProcess postgres = PostgresProcess.start();
                ServerProcess first = ServerProcess.start(SITTINGS, 0, postgres.settings())) {
            Node[] nodes = new Node[NODES];
            for (int i = 0; i < NODES; i++) {
                nodes[i] = new Node(first, postgres);
            }
            List<Writer> writers = new ArrayList<>();
            try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
                List<Future<?>> working = new ArrayList<>();
                for (Node node : nodes) {
                    working.add(threads.submit(() -> node.liveAndDie(kills)));
                }
                for (int i = 0; i < SITTINGS; i++) {
                    Writer writer = new Writer(i, nodes, kills);
                    writers.add(writer);
                    working.add(threads.submit(writer::write));
                }
                for (Future<?> one : working) {
                    one.get();
                }
            }
            int acknowledged = 0;
            int lost = 0;
            int doubled = 0;
            for (Writer writer : writers) {
                List<String> stored = writer.stored(postgres);
                acknowledged += writer.acknowledged.size();
                lost += (int) writer.acknowledged.stream()
                        .filter(id -> !stored.contains(id))
                        .count();
                doubled += stored.size() - (int) stored.stream().distinct().count();
            }
            table.row(
                    "entries lost or doubled in %d kills of nodes under load".formatted(kills.count.get()),
                    "%d lost, %d doubled of %,d acknowledged".formatted(lost, doubled, acknowledged),
                    "0");
        }
    }

    /** How many there were; enough of them or enough of the time end it all. */
    private static final class Kills {
        private final AtomicInteger count = new AtomicInteger();
        private final long end = System.nanoTime() + LONGEST.toNanos();

        boolean goOn() {
            return count.get() < KILLS && System.nanoTime() < end;
        }

        void count() {
            count.incrementAndGet();
        }
    }

    /** A node that is killed and started again. */
    private static final class Node {
        private final ServerProcess first;
        private final PostgresProcess postgres;
        private volatile int port;

        Node(ServerProcess first, PostgresProcess postgres) {
            this.first = first;
            this.postgres = postgres;
        }

        Void liveAndDie(Kills kills) throws IOException, InterruptedException {
            while (kills.goOn()) {
                ServerProcess server = first.brieflyBeside(postgres.settings());
                port = server.port();
                TimeUnit.MILLISECONDS.sleep(
                        ThreadLocalRandom.current().nextInt(SHORTEST_LIFE_MILLIS, LONGEST_LIFE_MILLIS));
                server.kill();
                kills.count();
            }
            return null;
        }
    }

    /** A room that sends one entry after the other to any node, each until it is acknowledged. */
    private static final class Writer {
        private final int candidate;
        private final Node[] nodes;
        private final Kills kills;
        private final ConcurrentLinkedQueue<String> acknowledged = new ConcurrentLinkedQueue<>();

        Writer(int candidate, Node[] nodes, Kills kills) {
            this.candidate = candidate;
            this.nodes = nodes;
            this.kills = kills;
        }

        Void write() throws InterruptedException {
            boolean begun = false;
            while (kills.goOn()) {
                int chosen = ThreadLocalRandom.current().nextInt(NODES + 1);
                int port = chosen == NODES ? nodes[0].first.port() : nodes[chosen].port;
                try {
                    SimulatedSitting sitting = new SimulatedSitting(port, candidate, begun);
                    begun = true;
                    for (int i = 0; i < ENTRIES_AT_A_NODE && kills.goOn(); i++) {
                        acknowledged.add(sitting.answerOnce());
                        TimeUnit.MILLISECONDS.sleep(PAUSE_MILLIS);
                    }
                } catch (IOException | RuntimeException gone) {
                    TimeUnit.MILLISECONDS.sleep(50);
                }
            }
            return null;
        }

        List<String> stored(PostgresProcess postgres) throws Exception {
            List<String> ids = new ArrayList<>();
            for (String line : postgres.lines(candidate + 1)) {
                Matcher id = ID.matcher(line);
                if (id.find()) {
                    ids.add(id.group(1));
                }
            }
            return ids;
        }
    }
}

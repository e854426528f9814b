package dauntingledger.bench;

import java.io.IOException;
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
    private static final int NODES = 3;
    private static final int SITTINGS = 12;
    private static final int LONGEST_LIFE_MILLIS = 2_000;
    private static final Pattern ID = Pattern.compile("\"id\":\"([^\"]+)\"");

    private KillsBench() {}

    static void run(Table table) throws Exception {
        AtomicInteger kills = new AtomicInteger();
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
                    "entries lost or doubled in %d kills of nodes under load".formatted(KILLS),
                    "%d lost, %d doubled of %,d acknowledged".formatted(lost, doubled, acknowledged),
                    "0");
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

        Void liveAndDie(AtomicInteger kills) throws IOException, InterruptedException {
            while (kills.get() < KILLS) {
                ServerProcess server = first.beside(postgres.settings());
                port = server.port();
                TimeUnit.MILLISECONDS.sleep(ThreadLocalRandom.current().nextInt(LONGEST_LIFE_MILLIS));
                server.kill();
                kills.incrementAndGet();
            }
            return null;
        }
    }

    /** A room that sends one entry after the other to any node, each until it is acknowledged. */
    private static final class Writer {
        private final int candidate;
        private final Node[] nodes;
        private final AtomicInteger kills;
        private final ConcurrentLinkedQueue<String> acknowledged = new ConcurrentLinkedQueue<>();

        Writer(int candidate, Node[] nodes, AtomicInteger kills) {
            this.candidate = candidate;
            this.nodes = nodes;
            this.kills = kills;
        }

        Void write() throws InterruptedException {
            boolean begun = false;
            while (kills.get() < KILLS) {
                int port = nodes[ThreadLocalRandom.current().nextInt(NODES)].port;
                try {
                    SimulatedSitting sitting = new SimulatedSitting(port, candidate, begun);
                    begun = true;
                    while (kills.get() < KILLS) {
                        acknowledged.add(sitting.answerOnce());
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

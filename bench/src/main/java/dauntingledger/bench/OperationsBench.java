package dauntingledger.bench;

import dauntingledger.app.backup.RestoreCommand;
import dauntingledger.app.operations.BackupCommand;
import java.io.IOException;
import java.net.HttpURLConnection;
import java.net.ServerSocket;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** What running an installation costs: copies while an exam goes on, metrics, and a start. */
final class OperationsBench {

    private static final int SITTINGS = 2_000;
    private static final int ENTRIES = 1_000_000;
    private static final int ROUNDS = 7;
    private static final int STARTS = 5;

    private OperationsBench() {}

    static void run(Table table) throws Exception {
        starts(table);
        copy(table);
    }

    private static void copy(Table table) throws Exception {
        Path kept = Files.createTempDirectory("ledger-copies");
        try (ServerProcess server = ServerProcess.start(SITTINGS, ENTRIES, "--exam.backup.folder=" + kept);
                ExecutorService operator = Executors.newSingleThreadExecutor()) {
            List<SimulatedSitting> sittings = LoadBench.signIn(server.port(), SITTINGS, true);
            LoadBench.warmUp(sittings);
            Stolen stolen = new Stolen();
            long begun = System.nanoTime();
            Future<Long> making = operator.submit(() -> {
                BackupCommand.run(server.data().toString());
                return System.nanoTime();
            });
            List<Long> latencies = new ArrayList<>();
            while (!making.isDone()) {
                latencies.addAll(LoadBench.paced(sittings));
            }
            List<Long> sorted = latencies.stream().sorted().toList();
            table.row(
                    "acknowledgement while a copy of %,d entries is made, %,d sittings answer"
                            .formatted(ENTRIES, SITTINGS),
                    "p50 %.1f ms, p99 %.1f ms (the copy took %.1f s%s)"
                            .formatted(
                                    LoadBench.percentile(sorted, 50),
                                    LoadBench.percentile(sorted, 99),
                                    (making.get() - begun) / 1e9,
                                    stolen.said()),
                    "p99 ≤ 250 ms");
        }
        restore(table, kept);
    }

    private static void restore(Table table, Path kept) throws IOException {
        Path copy;
        try (Stream<Path> files = Files.list(kept)) {
            copy = files.findFirst().orElseThrow();
        }
        Stolen stolen = new Stolen();
        long begun = System.nanoTime();
        int code = RestoreCommand.run(copy.toString(), kept.resolve("restored").toString());
        table.row(
                "restored and verified, copy of %.0f MB".formatted(Files.size(copy) / 1e6),
                "%.0f s, %s%s"
                        .formatted(
                                (System.nanoTime() - begun) / 1e9,
                                code == 0 ? "all there" : "NOT WHOLE",
                                stolen.said()),
                "≤ 5 min");
    }

    /** Two servers, with and without metrics, take turns; each pair within the same seconds. */
    static void metrics(Table table) throws Exception {
        try (ServerProcess with = ServerProcess.start(SITTINGS, 0);
                ServerProcess without = ServerProcess.start(
                        SITTINGS,
                        0,
                        "--management.metrics.enable.all=false",
                        "--management.observations.enable.all=false")) {
            List<SimulatedSitting> metered = LoadBench.signIn(with.port(), SITTINGS);
            List<SimulatedSitting> plain = LoadBench.signIn(without.port(), SITTINGS);
            LoadBench.warmUp(metered);
            LoadBench.warmUp(plain);
            LoadBench.compare(table, "acknowledgements with metrics / without", plain, metered, ROUNDS, "≥ 0.98");
        }
    }

    private static void starts(Table table) throws Exception {
        Path data = Files.createTempDirectory("ledger-starts");
        Path jar;
        try (Stream<Path> files = Files.list(Path.of("app/target"))) {
            jar = files.filter(file -> file.toString().endsWith("-exec.jar"))
                    .findFirst()
                    .orElseThrow();
        }
        String java = Path.of(System.getProperty("java.home"), "bin", "java").toString();
        List<String> plain = List.of(java, "-jar", jar.toAbsolutePath().toString(), "--exam.data=" + data);
        List<String> served = List.of("bin/serve", data.toString());
        start(served);
        List<Double> ratios = new ArrayList<>();
        Stolen stolen = new Stolen();
        double last = 0;
        for (int i = 0; i < STARTS; i++) {
            double slow = start(plain);
            last = start(served);
            ratios.add(last / slow);
        }
        List<Double> sorted = ratios.stream().sorted().toList();
        table.row(
                "second start by bin/serve / by the plain jar, median of %d pairs".formatted(STARTS),
                "%.2f (%.2f to %.2f; last %.1f s%s)"
                        .formatted(sorted.get(STARTS / 2), sorted.getFirst(), sorted.getLast(), last, stolen.said()),
                "≤ 0.4");
    }

    /** Returns how many seconds passed until a server was healthy. */
    private static double start(List<String> command) throws Exception {
        int port;
        try (ServerSocket socket = new ServerSocket(0)) {
            port = socket.getLocalPort();
        }
        List<String> whole = new ArrayList<>(command);
        whole.add("--server.port=" + port);
        long begun = System.nanoTime();
        Process server = new ProcessBuilder(whole)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        try {
            while (!isHealthy(port)) {
                TimeUnit.MILLISECONDS.sleep(20);
            }
            return (System.nanoTime() - begun) / 1e9;
        } finally {
            server.destroy();
            server.waitFor();
        }
    }

    private static boolean isHealthy(int port) {
        try {
            HttpURLConnection asked = (HttpURLConnection) URI.create("http://127.0.0.1:" + port + "/actuator/health")
                    .toURL()
                    .openConnection();
            return asked.getResponseCode() == 200;
        } catch (IOException notYet) {
            return false;
        }
    }
}

package dauntingledger.bench;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import java.io.BufferedReader;
import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ConcurrentMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What boards cost, and how soon they show what happens. */
final class BoardBench {

    private static final int SEATS = 500;
    private static final int CROWD = 5_000;
    private static final int ROOMS = 20;
    private static final Duration WARM_UP = Duration.ofSeconds(30);
    private static final Duration MEASURED = Duration.ofSeconds(30);
    private static final int ROUNDS = 3;
    private static final int SLOWER = 4;
    /** Notes how long the page takes for each message of changes, until its script is done. */
    private static final String TIMED = """
            window.seen = [];
            const listen = EventSource.prototype.addEventListener;
            EventSource.prototype.addEventListener = function (kind, heard) {
                listen.call(this, kind, kind !== 'places' ? heard : (event) => {
                    const begun = performance.now();
                    heard(event);
                    window.seen.push(performance.now() - begun);
                });
            };""";

    private static final Pattern SITTING = Pattern.compile("\"sitting\":(\\d+)");

    private BoardBench() {}

    static void run(Table table) throws Exception {
        try (ServerProcess server = ServerProcess.start(SEATS, 0, "--bench.rooms=1")) {
            List<SimulatedSitting> sittings = LoadBench.signIn(server.port(), SEATS);
            acts(sittings, 50, WARM_UP, new ConcurrentHashMap<>());
            Stolen stolen = new Stolen();
            List<Long> seen = shown(server.port(), 0, sittings);
            table.row(
                    "from an act in the room to its change on the board, %d seats, 5 acts/s".formatted(SEATS),
                    "p50 %.0f ms, p95 %.0f ms%s"
                            .formatted(LoadBench.percentile(seen, 50), LoadBench.percentile(seen, 95), stolen.said()),
                    "p95 ≤ 1 s");
            processor(table, server, sittings);
            drawn(table, server.port(), sittings);
        }
    }

    /** What so many sittings leave of the time that an answer takes. */
    static void runCrowd(Table table) throws Exception {
        try (ServerProcess server = ServerProcess.start(CROWD, 0, "--bench.rooms=" + ROOMS)) {
            crowd(table, server);
        }
    }

    /** Lets so many acts happen in a second, by turns, and notes when each sitting was acknowledged last. */
    private static void acts(
            List<SimulatedSitting> sittings, int perSecond, Duration span, ConcurrentMap<Long, Long> sentAt)
            throws Exception {
        acts(sittings, 0, perSecond, span, sentAt);
    }

    private static void acts(
            List<SimulatedSitting> sittings, int first, int perSecond, Duration span, ConcurrentMap<Long, Long> sentAt)
            throws Exception {
        long start = System.nanoTime();
        long apart = TimeUnit.SECONDS.toNanos(1) / perSecond;
        long count = span.toNanos() / apart;
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<?>> acting = new ArrayList<>();
            for (long i = 0; i < count; i++) {
                int number = (int) (i % sittings.size());
                long due = start + i * apart;
                acting.add(threads.submit(() -> {
                    TimeUnit.NANOSECONDS.sleep(due - System.nanoTime());
                    sentAt.put(first + number + 1L, System.nanoTime());
                    sittings.get(number).answer();
                    return null;
                }));
            }
            for (Future<?> one : acting) {
                one.get();
            }
        }
    }

    private static Connection invigilator(int port) throws IOException {
        Connection connection = new Connection(port);
        SimulatedSitting.signIn(connection, BenchServer.INVIGILATOR, BenchServer.PASSWORD);
        return connection;
    }

    /**
     * Returns how long each act took from being sent to being shown on a board, in nanoseconds.
     *
     * @param port of the server that shows the board
     * @param first the number of the first of the candidates
     */
    static List<Long> shown(int port, int first, List<SimulatedSitting> sittings) throws Exception {
        ConcurrentMap<Long, Long> sentAt = new ConcurrentHashMap<>();
        ConcurrentLinkedQueue<Long> latencies = new ConcurrentLinkedQueue<>();
        try (Connection stream = invigilator(port);
                ExecutorService reading = Executors.newVirtualThreadPerTaskExecutor()) {
            stream.ask("/invigilation/boards/1/0/events");
            reading.submit(() -> read(stream, sentAt, latencies));
            TimeUnit.SECONDS.sleep(2);
            acts(sittings, first, 5, MEASURED, sentAt);
            TimeUnit.SECONDS.sleep(2);
            stream.close();
        }
        return latencies.stream().sorted().toList();
    }

    private static void read(
            Connection stream, ConcurrentMap<Long, Long> sentAt, ConcurrentLinkedQueue<Long> latencies) {
        try {
            BufferedReader lines = stream.lines();
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                long now = System.nanoTime();
                Matcher named = SITTING.matcher(line);
                while (named.find()) {
                    Long sent = sentAt.remove(Long.parseLong(named.group(1)));
                    if (sent != null) {
                        latencies.add(now - sent);
                    }
                }
            }
        } catch (IOException closed) {
            // Closing the connection is how a stream ends.
        }
    }

    /** How much script one message of changes costs a slow computer that shows the plan. */
    private static void drawn(Table table, int port, List<SimulatedSitting> sittings) throws Exception {
        try (Playwright playwright = BrowserBench.playwright();
                Browser chromium = BrowserBench.launch(playwright);
                BrowserContext context =
                        chromium.newContext(new Browser.NewContextOptions().setViewportSize(1280, 800))) {
            Page page = context.newPage();
            page.addInitScript(TIMED);
            page.navigate("http://localhost:" + port + "/sign-in");
            page.locator("[name=number]").fill(BenchServer.INVIGILATOR);
            page.locator("[name=pin]").fill(BenchServer.PASSWORD);
            page.locator("main form .btn.go").click();
            page.navigate("http://localhost:" + port + "/invigilation/boards/1/0");
            page.waitForSelector("body[data-ready=true]");
            CDPSession slow = BrowserBench.slowDown(context, page, SLOWER);
            Stolen stolen = new Stolen();
            acts(sittings, 5, MEASURED, new ConcurrentHashMap<>());
            slow.detach();
            table.row(
                    "script for a change on a board of %d seats in Chromium, %d times slower, 5 acts/s"
                            .formatted(SEATS, SLOWER),
                    "p50 %.1f ms, p95 %.1f ms%s"
                            .formatted(
                                    BrowserBench.percentile(page, 50),
                                    BrowserBench.percentile(page, 95),
                                    stolen.said()),
                    "≤ 2 frames, 33 ms");
        }
    }

    /** What the processors do with a board open, against what they do with none before it and after it. */
    private static void processor(Table table, ServerProcess server, List<SimulatedSitting> sittings) throws Exception {
        List<Double> ratios = new ArrayList<>();
        Stolen stolen = new Stolen();
        Duration after = spent(server, sittings);
        for (int round = 0; round < ROUNDS; round++) {
            Duration before = after;
            Duration with;
            try (Connection stream = invigilator(server.port());
                    ExecutorService reading = Executors.newVirtualThreadPerTaskExecutor()) {
                stream.ask("/invigilation/boards/1/0/events");
                reading.execute(stream::swallow);
                with = spent(server, sittings);
                stream.close();
            }
            after = spent(server, sittings);
            ratios.add(2.0 * with.toNanos() / before.plus(after).toNanos());
        }
        List<Double> sorted = ratios.stream().sorted().toList();
        table.row(
                "server's work with a board of %d seats and 50 acts/s / with none, median of %d rounds"
                        .formatted(SEATS, ROUNDS),
                "%.2f (%.2f to %.2f%s)"
                        .formatted(sorted.get(ROUNDS / 2), sorted.getFirst(), sorted.getLast(), stolen.said()),
                "≤ 1.15");
    }

    private static Duration spent(ServerProcess server, List<SimulatedSitting> sittings) throws Exception {
        Duration before = server.processorTime();
        acts(sittings, 50, MEASURED, new ConcurrentHashMap<>());
        return server.processorTime().minus(before);
    }

    private static void crowd(Table table, ServerProcess server) throws Exception {
        List<SimulatedSitting> sittings = LoadBench.signIn(server.port(), CROWD);
        List<Connection> boards = new ArrayList<>();
        for (int room = 1; room <= ROOMS; room++) {
            Connection stream = invigilator(server.port());
            stream.ask("/invigilation/boards/" + room + "/0/events");
            boards.add(stream);
        }
        boards.forEach(board -> Thread.ofVirtual().start(board::swallow));
        LoadBench.pacedWithHeartbeats(sittings); // the server's compiler is busy until then
        Stolen stolen = new Stolen();
        List<Long> latencies = LoadBench.pacedWithHeartbeats(sittings);
        table.row(
                "acknowledgement, %,d sittings in %d places, an entry every 10 s and a heartbeat every 5 s each, boards open"
                        .formatted(CROWD, ROOMS),
                "p50 %.1f ms, p99 %.1f ms%s"
                        .formatted(
                                LoadBench.percentile(latencies, 50),
                                LoadBench.percentile(latencies, 99),
                                stolen.said()),
                "p99 ≤ 250 ms");
        for (Connection board : boards) {
            board.close();
        }
    }
}

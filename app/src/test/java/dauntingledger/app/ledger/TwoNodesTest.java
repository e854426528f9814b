package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.HttpCandidate;
import dauntingledger.app.Postgres;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** Two servers on one PostgreSQL, and one sitting that is written to through both at once. */
class TwoNodesTest {

    private static final String ROOM = "/sittings/1";
    private static final int ENTRIES = 2_000;
    private static final int AT_ONCE = 20;
    private static final int SEAT_EVERY = 5;

    private final ConcurrentLinkedQueue<String> acknowledged = new ConcurrentLinkedQueue<>();

    @TempDir
    private Path folder;

    private final String database = Postgres.newDatabase();

    private ChildServer node(String name, boolean demo) throws IOException, InterruptedException {
        Path data = Files.createDirectories(folder.resolve(name));
        Path key = folder.resolve("one/signing.key");
        if (Files.exists(key) && Files.notExists(data.resolve("signing.key"))) {
            Files.copy(key, data.resolve("signing.key"));
        }
        return ChildServer.start(
                data,
                "--spring.datasource.url=" + database,
                "--spring.datasource.username=postgres",
                "--exam.demo=" + demo,
                "--exam.ledger.per-minute=1000000",
                "--exam.ledger.at-once=1000000");
    }

    @Test
    @Timeout(value = 3, unit = TimeUnit.MINUTES)
    void makeOneChainOfWhatIsWrittenThroughBoth() throws Exception {
        try (ChildServer one = node("one", true);
                ChildServer two = node("two", false)) {
            HttpCandidate here = new HttpCandidate(one.port());
            here.signIn("BW-20417", "4071");
            here.post(ROOM + "/enter", "{}");
            openTheFirstSection(here);
            HttpCandidate there = new HttpCandidate(two.port());
            there.signIn("BW-20417", "4071");

            try (ExecutorService both = Executors.newFixedThreadPool(2)) {
                List<Future<?>> writing = List.of(both.submit(() -> write(here)), both.submit(() -> write(there)));
                for (Future<?> writer : writing) {
                    writer.get();
                }
            }
            assertThat(acknowledged).hasSizeGreaterThan(ENTRIES);
            List<String> lines = lines();
            assertThat(follow(lines)).as("acknowledged once each").containsAll(acknowledged);
            assertThat(shown(here)).isEqualTo(shown(there));

            one.process().destroyForcibly().waitFor();
            there.post(ROOM + "/seat", "{}");
            int before = acknowledged.size();
            write(there, AT_ONCE);
            assertThat(acknowledged.size())
                    .as("the other goes on when one is killed")
                    .isGreaterThan(before);
            assertThat(follow(lines())).containsAll(acknowledged);
        }
    }

    private Void write(HttpCandidate browser) throws IOException, InterruptedException {
        return write(browser, ENTRIES);
    }

    /** Takes the seat again and again, and sends batches, each of them twice and its entries in any order. */
    private Void write(HttpCandidate browser, int count) throws IOException, InterruptedException {
        String seat = "";
        for (int sent = 0; sent < count; sent += AT_ONCE) {
            if (sent / AT_ONCE % SEAT_EVERY == 0) {
                seat = seat(browser);
            }
            List<String> entries = IntStream.range(0, AT_ONCE)
                    .mapToObj(i -> entry(UUID.randomUUID().toString(), "ABCD".charAt(i % 4)))
                    .collect(Collectors.toCollection(ArrayList::new));
            String body = "{\"seat\":\"" + seat + "\",\"entries\":[" + String.join(",", entries) + "]}";
            note(browser.post(ROOM + "/entries", body));
            note(browser.post(ROOM + "/entries", body));
        }
        return null;
    }

    private void note(HttpResponse<String> answer) {
        assertThat(answer.statusCode()).as(answer.body()).isIn(200, 409);
        for (String result : answer.body().split("\\{\"id\":\"")) {
            if (result.contains("\"status\":\"entered\"") || result.contains("\"status\":\"held\"")) {
                acknowledged.add(result.substring(0, result.indexOf('"')));
            }
        }
    }

    private static String entry(String id, char choice) {
        return "{\"id\":\"" + id + "\",\"by\":\"candidate\",\"at\":" + System.currentTimeMillis()
                + ",\"kind\":\"answered\",\"item\":\"goes-first\",\"response\":\"R1\",\"cardinality\":\"single\","
                + "\"baseType\":\"identifier\",\"values\":[\"" + choice + "\"]}";
    }

    private static String seat(HttpCandidate browser) throws IOException, InterruptedException {
        return between(browser.post(ROOM + "/seat", "{}").body(), "\"seat\":\"", "\"");
    }

    private static void openTheFirstSection(HttpCandidate browser) throws IOException, InterruptedException {
        String seat = seat(browser);
        String digest = between(browser.get(ROOM).body(), "data-digest=\"", "\"");
        for (String act : List.of(
                "\"kind\":\"notice-accepted\",\"stage\":\"conduct\",\"textDigest\":\"" + digest + "\",\"given\":\"\"",
                "\"kind\":\"stage-left\",\"stage\":\"instructions\"",
                "\"kind\":\"stage-opened\",\"stage\":\"rules\"")) {
            String id = UUID.randomUUID().toString();
            browser.post(
                    ROOM + "/entries",
                    "{\"seat\":\"" + seat + "\",\"entries\":[{\"id\":\"" + id + "\",\"by\":\"candidate\",\"at\":"
                            + System.currentTimeMillis() + "," + act + "}]}");
        }
    }

    /** Returns how many entries the review of a node counts, by the page it shows. */
    private static String shown(HttpCandidate browser) throws IOException, InterruptedException {
        seat(browser);
        return between(browser.get(ROOM).body(), "<title>", "</title>");
    }

    private List<String> lines() throws SQLException {
        try (Connection connection = DriverManager.getConnection(database, "postgres", "")) {
            Set<String> broken = new HashSet<>();
            LedgerSurvey survey =
                    LedgerSurvey.ofAll(DriverManager.getConnection(database, "postgres", ""), broken::add);
            assertThat(survey.isIntact()).as(broken.toString()).isTrue();
            List<String> lines = new ArrayList<>();
            var rows = connection
                    .createStatement()
                    .executeQuery("select line from ledger_line where sitting = 1 order by seq");
            while (rows.next()) {
                lines.add(rows.getString(1));
            }
            return lines;
        }
    }

    /** Returns the entries of a ledger, each of which is there once. */
    private static Set<String> follow(List<String> lines) {
        Map<String, Long> counted = lines.stream()
                .map(line -> between(line, "\"id\":\"", "\""))
                .collect(Collectors.groupingBy(id -> id, Collectors.counting()));
        assertThat(counted.values()).allMatch(count -> count == 1);
        return counted.keySet();
    }

    private static String between(String text, String start, String end) {
        int from = text.indexOf(start) + start.length();
        return text.substring(from, text.indexOf(end, from));
    }
}

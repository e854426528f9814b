package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.HttpCandidate;
import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.PaperId;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** Kills a whole exam server in the middle of its work, again and again, and looks for what it had acknowledged. */
class DurabilityTest {

    private static final int KILLS = 4;
    /** Those of the demo world who can sit the licence examination now. */
    private static final List<Person> PEOPLE =
            List.of(new Person("BW-20417", "4071", 1), new Person("BW-20422", "9526", 6));

    private record Person(String number, String pin, int sitting) {}

    private final Set<String> acknowledged = ConcurrentHashMap.newKeySet();

    @TempDir
    private Path data;

    @Test
    @Timeout(value = 5, unit = TimeUnit.MINUTES)
    void whatWasAcknowledgedSurvivesEveryKill() throws Exception {
        for (int kill = 1; kill <= KILLS; kill++) {
            try (ChildServer server = ChildServer.start(data)) {
                work(server.process(), server.port(), Duration.ofMillis(400L * kill));
            }
            Map<Integer, List<String>> ledgers = readLedgers();
            String all = ledgers.toString();

            assertThat(acknowledged)
                    .hasSizeGreaterThan(20 * kill)
                    .allMatch(id -> all.contains("\"id\":\"" + id + "\""));
        }
    }

    /** Lets every candidate send entries one after the other until the server is killed under them. */
    private void work(Process server, int port, Duration span) throws InterruptedException {
        List<Thread> candidates = new ArrayList<>();
        for (Person person : PEOPLE) {
            candidates.add(Thread.ofVirtual().start(() -> sendUntilKilled(port, person)));
        }
        int target = acknowledged.size() + 60;
        while (acknowledged.size() < target
                && server.isAlive()
                && candidates.stream().anyMatch(Thread::isAlive)) {
            TimeUnit.MILLISECONDS.sleep(20);
        }
        TimeUnit.MILLISECONDS.sleep(span.toMillis());
        server.destroyForcibly();
        for (Thread candidate : candidates) {
            candidate.join();
        }
    }

    private void sendUntilKilled(int port, Person person) {
        String path = "/sittings/" + person.sitting();
        try {
            HttpCandidate browser = new HttpCandidate(port);
            browser.signIn(person.number(), person.pin());
            browser.post(path + "/enter", "{}");
            String seat = between(browser.post(path + "/seat", "{}").body(), "\"seat\":\"", "\"");
            String digest = between(browser.get(path).body(), "data-digest=\"", "\"");
            send(
                    browser,
                    path,
                    seat,
                    "\"kind\":\"notice-accepted\",\"stage\":\"conduct\",\"textDigest\":\"" + digest
                            + "\",\"given\":\"\"");
            send(browser, path, seat, "\"kind\":\"stage-left\",\"stage\":\"instructions\"");
            send(browser, path, seat, "\"kind\":\"stage-opened\",\"stage\":\"rules\"");
            for (int i = 0; i < 100_000; i++) {
                String choice = String.valueOf("ABCD".charAt(i % 4));
                send(
                        browser,
                        path,
                        seat,
                        "\"kind\":\"answered\",\"item\":\"goes-first\",\"response\":\"R1\","
                                + "\"cardinality\":\"single\",\"baseType\":\"identifier\",\"values\":[\"" + choice
                                + "\"]");
            }
        } catch (IOException killed) {
            // The server was killed under this request: what it had not acknowledged may be lost.
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void send(HttpCandidate browser, String path, String seat, String act)
            throws IOException, InterruptedException {
        String id = UUID.randomUUID().toString();
        String body = browser.post(
                        path + "/entries",
                        "{\"seat\":\"" + seat + "\",\"entries\":[{\"id\":\"" + id + "\",\"by\":\"candidate\",\"at\":"
                                + System.currentTimeMillis() + "," + act + "}]}")
                .body();
        if (body.contains("\"status\":\"entered\"")) {
            acknowledged.add(id);
        }
    }

    /** Reads all ledgers from the database of a dead server, following their chains. */
    private Map<Integer, List<String>> readLedgers() throws SQLException {
        Map<Integer, List<String>> ledgers = new HashMap<>();
        Map<Integer, Hash> last = new HashMap<>();
        try (Connection connection = DriverManager.getConnection("jdbc:h2:file:" + data.resolve("ledger"), "", "");
                ResultSet rows = connection
                        .createStatement()
                        .executeQuery("select sitting, seq, line, hash, paper, paper_version, seed from ledger_line"
                                + " join sitting on sitting.id = ledger_line.sitting order by sitting, seq")) {
            while (rows.next()) {
                int sitting = rows.getInt("sitting");
                List<String> lines = ledgers.computeIfAbsent(sitting, id -> new ArrayList<>());
                lines.add(rows.getString("line"));
                Hash before = last.getOrDefault(
                        sitting,
                        head(sitting, rows.getString("paper"), rows.getInt("paper_version"), rows.getInt("seed")));
                Hash hash = new Hash(HexFormat.of().formatHex(rows.getBytes("hash")));
                assertThat(rows.getInt("seq")).isEqualTo(lines.size());
                assertThat(hash).isEqualTo(Chain.next(before, rows.getString("line")));
                last.put(sitting, hash);
            }
        }
        return ledgers;
    }

    private static Hash head(int sitting, String paper, int version, int seed) {
        return Chain.ofHead(Chain.head(String.valueOf(sitting), new PaperId(paper), version, seed));
    }

    private static String between(String text, String start, String end) {
        int from = text.indexOf(start) + start.length();
        return text.substring(from, text.indexOf(end, from));
    }
}

package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.HttpCandidate;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** Takes the space away from a whole exam server, by a limit of the process to the size of files, and gives it back. */
class FullDiskTest {

    private static final String ROOM = "/sittings/1";

    private final List<String> acknowledged = new ArrayList<>();
    private String seat = "";

    @TempDir
    private Path data;

    @Test
    @Timeout(value = 3, unit = TimeUnit.MINUTES)
    void costsNothingThatWasAcknowledgedAndTheServerComesBackByItself() throws Exception {
        try (ChildServer server = ChildServer.start(data, "--exam.store.watch-every=500ms")) {
            HttpCandidate candidate = inTheFirstSection(server);
            assertThat(enter(candidate).statusCode()).isEqualTo(200);
            HttpCandidate other = new HttpCandidate(server.port());

            limit(server, Files.size(data.resolve("ledger.mv.db")));
            int status = 200;
            for (int tries = 0; tries < 2_000 && status == 200; tries++) {
                status = enter(candidate).statusCode();
            }
            assertThat(status).as("an entry that cannot be stored").isEqualTo(503);
            server.awaitHealth(503);
            assertThat(other.get("/sign-in").statusCode())
                    .as("nobody is called wrong")
                    .isEqualTo(503);
            assertThat(candidate.get(ROOM).statusCode()).isIn(200, 503);

            limit(server, Long.MAX_VALUE);
            server.awaitHealth(200);
            assertThat(enter(candidate).statusCode())
                    .as("after space has returned")
                    .isEqualTo(200);
            assertThat(other.signIn("BW-20422", "9526")).doesNotContain("sign-in");
        }
        assertThat(VerifyCommand.run("--data", data.toString())).isZero();
        try (StoredLedgers stored = StoredLedgers.in(data)) {
            int entries = stored.entries(stored.all().getFirst());
            assertThat(entries).isGreaterThanOrEqualTo(acknowledged.size());
        }
    }

    @Test
    @Timeout(value = 3, unit = TimeUnit.MINUTES)
    void dataAndLogsAreTheirOwnersAlone() throws Exception {
        Path folder = data.resolve("made-by-the-server");
        Files.createDirectories(folder);
        try (ChildServer server = ChildServer.start(folder)) {
            assertThat(server.process().isAlive()).isTrue();
        }
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(folder)))
                .isEqualTo("rwx------");
        assertThat(folder.resolve("ledger.trace.db"))
                .satisfiesAnyOf(
                        trace -> assertThat(trace).doesNotExist(),
                        trace -> assertThat(trace).isEmptyFile());
    }

    private HttpCandidate inTheFirstSection(ChildServer server) throws IOException, InterruptedException {
        HttpCandidate candidate = new HttpCandidate(server.port());
        candidate.signIn("BW-20417", "4071");
        candidate.post(ROOM + "/enter", "{}");
        seat = between(candidate.post(ROOM + "/seat", "{}").body(), "\"seat\":\"", "\"");
        String digest = between(candidate.get(ROOM).body(), "data-digest=\"", "\"");
        send(
                candidate,
                "\"kind\":\"notice-accepted\",\"stage\":\"conduct\",\"textDigest\":\"" + digest + "\",\"given\":\"\"");
        send(candidate, "\"kind\":\"stage-left\",\"stage\":\"instructions\"");
        send(candidate, "\"kind\":\"stage-opened\",\"stage\":\"rules\"");
        return candidate;
    }

    private HttpResponse<String> enter(HttpCandidate candidate) throws IOException, InterruptedException {
        return send(
                candidate,
                "\"kind\":\"answered\",\"item\":\"goes-first\",\"response\":\"R1\",\"cardinality\":\"single\","
                        + "\"baseType\":\"identifier\",\"values\":[\"B\"]");
    }

    private HttpResponse<String> send(HttpCandidate candidate, String act) throws IOException, InterruptedException {
        String id = UUID.randomUUID().toString();
        HttpResponse<String> answer = candidate.post(
                ROOM + "/entries",
                "{\"seat\":\"" + seat + "\",\"entries\":[{\"id\":\"" + id + "\",\"by\":\"candidate\",\"at\":"
                        + System.currentTimeMillis() + "," + act + "}]}");
        if (answer.body().contains("\"status\":\"entered\"")) {
            acknowledged.add(id);
        }
        return answer;
    }

    private static void limit(ChildServer server, long bytes) throws IOException, InterruptedException {
        String most = bytes == Long.MAX_VALUE ? "unlimited" : String.valueOf(bytes);
        Process limit = new ProcessBuilder(
                        "prlimit", "--pid", String.valueOf(server.process().pid()), "--fsize=" + most + ":unlimited")
                .inheritIO()
                .start();
        assertThat(limit.waitFor()).isZero();
    }

    private static String between(String text, String start, String end) {
        int from = text.indexOf(start) + start.length();
        return text.substring(from, text.indexOf(end, from));
    }
}

package dauntingledger.app.operations;

import dauntingledger.app.signing.OperatorToken;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/** {@code bin/backup FOLDER}: has the server that uses a folder make a copy of its installation. */
public final class BackupCommand {

    private static final int MADE = 0;
    private static final int FAILED = 1;
    private static final int UNUSABLE = 2;
    private static final Duration PATIENCE = Duration.ofMinutes(30);

    private BackupCommand() {}

    public static void main(String[] args) {
        System.exit(run(args));
    }

    /** Returns 0 if a copy was made, 1 if the server could not make one, 2 if there is no server to ask. */
    public static int run(String... args) {
        if (args.length != 1) {
            System.err.println("Give the folder of the data of a server that runs: bin/backup FOLDER");
            return UNUSABLE;
        }
        Path data = Path.of(args[0]);
        try (HttpClient client = HttpClient.newHttpClient()) {
            HttpRequest request = HttpRequest.newBuilder(
                            URI.create("http://127.0.0.1:" + ServerPort.in(data) + "/operations/backup"))
                    .header("Authorization", "Bearer " + OperatorToken.in(data))
                    .timeout(PATIENCE)
                    .POST(HttpRequest.BodyPublishers.noBody())
                    .build();
            HttpResponse<String> answer = client.send(request, HttpResponse.BodyHandlers.ofString());
            return said(answer);
        } catch (IOException e) {
            System.err.println(
                    "No server that uses " + data + " answers. Start it, or name the folder of its data. Of a"
                            + " server that is stopped, the folder itself can be copied.");
            return UNUSABLE;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return FAILED;
        }
    }

    private static int said(HttpResponse<String> answer) {
        boolean json = answer.headers().firstValue("Content-Type").orElse("").contains("json");
        Map<?, ?> body = json ? JsonMapper.shared().readValue(answer.body(), Map.class) : Map.of();
        if (answer.statusCode() == 200) {
            System.out.println(body.get("file") + ": " + body.get("sittings") + " sittings, " + body.get("entries")
                    + " entries, " + body.get("bytes") + " bytes");
            return MADE;
        }
        System.err.println(
                body.get("detail") instanceof String why
                        ? why
                        : "The server could not make a copy (" + answer.statusCode()
                                + "). bin/status says whether all is well with it, and what to do.");
        return FAILED;
    }
}

package dauntingledger.bench;

import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import java.util.concurrent.Executor;

/** A candidate who has opened the long section and answers. */
final class SimulatedSitting {

    private static final String ENTERED = "\"status\":\"entered\"";

    /** What a server that is overloaded answers much too late is held; it is acknowledged all the same. */
    private static final String LATE = "\"status\":\"held\"";

    private final Connection connection;
    private final String path;
    private final Connection beats;
    private String seat = "";
    private int answered;

    /** @param begun whether the section is open already */
    SimulatedSitting(int port, int candidate, boolean begun) throws IOException {
        this.connection = new Connection(port);
        this.path = "/sittings/" + (candidate + 1);
        signIn(connection, BenchServer.number(candidate), BenchServer.PIN);
        connection.post(path + "/enter", "application/json", "{}");
        seat = between(connection.post(path + "/seat", "application/json", "{}").body(), "\"seat\":\"");
        beats = connection.another();
        if (!begun) {
            enter("\"kind\":\"stage-left\",\"stage\":\"instructions\"");
            enter("\"kind\":\"stage-opened\",\"stage\":\"long\"");
        }
    }

    static void signIn(Connection connection, String number, String pin) throws IOException {
        sendSignIn(connection, connection.get("/sign-in").body(), number, pin);
    }

    /** Sends the form of the sign-in page. */
    static Connection.Answer sendSignIn(Connection connection, String page, String number, String pin)
            throws IOException {
        String token = between(page, "name=\"_csrf\" value=\"");
        return connection.post(
                "/sign-in",
                "application/x-www-form-urlencoded",
                "_csrf=" + URLEncoder.encode(token, StandardCharsets.UTF_8) + "&number=" + number + "&pin="
                        + URLEncoder.encode(pin, StandardCharsets.UTF_8));
    }

    /** Sends one small batch, and returns when it is acknowledged as durable. */
    void answer() throws IOException {
        answerOnce();
    }

    /** Does what {@link #answer} does, and returns what the entry is called. */
    String answerOnce() throws IOException {
        int question = ++answered % BenchPaper.QUESTIONS + 1;
        return enter(
                "\"kind\":\"answered\",\"item\":\"q" + question + "\",\"response\":\"R1\",\"cardinality\":\"single\","
                        + "\"baseType\":\"identifier\",\"values\":[\"" + "ABCD".charAt(answered % 4) + "\"]");
    }

    /** Says that the window is there, by a connection of its own, as a browser has several. */
    void beat() throws IOException {
        synchronized (beats) {
            require(
                    beats.post(path + "/entries", "application/json", "{\"seat\":\"" + seat + "\",\"entries\":[]}"),
                    "\"now\":");
        }
    }

    /** Listens to the server until what is returned is closed. */
    AutoCloseable listen(Executor threads) throws IOException {
        Connection stream = connection.another();
        stream.ask(path + "/events?seat=" + seat);
        threads.execute(stream::swallow);
        return stream;
    }

    /** Sends an authenticated request that does nothing. */
    void askForTheTime() throws IOException {
        require(connection.post("/time", "application/json", "{}"), "\"now\":");
    }

    private String enter(String act) throws IOException {
        String id = UUID.randomUUID().toString();
        String entry =
                "{\"id\":\"" + id + "\",\"by\":\"candidate\",\"at\":" + System.currentTimeMillis() + "," + act + "}";
        Connection.Answer answer = connection.post(
                path + "/entries", "application/json", "{\"seat\":\"" + seat + "\",\"entries\":[" + entry + "]}");
        require(answer, answer.body().contains("\"held\"") ? LATE : ENTERED);
        return id;
    }

    private static void require(Connection.Answer answer, String expected) {
        if (answer.status() != 200 || !answer.body().contains(expected)) {
            throw new IllegalStateException("unexpected answer " + answer);
        }
    }

    private static String between(String text, String start) {
        int from = text.indexOf(start) + start.length();
        return text.substring(from, text.indexOf('"', from));
    }
}

package dauntingledger.app.ledger;

import dauntingledger.app.HttpCandidate;
import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** An exam server with the demo data in a process of its own, to be killed and starved. */
public final class ChildServer implements AutoCloseable {

    private final Process process;
    private final int port;

    private ChildServer(Process process, int port) {
        this.process = process;
        this.port = port;
    }

    /** Starts a server on the data in {@code data}, and returns when it answers. */
    public static ChildServer start(Path data, String... settings) throws IOException, InterruptedException {
        int port = freePort();
        String[] all = Stream.concat(
                        Stream.of("--server.port=" + port, "--exam.demo=true", "--exam.password-cost=4"),
                        Stream.of(settings))
                .toArray(String[]::new);
        ChildServer server = new ChildServer(process(data, all), port);
        server.awaitHealth(200);
        return server;
    }

    /** Starts the application on the data in {@code data}, and returns at once; what it says goes to {@code child.log}. */
    public static Process process(Path data, String... settings) throws IOException {
        List<String> command = Stream.concat(
                        Stream.of(
                                Path.of(System.getProperty("java.home"), "bin", "java")
                                        .toString(),
                                "-XX:TieredStopAtLevel=1",
                                "-cp",
                                System.getProperty("java.class.path"),
                                "dauntingledger.app.DauntingLedger",
                                "--exam.data=" + data,
                                "--exam.pin-cost=4"),
                        Stream.of(settings))
                .toList();
        return new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(data.resolve("child.log").toFile())
                .start();
    }

    public Process process() {
        return process;
    }

    public int port() {
        return port;
    }

    /** Waits until the server says of its health what is wanted. */
    public void awaitHealth(int status) throws InterruptedException {
        HttpCandidate probe = new HttpCandidate(port);
        for (int tries = 0; tries < 1_200 && process.isAlive(); tries++) {
            try {
                if (probe.get("/actuator/health").statusCode() == status) {
                    return;
                }
            } catch (IOException notYet) {
                // The port is not open yet.
            }
            TimeUnit.MILLISECONDS.sleep(50);
        }
        throw new AssertionError("the exam server did not come to answer " + status + " for its health");
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    @Override
    public void close() throws InterruptedException {
        process.destroyForcibly().waitFor();
    }
}

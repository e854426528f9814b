package dauntingledger.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.Writer;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/** A bench server in a process of its own, with its data in a folder that goes with it. */
final class ServerProcess implements AutoCloseable {

    private final Process process;
    private final Path data;
    private final int port;
    private final String ready;

    private ServerProcess(Process process, Path data, int port, String ready) {
        this.process = process;
        this.data = data;
        this.port = port;
        this.ready = ready;
    }

    static ServerProcess start(int sittings, int entries, String... settings) throws IOException {
        return on(Files.createTempDirectory("ledger-bench"), sittings, entries, settings);
    }

    /** Kills the server and starts another on what it has left. */
    ServerProcess again(String... settings) throws IOException {
        process.destroyForcibly().onExit().join();
        return on(data, 0, 0, settings);
    }

    /** Starts another server, without candidates of its own, on the data of this one: it is a node beside it. */
    ServerProcess beside(String... settings) throws IOException {
        return on(data, 0, 0, settings);
    }

    /** Does what {@link #beside} does for a node that will not live long: its compiler stops at the first stage. */
    ServerProcess brieflyBeside(String... settings) throws IOException {
        return on(List.of("-XX:TieredStopAtLevel=1"), data, 0, 0, settings);
    }

    private static ServerProcess on(Path data, int sittings, int entries, String... settings) throws IOException {
        return on(List.of(), data, sittings, entries, settings);
    }

    private static ServerProcess on(List<String> options, Path data, int sittings, int entries, String... settings)
            throws IOException {
        int port = freePort();
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx4g",
                "-cp",
                System.getProperty("java.class.path"),
                BenchServer.class.getName(),
                String.valueOf(sittings),
                String.valueOf(entries),
                "--server.port=" + port,
                "--exam.data=" + data,
                "--exam.pin-cost=4",
                "--exam.ledger.per-minute=1000000",
                "--exam.ledger.at-once=1000000",
                "--exam.ledger.most-entries=10000000",
                "--spring.main.banner-mode=off",
                "--logging.level.root=warn"));
        command.addAll(1, options);
        for (String setting : settings) {
            String name = setting.substring(0, setting.indexOf('=') + 1);
            command.removeIf(before -> before.startsWith(name));
            command.add(setting);
        }
        Process process = new ProcessBuilder(command)
                .redirectError(data.resolve("errors.log").toFile())
                .start();
        BufferedReader out = process.inputReader();
        for (String line = out.readLine(); line != null; line = out.readLine()) {
            if (line.startsWith("READY")) {
                // What nobody reads fills the pipe, and then the server waits with its next line for ever.
                Thread.ofPlatform().daemon().start(() -> swallow(out));
                return new ServerProcess(
                        process, data, port, line.substring("READY".length()).strip());
            }
        }
        throw new IOException("the server did not start; see " + data.resolve("errors.log"));
    }

    private static void swallow(BufferedReader out) {
        try {
            out.transferTo(Writer.nullWriter());
        } catch (IOException closed) {
            // It ends with the process.
        }
    }

    /** Returns the folder of its data. */
    Path data() {
        return data;
    }

    int port() {
        return port;
    }

    /** Returns what the server said when it was ready. */
    String ready() {
        return ready;
    }

    /** Ends the server as a power cut would, and leaves its data. */
    void kill() {
        process.destroyForcibly().onExit().join();
    }

    /** Returns how much of the processors' time the server has used. */
    Duration processorTime() {
        return process.toHandle().info().totalCpuDuration().orElseThrow();
    }

    @Override
    public void close() throws IOException {
        process.destroyForcibly().onExit().join();
        if (!Files.exists(data)) {
            return;
        }
        try (Stream<Path> files = Files.walk(data)) {
            for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(file);
            }
        }
    }

    private static int freePort() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }
}

package dauntingledger.app.browser;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** What {@code bin/cluster} starts: two nodes on PostgreSQL with a standby, behind HAProxy. */
final class Cluster implements AutoCloseable {

    /** The ports are the balancer's and some above it; see the script. */
    private static final int PORTS = 13;

    private static final int LOWEST = 21_000;
    private static final int HIGHEST = 31_000;

    private final Path folder;
    private final int port;
    private final Process running;

    private Cluster(Path folder, int port) throws IOException {
        this.folder = folder;
        this.port = port;
        this.running = script().start();
    }

    /** Starts everything, and returns when it answers. */
    static Cluster start(Path folder) throws IOException, InterruptedException {
        Cluster cluster = new Cluster(folder, freePorts());
        for (int tries = 0; tries < 1_800 && cluster.running.isAlive(); tries++) {
            if (cluster.said().contains("Two nodes are open")) {
                return cluster;
            }
            TimeUnit.MILLISECONDS.sleep(100);
        }
        String said = cluster.said();
        cluster.close();
        throw new AssertionError("the cluster did not come to answer: " + said);
    }

    private String said() throws IOException {
        Path said = folder.resolveSibling("cluster.out");
        return Files.exists(said) ? Files.readString(said) : "";
    }

    private ProcessBuilder script(String... arguments) {
        ProcessBuilder script = new ProcessBuilder(
                        Stream.concat(Stream.of("bash", "../bin/cluster"), Stream.of(arguments))
                                .toList())
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(
                        folder.resolveSibling("cluster.out").toFile()));
        script.environment().put("CLUSTER", folder.toString());
        script.environment().put("PORT", String.valueOf(port));
        script.environment().put("LEDGER_CLASSES", System.getProperty("java.class.path"));
        script.environment().put("EXAM_CLUSTER_CROWD", "false");
        script.environment()
                .put(
                        "EXAM_CLUSTER_SETTINGS",
                        "--exam.pin-cost=4 --exam.password-cost=4 --exam.store.watch-every=500ms");
        return script;
    }

    private static int freePorts() {
        return IntStream.generate(() -> ThreadLocalRandom.current().nextInt(LOWEST, HIGHEST))
                .limit(100)
                .filter(first -> IntStream.range(first, first + PORTS).allMatch(Cluster::isFree))
                .findFirst()
                .orElseThrow();
    }

    private static boolean isFree(int port) {
        try (ServerSocket socket = new ServerSocket(port)) {
            return socket.isBound();
        } catch (IOException e) {
            return false;
        }
    }

    /** Does what the script does with these arguments, as {@code kill 1}. */
    void run(String... arguments) throws IOException, InterruptedException {
        int code = script(arguments).start().waitFor();
        if (code != 0) {
            throw new AssertionError("bin/cluster " + String.join(" ", arguments) + " failed: " + said());
        }
    }

    /** Returns the port of the balancer. */
    int port() {
        return port;
    }

    /** Returns the port of a node, 1 or 2. */
    int port(int node) {
        return port + node;
    }

    /** Returns the values of the columns of all rows that a query gives, from the server that writes now. */
    List<List<String>> query(String sql) throws SQLException {
        try (Connection connection = open();
                Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery(sql)) {
            List<List<String>> all = new ArrayList<>();
            while (rows.next()) {
                List<String> row = new ArrayList<>();
                for (int i = 1; i <= rows.getMetaData().getColumnCount(); i++) {
                    row.add(String.valueOf(rows.getString(i)));
                }
                all.add(row);
            }
            return all;
        }
    }

    Connection open() throws SQLException {
        return DriverManager.getConnection(
                "jdbc:postgresql://127.0.0.1:" + (port + 11) + ",127.0.0.1:" + (port + 12)
                        + "/exam?targetServerType=primary",
                "postgres",
                "");
    }

    @Override
    public void close() throws IOException, InterruptedException {
        script("stop").start().waitFor();
        running.descendants().forEach(ProcessHandle::destroyForcibly);
        running.destroyForcibly().waitFor();
    }
}

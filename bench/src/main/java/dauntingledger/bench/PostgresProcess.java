package dauntingledger.bench;

import java.io.BufferedReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** PostgreSQL as {@code bin/cluster database} starts it, synced, in a folder of its own. */
final class PostgresProcess implements AutoCloseable {

    private static final int BASE = 19_000;
    private static final int PORT = BASE + 11;

    private final Path folder = Path.of("/tmp/ledger-bench-postgres");
    private final Process script;

    private PostgresProcess() throws IOException {
        this.script = script("database").start();
    }

    static PostgresProcess start() throws IOException {
        PostgresProcess started = new PostgresProcess();
        BufferedReader said = started.script.inputReader();
        for (String line = said.readLine(); line != null; line = said.readLine()) {
            if (line.contains("answers on port")) {
                return started;
            }
        }
        throw new IOException("PostgreSQL did not start; see " + started.folder);
    }

    private ProcessBuilder script(String command) {
        ProcessBuilder script =
                new ProcessBuilder("bin/cluster", command).redirectError(ProcessBuilder.Redirect.DISCARD);
        script.environment().put("CLUSTER", folder.toString());
        script.environment().put("PORT", String.valueOf(BASE));
        return script;
    }

    /** Returns the settings with which a server keeps everything here. */
    String[] settings(String... others) {
        List<String> all = new ArrayList<>(List.of(
                "--spring.profiles.active=postgres",
                "--spring.datasource.url=" + address(),
                "--spring.datasource.username=postgres"));
        all.addAll(List.of(others));
        return all.toArray(String[]::new);
    }

    private static String address() {
        return "jdbc:postgresql://127.0.0.1:" + PORT + "/exam?reWriteBatchedInserts=true&logServerErrorDetail=false";
    }

    /** Returns the lines of a sitting's ledger, in order. */
    List<String> lines(int sitting) throws SQLException {
        try (Connection connection = DriverManager.getConnection(address(), "postgres", "");
                Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery(
                        "select line from ledger_line where sitting = " + sitting + " order by seq")) {
            List<String> lines = new ArrayList<>();
            while (rows.next()) {
                lines.add(rows.getString(1));
            }
            return lines;
        }
    }

    /** Returns how much of the processors' time the processes have used that are there now. */
    Duration processorTime() throws IOException {
        long server = Long.parseLong(
                Files.readString(folder.resolve("postgres-a.pid")).strip());
        return ProcessHandle.of(server).stream()
                .flatMap(process -> Stream.concat(Stream.of(process), process.descendants()))
                .map(process -> process.info().totalCpuDuration())
                .flatMap(Optional::stream)
                .reduce(Duration.ZERO, Duration::plus);
    }

    @Override
    public void close() throws IOException {
        script("stop").start().onExit().join();
        script.destroyForcibly().onExit().join();
    }
}

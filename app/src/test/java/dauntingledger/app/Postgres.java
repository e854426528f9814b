package dauntingledger.app;

import java.io.IOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;

/** Debian's PostgreSQL as a child of the tests, started with the first database that is asked for. */
public final class Postgres {

    private static final AtomicInteger DATABASES = new AtomicInteger();
    private static final Path VERSIONS = Path.of("/usr/lib/postgresql");

    private final int port;

    private Postgres(int port) {
        this.port = port;
    }

    private static final class Running {
        private static final Postgres SERVER = start();
    }

    /** Returns whether the tests that are run now run on PostgreSQL. */
    static boolean isWanted() {
        return "postgres".equals(System.getProperty("test.store"));
    }

    /** Makes a database of its own, and returns its address with what the profile {@code postgres} sets. */
    public static String newDatabase() {
        String name = "exam" + DATABASES.incrementAndGet();
        try (Connection connection = Running.SERVER.open("postgres")) {
            connection.createStatement().execute("create database " + name);
        } catch (SQLException e) {
            throw new IllegalStateException("the database for the tests could not be made", e);
        }
        return Running.SERVER.address(name) + "?reWriteBatchedInserts=true&logServerErrorDetail=false";
    }

    private Connection open(String database) throws SQLException {
        return DriverManager.getConnection(address(database), "postgres", "");
    }

    private String address(String database) {
        return "jdbc:postgresql://127.0.0.1:" + port + "/" + database;
    }

    /** As root the server runs as the user postgres, since it refuses to be root. */
    private static List<String> asItsUser(String... command) {
        return Stream.concat(
                        System.getProperty("user.name").equals("root")
                                ? Stream.of("runuser", "-u", "postgres", "--")
                                : Stream.empty(),
                        Stream.of(command))
                .toList();
    }

    /** Returns the folder of the programs of the latest version that is installed. */
    private static Path programs() throws IOException {
        try (Stream<Path> versions = Files.list(VERSIONS)) {
            return versions.max(Comparator.comparing(
                            version -> Integer.valueOf(version.getFileName().toString())))
                    .orElseThrow(() -> new IOException("no version in " + VERSIONS))
                    .resolve("bin");
        }
    }

    private static Postgres start() {
        try {
            Path programs = programs();
            Path folder = Files.createTempDirectory("postgres");
            Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxrwxrwx"));
            String data = folder.resolve("data").toString();
            run(
                    folder,
                    asItsUser(
                            programs.resolve("initdb").toString(),
                            "--no-sync",
                            "-A",
                            "trust",
                            "-U",
                            "postgres",
                            "-E",
                            "UTF8",
                            "--locale=C.UTF-8",
                            "-D",
                            data));
            int port;
            try (ServerSocket socket = new ServerSocket(0)) {
                port = socket.getLocalPort();
            }
            Process server = new ProcessBuilder(asItsUser(
                            programs.resolve("postgres").toString(),
                            "-D",
                            data,
                            "-p",
                            String.valueOf(port),
                            "-k",
                            folder.toString(),
                            "-c",
                            "listen_addresses=127.0.0.1",
                            "-c",
                            "max_connections=200"))
                    .redirectErrorStream(true)
                    .redirectOutput(folder.resolve("server.log").toFile())
                    .start();
            Runtime.getRuntime().addShutdownHook(new Thread(() -> {
                server.descendants().forEach(ProcessHandle::destroyForcibly);
                server.destroyForcibly();
            }));
            Postgres started = new Postgres(port);
            started.awaitOpen();
            return started;
        } catch (IOException e) {
            throw new IllegalStateException(
                    "PostgreSQL cannot be started; is Debian's package 'postgresql' installed?", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("interrupted", e);
        }
    }

    private static void run(Path folder, List<String> command) throws IOException, InterruptedException {
        int code = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("initdb.log").toFile())
                .start()
                .waitFor();
        if (code != 0) {
            throw new IOException(Files.readString(folder.resolve("initdb.log")));
        }
    }

    private void awaitOpen() throws InterruptedException {
        for (int tries = 0; tries < 600; tries++) {
            try (Connection connection = open("postgres")) {
                return;
            } catch (SQLException notYet) {
                TimeUnit.MILLISECONDS.sleep(50);
            }
        }
        throw new IllegalStateException("PostgreSQL did not come to answer");
    }
}

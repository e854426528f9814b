package dauntingledger.bench;

import java.io.IOException;

/** The size of the database file after a million entries, against what it holds. */
final class FileBench {

    private static final int SITTINGS = 1_000;
    private static final int ENTRIES = 1_000_000;

    private FileBench() {}

    static void run(Table table) throws IOException {
        try (ServerProcess server = ServerProcess.start(SITTINGS, ENTRIES)) {
            String[] sizes = server.ready().split(" ");
            double held = Long.parseLong(sizes[0]);
            double file = Long.parseLong(sizes[1]);
            table.row(
                    "database file / what it holds, %,d entries".formatted(ENTRIES),
                    "%.2f (%.0f MB for %.0f MB)".formatted(file / held, file / 1e6, held / 1e6),
                    "≤ 3");
        }
    }
}

package dauntingledger.bench;

import java.io.IOException;

/** How long a server that has just started takes to close ten thousand sittings whose time ran out while it was down. */
final class SweepBench {

    private static final int SITTINGS = 10_000;
    private static final int ENTRIES = 400_000;

    private SweepBench() {}

    static void run(Table table) throws IOException {
        try (ServerProcess before =
                        ServerProcess.start(SITTINGS, ENTRIES, "--exam.sweep.every=24h", "--bench.ago=PT11H");
                ServerProcess after = before.again("--exam.sweep.every=24h", "--bench.sweep=once")) {
            String[] said = after.ready().split(" ");
            table.row(
                    "sweep of %,d expired sittings with %,d entries after a restart".formatted(SITTINGS, ENTRIES),
                    "%.1f s (%s left over)".formatted(Long.parseLong(said[0]) / 1000.0, said[1]),
                    "≤ 40 s");
        }
    }
}

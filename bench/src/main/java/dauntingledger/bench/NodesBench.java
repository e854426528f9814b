package dauntingledger.bench;

import java.util.List;
import java.util.stream.Stream;

/** What PostgreSQL and a second node cost, on the same two cores; what is compared takes turns. */
final class NodesBench {

    private static final int SITTINGS = 1_000;
    private static final int ROUNDS = 5;

    private NodesBench() {}

    static void run(Table table) throws Exception {
        try (PostgresProcess postgres = PostgresProcess.start();
                ServerProcess one = ServerProcess.start(3 * SITTINGS, 0, postgres.settings("--bench.rooms=1"));
                ServerProcess two = one.beside(postgres.settings())) {
            // The first and second thousand are at one node, the third at the other.
            List<SimulatedSitting> here = LoadBench.signIn(one.port(), 2 * SITTINGS);
            List<SimulatedSitting> there = LoadBench.signIn(two.port(), 2 * SITTINGS, 3 * SITTINGS, false);
            LoadBench.warmUp(here);
            LoadBench.warmUp(there);
            try (ServerProcess file = ServerProcess.start(2 * SITTINGS, 0)) {
                List<SimulatedSitting> alone = LoadBench.signIn(file.port(), 2 * SITTINGS);
                LoadBench.warmUp(alone);
                LoadBench.compare(
                        table,
                        "durable acknowledgements, one node on PostgreSQL / one on H2",
                        alone,
                        here,
                        ROUNDS,
                        "≥ 0.5");
            }
            List<SimulatedSitting> shared =
                    Stream.concat(here.stream().limit(SITTINGS), there.stream()).toList();
            LoadBench.compare(
                    table,
                    "durable acknowledgements, two nodes / one, on the same two cores",
                    here,
                    shared,
                    ROUNDS,
                    "≥ 0.8");
            Stolen stolen = new Stolen();
            List<Long> seen = BoardBench.shown(one.port(), 2 * SITTINGS, there);
            table.row(
                    "from an entry on one node to the board of %,d seats on the other, 5 entries/s"
                            .formatted(3 * SITTINGS),
                    "p50 %.0f ms, p99 %.0f ms%s"
                            .formatted(LoadBench.percentile(seen, 50), LoadBench.percentile(seen, 99), stolen.said()),
                    "p99 ≤ 1 s");
        }
    }
}

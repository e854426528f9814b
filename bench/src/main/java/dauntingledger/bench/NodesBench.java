package dauntingledger.bench;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** What PostgreSQL and a second node cost, on the same two cores; what is compared takes turns. */
final class NodesBench {

    private static final int SITTINGS = 1_000;
    private static final int ROUNDS = 5;
    private static final Duration MEASURED = Duration.ofSeconds(6);

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
                compare(table, "durable acknowledgements, one node on PostgreSQL / one on H2", alone, here, "≥ 0.5");
            }
            List<SimulatedSitting> shared =
                    Stream.concat(here.stream().limit(SITTINGS), there.stream()).toList();
            compare(table, "durable acknowledgements, two nodes / one, on the same two cores", here, shared, "≥ 0.8");
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

    private static void compare(
            Table table, String what, List<SimulatedSitting> plain, List<SimulatedSitting> other, String goal)
            throws Exception {
        List<Double> ratios = new ArrayList<>();
        Stolen stolen = new Stolen();
        double measured = 0;
        for (int round = 0; round < ROUNDS; round++) {
            double before = LoadBench.flatOut(plain, SimulatedSitting::answer, MEASURED);
            measured = LoadBench.flatOut(other, SimulatedSitting::answer, MEASURED);
            double after = LoadBench.flatOut(plain, SimulatedSitting::answer, MEASURED);
            ratios.add(2 * measured / (before + after));
        }
        List<Double> sorted = ratios.stream().sorted().toList();
        table.row(
                what + ", median of %d rounds".formatted(ROUNDS),
                "%.2f (%.2f to %.2f; last %,.0f/s%s)"
                        .formatted(
                                sorted.get(ROUNDS / 2), sorted.getFirst(), sorted.getLast(), measured, stolen.said()),
                goal);
    }
}

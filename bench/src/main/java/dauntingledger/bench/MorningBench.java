package dauntingledger.bench;

import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;

/** A morning on which all sign in: what each step costs, whether the model foretells a run here, and what 50,000 need. */
final class MorningBench {

    private static final int MEASURED = 300;
    private static final int HERE = 2_000;
    private static final double HERE_SECONDS = 120;
    private static final double THINK = 4;
    private static final int NATION = 50_000;
    private static final double NATION_SECONDS = 600;
    private static final int PROCESSORS_HERE = 2;
    private static final int PROCESSORS_OF_A_NODE = 4;
    private static final double MOST_SECONDS = 1;
    private static final long SEED = 50_000;

    /** What a person does until the first page of the room is there. */
    private enum Step {
        SIGN_IN_PAGE,
        SIGN_IN,
        LIST,
        ENTER,
        ROOM
    }

    private MorningBench() {}

    static void run(Table table) throws Exception {
        try (PostgresProcess postgres = PostgresProcess.start();
                ServerProcess server =
                        ServerProcess.start(2 * MEASURED + HERE, 0, postgres.settings("--exam.pin-cost=8"))) {
            List<Person> first = people(server.port(), 0, MEASURED);
            for (Step step : Step.values()) {
                costs(first, step, server, postgres);
            }
            List<Costs> costs = new ArrayList<>();
            List<Person> second = people(server.port(), MEASURED, 2 * MEASURED);
            for (Step step : Step.values()) {
                Costs cost = costs(second, step, server, postgres);
                costs.add(cost);
                table.row(
                        "a processor for the step "
                                + step.name().toLowerCase(Locale.ROOT).replace('_', ' '),
                        "node %.1f ms, database %.1f ms, the measuring side %.1f ms"
                                .formatted(1e3 * cost.node(), 1e3 * cost.database(), 1e3 * cost.measuring()),
                        "");
            }
            check(table, costs, server.port());
            nation(table, costs);
        }
    }

    /** What a step needs of processors, in seconds. */
    private record Costs(double node, double database, double measuring) {
        double all() {
            return node + database + measuring;
        }
    }

    private static Costs costs(List<Person> people, Step step, ServerProcess server, PostgresProcess postgres)
            throws IOException {
        Duration node = server.processorTime();
        Duration database = postgres.processorTime();
        Duration own = own();
        for (Person person : people) {
            person.take(step);
        }
        double count = people.size();
        return new Costs(
                server.processorTime().minus(node).toNanos() / 1e9 / count,
                Math.max(0, postgres.processorTime().minus(database).toNanos() / 1e9 / count),
                own().minus(own).toNanos() / 1e9 / count);
    }

    private static Duration own() {
        return ProcessHandle.current().info().totalCpuDuration().orElseThrow();
    }

    private static List<Person> people(int port, int from, int to) throws IOException {
        List<Person> people = new ArrayList<>();
        for (int i = from; i < to; i++) {
            people.add(new Person(port, i));
        }
        return people;
    }

    /** Lets people come here as in the model, and compares. */
    private static void check(Table table, List<Costs> costs, int port) throws Exception {
        Morning model =
                new Morning(HERE, HERE_SECONDS, costs.stream().map(Costs::all).toList(), THINK);
        List<Double> foretold = model.responses(1, PROCESSORS_HERE, SEED);
        Stolen stolen = new Stolen();
        List<Double> seen = seen(port);
        double error = median(seen) / median(foretold) - 1;
        table.row(
                "%,d people in %.0f s here, load %.2f: a step, foretold and seen"
                        .formatted(HERE, HERE_SECONDS, model.load(1, PROCESSORS_HERE)),
                "p50 %.0f and %.0f ms, p99 %.0f and %.0f ms (error of the median %+.0f %%%s)"
                        .formatted(
                                1e3 * median(foretold),
                                1e3 * median(seen),
                                1e3 * at(foretold, 99),
                                1e3 * at(seen, 99),
                                100 * error,
                                stolen.said()),
                "");
    }

    private static List<Double> seen(int port) throws Exception {
        Random random = new Random(SEED + 1);
        ConcurrentLinkedQueue<Double> took = new ConcurrentLinkedQueue<>();
        List<Person> people = people(port, 2 * MEASURED, 2 * MEASURED + HERE);
        long start = System.nanoTime();
        double at = 0;
        try (ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor()) {
            List<Future<?>> coming = new ArrayList<>();
            for (Person person : people) {
                at += -Math.log(1 - random.nextDouble()) * HERE_SECONDS / HERE;
                long due = start + (long) (at * 1e9);
                coming.add(threads.submit(() -> {
                    TimeUnit.NANOSECONDS.sleep(due - System.nanoTime());
                    for (Step step : Step.values()) {
                        long asked = System.nanoTime();
                        person.take(step);
                        took.add((System.nanoTime() - asked) / 1e9);
                        TimeUnit.MILLISECONDS.sleep((long) (1e3 * THINK));
                    }
                    return null;
                }));
            }
            for (Future<?> one : coming) {
                one.get();
            }
        }
        return took.stream().sorted().toList();
    }

    private static void nation(Table table, List<Costs> costs) {
        Morning model = new Morning(
                NATION, NATION_SECONDS, costs.stream().map(Costs::node).toList(), THINK);
        int nodes = 1;
        while (at(model.responses(nodes, PROCESSORS_OF_A_NODE, SEED), 99) > MOST_SECONDS) {
            nodes++;
        }
        List<Double> responses = model.responses(nodes, PROCESSORS_OF_A_NODE, SEED);
        double database = costs.stream().mapToDouble(Costs::database).sum() * NATION / NATION_SECONDS;
        table.row(
                "%,d people in %.0f min, nodes of %d processors like these, a step within %.0f s for 99 of 100"
                        .formatted(NATION, NATION_SECONDS / 60, PROCESSORS_OF_A_NODE, MOST_SECONDS),
                "%d nodes (load %.2f, p50 %.0f ms, p99 %.0f ms); the database uses %.1f processors"
                        .formatted(
                                nodes,
                                model.load(nodes, PROCESSORS_OF_A_NODE),
                                1e3 * median(responses),
                                1e3 * at(responses, 99),
                                database),
                "stated");
    }

    private static double median(List<Double> sorted) {
        return at(sorted, 50);
    }

    private static double at(List<Double> sorted, int percent) {
        return sorted.get(Math.min(sorted.size() - 1, sorted.size() * percent / 100));
    }

    /** Somebody who takes the steps by one connection. */
    private static final class Person {
        private final int port;
        private final int candidate;
        private @Nullable Connection connection;
        private String page = "";

        Person(int port, int candidate) {
            this.port = port;
            this.candidate = candidate;
        }

        void take(Step step) throws IOException {
            Connection browser = connection == null ? new Connection(port) : connection;
            connection = browser;
            String sitting = "/sittings/" + (candidate + 1);
            Connection.Answer answer = switch (step) {
                case SIGN_IN_PAGE -> browser.get("/sign-in");
                case SIGN_IN ->
                    SimulatedSitting.sendSignIn(browser, page, BenchServer.number(candidate), BenchServer.PIN);
                case LIST -> browser.get("/");
                case ENTER -> browser.post(sitting + "/enter", "application/json", "{}");
                case ROOM -> browser.get(sitting);
            };
            if (answer.status() >= 400) {
                throw new IllegalStateException(step + " was answered with " + answer.status());
            }
            page = answer.body();
        }
    }
}

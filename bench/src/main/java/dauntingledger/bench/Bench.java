package dauntingledger.bench;

import java.util.List;

/**
 * {@code bin/bench [browser] [load] [file] [sweep] [papers] [boards] [crowd] [findings] [practice] [programs] [operations]
 * [metrics] [nodes] [kills] [morning]}: prints the figures of the project as a table; without arguments all.
 */
public final class Bench {

    private static final List<String> ALL = List.of(
            "browser",
            "load",
            "file",
            "sweep",
            "papers",
            "boards",
            "crowd",
            "findings",
            "practice",
            "programs",
            "operations",
            "metrics",
            "nodes",
            "kills",
            "morning");

    private Bench() {}

    public static void main(String[] args) throws Exception {
        List<String> chosen = args.length == 0 ? ALL : List.of(args);
        if (!ALL.containsAll(chosen)) {
            System.err.println("Use: bin/bench [" + String.join("] [", ALL) + "]");
            System.exit(2);
        }
        Table table = new Table();
        for (String bench : chosen) {
            switch (bench) {
                case "browser" -> BrowserBench.run(table);
                case "load" -> LoadBench.run(table);
                case "file" -> FileBench.run(table);
                case "boards" -> BoardBench.run(table);
                case "crowd" -> BoardBench.runCrowd(table);
                case "findings" -> FindingsBench.run(table);
                case "practice" -> PracticeBench.run(table);
                case "programs" -> ProgramsBench.run(table);
                case "operations" -> OperationsBench.run(table);
                case "metrics" -> OperationsBench.metrics(table);
                case "nodes" -> NodesBench.run(table);
                case "kills" -> KillsBench.run(table);
                case "morning" -> MorningBench.run(table);
                case "papers" -> PapersBench.run(table);
                default -> SweepBench.run(table);
            }
        }
    }
}

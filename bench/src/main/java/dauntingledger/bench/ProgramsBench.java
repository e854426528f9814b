package dauntingledger.bench;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Comparison;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Limits;
import dauntingledger.rulebook.program.Source;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/** How soon a program runs in the room, and how long judging takes while an exam goes on. */
final class ProgramsBench {

    static final int PROGRAMS = 1_000;
    static final String BEGUN = "judging-begun";
    static final String JUDGED = "judging-done";

    private static final int SITTINGS = 2_000;
    private static final int CASES = 10;
    private static final int RUNS = 40;
    private static final int FIRST_RUNS = 9;

    /** What is measured of a language, and what is aimed at. */
    private record Aim(Language language, String small, String warm, String first, String judged) {}

    private static final List<Aim> AIMS = List.of(
            new Aim(Language.PYTHON, "print(sum(range(100)))", "≤ 60 ms", "≤ 1.5 s", "≤ 15 min"),
            new Aim(Language.JAVASCRIPT, "print([1, 2, 3].length)", "≤ 20 ms", "≤ 0.5 s", "≤ 5 min"));

    /** What a candidate may write: it reads a log and counts. */
    private static final Map<Language, String> COUNTING = Map.of(Language.PYTHON, """
            import sys
            passed = {}
            for line in sys.stdin:
                words = line.split()
                if len(words) == 3 and words[1] in ("IN", "OUT"):
                    passed[words[2]] = passed.get(words[2], 0) + 1
            for ship in sorted(passed):
                print(ship, passed[ship])
            print("total", sum(passed.values()))
            """, Language.JAVASCRIPT, """
            const passed = new Map();
            let total = 0;
            for (let line = readLine(); line !== null; line = readLine()) {
              const words = line.trim().split(/\\s+/);
              if (words.length === 3 && ['IN', 'OUT'].includes(words[1])) {
                passed.set(words[2], (passed.get(words[2]) ?? 0) + 1);
                total += 1;
              }
            }
            [...passed.keys()].sort().forEach((ship) => print(ship, passed.get(ship)));
            print('total', total);
            """);

    /** From the press on Run to the first task after the frame that shows how it ended. */
    private static final String RUN = """
            () => new Promise((resolve) => {
              const question = document.querySelector('.question.open');
              const outcome = question.querySelector('.program-outcome');
              outcome.replaceChildren();
              const start = performance.now();
              const shown = () => {
                if (!outcome.childElementCount) { requestAnimationFrame(shown); return; }
                const channel = new MessageChannel();
                channel.port1.onmessage = () => resolve(performance.now() - start);
                channel.port2.postMessage(0);
              };
              question.querySelector('[data-run]').click();
              requestAnimationFrame(shown);
            })
            """;

    /** From the moment the question is in view to how its first run ended, which is asked for as soon as it can be. */
    private static final String FIRST = """
            addEventListener('DOMContentLoaded', () => {
              let opened;
              const look = () => {
                const question = document.querySelector('.question.open');
                opened ??= question ? performance.now() : undefined;
                const bar = question?.querySelector('.program.ready .program-bar');
                if (!bar) { requestAnimationFrame(look); return; }
                const other = question.querySelector(`[value=${LANGUAGE}]`);
                if (!other.checked) { other.click(); }
                question.querySelector('[data-run]').click();
                const shown = () => {
                  if (question.querySelector('.program-outcome').childElementCount) {
                    window.firstRun = performance.now() - opened;
                  } else {
                    requestAnimationFrame(shown);
                  }
                };
                shown();
              };
              look();
            });
            """;

    private ProgramsBench() {}

    static Source program(Language language, int number) {
        String comment = language == Language.PYTHON ? "# " : "// ";
        return new Source(language, COUNTING.get(language) + comment + number + "\n");
    }

    static Cases cases() {
        return new Cases(
                Limits.USUAL,
                Comparison.LINES,
                IntStream.rangeClosed(1, CASES)
                        .mapToObj(number -> new Case(
                                number,
                                "",
                                "06:10 IN Heather\n06:40 OUT Heather\n07:05 IN Aster\n".repeat(5 * number),
                                "Aster %d\nHeather %d\ntotal %d\n".formatted(5 * number, 10 * number, 15 * number),
                                false,
                                Rational.ONE,
                                ""))
                        .toList());
    }

    static void run(Table table) throws Exception {
        try (ServerProcess server = ServerProcess.start(
                0, 0, "--exam.demo=true", "--exam.demo.crowd=true", "--exam.demo.crowd-begins=1h")) {
            for (Aim aim : AIMS) {
                inTheRoom(table, server.port(), aim);
            }
        }
        for (Aim aim : AIMS) {
            judging(table, aim);
        }
    }

    private static void inTheRoom(Table table, int port, Aim aim) throws Exception {
        Language language = aim.language();
        try (Playwright playwright = BrowserBench.playwright();
                Browser chromium = BrowserBench.launch(playwright)) {
            List<Double> first = new ArrayList<>();
            Stolen stolen = new Stolen();
            for (int i = 0; i < FIRST_RUNS; i++) {
                try (BrowserContext context =
                        chromium.newContext(new Browser.NewContextOptions().setViewportSize(1280, 800))) {
                    context.addInitScript(FIRST.replace("${LANGUAGE}", language.word()));
                    Page page = room(context, port);
                    page.waitForFunction("() => window.firstRun");
                    first.add(((Number) page.evaluate("() => window.firstRun")).doubleValue());
                }
            }
            table.row(
                    "first run in a new browser, from the question in view, %s".formatted(language.word()),
                    "p50 %.0f ms, most %.0f ms%s"
                            .formatted(
                                    median(first),
                                    first.stream().max(Double::compare).orElseThrow(),
                                    stolen.said()),
                    aim.first());
            try (BrowserContext context =
                    chromium.newContext(new Browser.NewContextOptions().setViewportSize(1280, 800))) {
                Page page = room(context, port);
                page.locator(".question.open .program-bar [value=" + language.word() + "]")
                        .check();
                page.locator(".question.open .cm-content").click();
                page.keyboard().press("Control+a");
                page.keyboard().insertText(aim.small());
                List<Double> took = new ArrayList<>();
                Stolen meanwhile = new Stolen();
                for (int i = 0; i < RUNS; i++) {
                    double one = ((Number) page.evaluate(RUN)).doubleValue();
                    if (i >= RUNS / 4) {
                        took.add(one);
                    }
                }
                table.row(
                        "run of a small program, warm, %s".formatted(language.word()),
                        "p50 %.0f ms%s".formatted(median(took), meanwhile.said()),
                        aim.warm());
            }
        }
    }

    /** Goes to the first of the practice questions that are answered by programs. */
    private static Page room(BrowserContext context, int port) {
        Page page = context.newPage();
        PracticeBench.signIn(page, port);
        page.navigate("http://localhost:" + port + "/practice/sets/programs-practice");
        page.locator("main form button").last().click();
        page.locator("[data-act=stage-opened]").click();
        page.waitForSelector(".question.open .program.ready .program-bar");
        return page;
    }

    private static double median(List<Double> all) {
        return all.stream().sorted().toList().get(all.size() / 2);
    }

    private static void judging(Table table, Aim aim) throws Exception {
        Language language = aim.language();
        try (ServerProcess server =
                ServerProcess.start(SITTINGS, 0, "--bench.programs=" + language.word(), "--exam.programs.judges=2")) {
            List<SimulatedSitting> sittings = LoadBench.signIn(server.port(), SITTINGS);
            LoadBench.warmUp(sittings);
            Files.createFile(server.data().resolve(BEGUN));
            Stolen stolen = new Stolen();
            List<Long> latencies = new ArrayList<>();
            Path done = server.data().resolve(JUDGED);
            while (!Files.exists(done)) {
                latencies.addAll(LoadBench.paced(sittings));
            }
            List<Long> sorted = latencies.stream().sorted().toList();
            table.row(
                    "judging %,d programs of %d cases, %s".formatted(PROGRAMS, CASES, language.word()),
                    "%s s%s".formatted(Files.readString(done), stolen.said()),
                    aim.judged());
            table.row(
                    "acknowledgement meanwhile, %,d sittings, each every 10 s".formatted(SITTINGS),
                    "p50 %.1f ms, p99 %.1f ms"
                            .formatted(LoadBench.percentile(sorted, 50), LoadBench.percentile(sorted, 99)),
                    "p99 ≤ 250 ms");
        }
    }
}

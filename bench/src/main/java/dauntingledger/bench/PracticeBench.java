package dauntingledger.bench;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/** What looking back at much practice costs, and how soon a checked question is explained. */
final class PracticeBench {

    static final String CANDIDATE = "BW-4040A";
    static final String PIN = "3819";
    private static final int RUNS = 500;
    /** What the demo gives its candidate. */
    private static final int OWN_RUNS = 11;

    private static final int WARM_UP = 20;
    private static final int PAGES = 41;
    private static final int CHECKS = 30;

    /** From the key that checks to the first task after the frame that shows the explanation. */
    private static final String MEASURE = """
            () => {
              window.seen = [];
              addEventListener('keydown', (event) => {
                if (event.key !== 'v') return;
                const place = document.querySelector('.question.open .checked');
                const shown = () => {
                  if (place.hidden) { requestAnimationFrame(shown); return; }
                  const channel = new MessageChannel();
                  channel.port1.onmessage = () => window.seen.push(performance.now() - event.timeStamp);
                  channel.port2.postMessage(0);
                };
                requestAnimationFrame(shown);
              }, { capture: true });
            }
            """;

    private PracticeBench() {}

    static void run(Table table) throws Exception {
        try (ServerProcess server = ServerProcess.start(
                0,
                0,
                "--exam.demo=true",
                "--exam.demo.crowd=true",
                "--exam.demo.crowd-begins=1h",
                "--bench.practice=" + RUNS)) {
            lookingBack(table, server.port());
            checking(table, server.port());
        }
    }

    private static void lookingBack(Table table, int port) throws IOException {
        try (Connection connection = new Connection(port)) {
            SimulatedSitting.signIn(connection, CANDIDATE, PIN);
            List<Long> took = new ArrayList<>();
            Stolen stolen = new Stolen();
            for (int i = 0; i < WARM_UP + PAGES; i++) {
                long start = System.nanoTime();
                String page = connection.get("/practice").body();
                if (i >= WARM_UP) {
                    took.add(System.nanoTime() - start);
                }
                if (!page.contains("100 of " + (RUNS + OWN_RUNS))) {
                    throw new IllegalStateException("the page does not tell of all runs");
                }
            }
            List<Long> sorted = took.stream().sorted().toList();
            table.row(
                    "page of a candidate's practice, %d runs".formatted(RUNS),
                    "p50 %.0f ms, p95 %.0f ms%s"
                            .formatted(
                                    LoadBench.percentile(sorted, 50), LoadBench.percentile(sorted, 95), stolen.said()),
                    "≤ 300 ms");
        }
    }

    /** Signs in the candidate of the demo who practises. */
    static void signIn(Page page, int port) {
        String address = "http://localhost:" + port;
        page.navigate(address + "/sign-in");
        page.locator("[name=number]").fill(CANDIDATE);
        page.locator("[name=pin]").fill(PIN);
        page.locator("main form .btn.go").click();
        page.waitForURL(address + "/");
    }

    private static void checking(Table table, int port) throws Exception {
        try (Playwright playwright = BrowserBench.playwright();
                Browser chromium = BrowserBench.launch(playwright);
                BrowserContext context =
                        chromium.newContext(new Browser.NewContextOptions().setViewportSize(1280, 800))) {
            Page page = context.newPage();
            signIn(page, port);
            page.locator("form[action='/practice/rules-practice'] button").click();
            page.locator("[data-act=stage-opened]").click();
            page.waitForSelector(".question.open");
            page.evaluate(MEASURE);
            Stolen stolen = new Stolen();
            for (int i = 0; i < CHECKS; i++) {
                page.keyboard().press("v");
                if (i == 0) {
                    page.waitForSelector("#check-first[open]");
                    page.keyboard().press("Enter");
                }
                page.waitForFunction("count => window.seen.length === count", i + 1);
                page.keyboard().press("n");
                page.waitForFunction("() => document.querySelector('.question.open .checked')?.hidden === true");
            }
            page.evaluate("() => window.seen.shift()");
            table.row(
                    "from the key that checks to the explanation painted, in Chromium",
                    "p50 %.0f ms, p95 %.0f ms%s"
                            .formatted(
                                    BrowserBench.percentile(page, 50),
                                    BrowserBench.percentile(page, 95),
                                    stolen.said()),
                    "p50 ≤ 100 ms");
        }
    }
}

package dauntingledger.bench;

import com.google.gson.JsonArray;
import com.google.gson.JsonObject;
import com.google.gson.JsonParser;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;

/** What the room costs a browser: a key press, a first visit, a fold. */
final class BrowserBench {

    private static final List<String> FLAGS = List.of(
            "--headless",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync");
    private static final int PRESSES = 40;
    private static final int ROUNDS = 4;
    /** From a question seen to the next press: as soon as a hurried hand can, and up to so much later, spread evenly. */
    private static final int SOONEST_PRESS = 100;

    private static final int PRESS_SPREAD = 300;
    static final double FRAME = 1000 / 60.0;

    /** From the key event to the first task after the frame that shows its effect. */
    static final String MEASURE = """
            (kind) => {
              window.seen = [];
              addEventListener(kind, (event) => {
                const start = event.timeStamp;
                requestAnimationFrame(() => {
                  const channel = new MessageChannel();
                  channel.port1.onmessage = () => window.seen.push(performance.now() - start);
                  channel.port2.postMessage(0);
                });
              }, { capture: true });
            }
            """;

    private static final String BARE_PAGE = """
            <!doctype html><title>bare</title><p id="a">Question 1</p><p id="b" hidden>Question 2</p>
            <script>addEventListener('keydown', () => { a.hidden = !a.hidden; b.hidden = !b.hidden; });</script>
            """;

    /**
     * Opens a ledger of 5,000 entries, and then has it folded: an entry that was carried past all of them makes the
     * rulebook fold them again.
     */
    private static final String FOLD = """
            async () => {
              const desk = await import(document.body.dataset.desk);
              const data = JSON.parse(document.querySelector('#room-data').textContent);
              const entries = data.entries.slice();
              const at = entries.at(-1).at;
              for (let i = 0; entries.length < 5000; i++) {
                const item = `q${i % 210 + 1}`;
                entries.push(i % 2
                  ? { id: `e${i}`, by: 'candidate', at: at + 2 * i, kind: 'answered', item, response: 'R1',
                      cardinality: 'single', baseType: 'identifier', values: ['ABCD'[i % 4]] }
                  : { id: `e${i}`, by: 'candidate', at: at + 2 * i, kind: 'question-opened', item });
              }
              const carried = { by: 'candidate', at: at + 1, kind: 'marked', item: 'q1' };
              const took = (work) => { const start = performance.now(); work(); return performance.now() - start; };
              const opened = [];
              const folded = [];
              for (let run = 0; run < 9; run++) {
                let ledger;
                opened.push(took(() => { ledger = desk.open(data.paper, data.window, entries); }));
                folded.push(took(() => ledger.enter({ ...carried, id: `carried-${run}` })));
              }
              const middle = (times) => times.toSorted((x, y) => x - y)[4];
              return [folded[0], middle(folded), opened[0], middle(opened)];
            }
            """;

    /** Has one act after the other judged and folded in a ledger of 3,000 entries, and the room worked out after each. */
    private static final String ACT = """
            async () => {
              const desk = await import(document.body.dataset.desk);
              const data = JSON.parse(document.querySelector('#room-data').textContent);
              const entries = data.entries.slice();
              let at = entries.at(-1).at;
              const act = (i) => {
                const item = `q${i % 210 + 1}`;
                return { id: `act-${i}`, by: 'candidate', at: at += 2, item, ...(i % 2
                  ? { kind: 'answered', response: 'R1', cardinality: 'single', baseType: 'identifier', values: ['ABCD'[i % 4]] }
                  : { kind: 'question-opened' }) };
              };
              for (let i = 0; entries.length < 3000; i++) {
                entries.push(act(i));
              }
              const ledger = desk.open(data.paper, data.window, entries);
              ledger.room(at);
              const times = [];
              for (let i = 0; i < 401; i++) {
                const entry = act(3000 + i);
                const start = performance.now();
                const verdict = ledger.enter(entry);
                times.push(performance.now() - start);
                if (verdict !== 'permitted') {
                  throw new Error(verdict);
                }
                if (i % 20 === 0) {
                  ledger.room(at);
                }
              }
              const carriedPast = [];
              for (let run = 0; run < 9; run++) {
                const ledger = desk.open(data.paper, data.window, entries);
                const entry = { id: `carried-${run}`, by: 'candidate', at: entries.at(-500).at, kind: 'marked', item: 'q1' };
                const start = performance.now();
                const verdict = ledger.enter(entry);
                carriedPast.push(performance.now() - start);
                if (verdict !== 'permitted') {
                  throw new Error(verdict);
                }
              }
              const sorted = times.toSorted((x, y) => x - y);
              return [sorted[200], sorted[380], carriedPast.toSorted((x, y) => x - y)[4], Math.max(...carriedPast)];
            }
            """;

    private BrowserBench() {}

    static void run(Table table) throws IOException {
        try (ServerProcess server = ServerProcess.start(1, 0);
                Playwright playwright = playwright();
                Browser browser = launch(playwright)) {
            String address = "http://localhost:" + server.port();
            BrowserContext context = browser.newContext();
            openRoom(context, address);
            firstVisit(table, browser, context.storageState(), address);
            Page page = context.pages().getFirst();
            keyPress(table, context, page);
            fold(table, page);
            act(table, page);
            ToolsBench.run(table, context, page);
        }
    }

    static Playwright playwright() {
        return Playwright.create(
                new Playwright.CreateOptions().setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
    }

    static Browser launch(Playwright playwright) {
        return playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of(System.getenv().getOrDefault("CHROMIUM", "/usr/bin/chromium")))
                        .setArgs(FLAGS));
    }

    /** Signs a candidate in and leads to the page on which the block is started. */
    static void toTheDoor(Page page, String address, int candidate) {
        page.navigate(address + "/sign-in");
        page.locator("[name=number]").fill(BenchServer.number(candidate));
        page.locator("[name=pin]").fill(BenchServer.PIN);
        page.locator("main form .btn.go").click();
        page.locator("article .btn.go").click();
        page.locator("[data-act=stage-left]").click();
        page.waitForSelector("[data-act=stage-opened]");
    }

    private static void openRoom(BrowserContext context, String address) {
        Page page = context.newPage();
        toTheDoor(page, address, 0);
        page.locator("[data-act=stage-opened]").click();
        page.waitForSelector("body[data-page=block][data-ready]");
    }

    /** Adds up what goes over the wire when a browser with nothing in its caches opens the room. */
    private static void firstVisit(Table table, Browser browser, String signedIn, String address) {
        try (BrowserContext fresh =
                browser.newContext(new Browser.NewContextOptions().setStorageState(cookiesOf(signedIn)))) {
            Page page = fresh.newPage();
            CDPSession network = fresh.newCDPSession(page);
            Map<String, String> urls = new ConcurrentHashMap<>();
            Map<String, Double> bytes = new ConcurrentHashMap<>();
            network.on(
                    "Network.responseReceived",
                    event -> urls.put(
                            event.get("requestId").getAsString(),
                            event.getAsJsonObject("response").get("url").getAsString()));
            network.on("Network.loadingFinished", event -> {
                String url = urls.get(event.get("requestId").getAsString());
                if (url != null) {
                    bytes.merge(url, event.get("encodedDataLength").getAsDouble(), Math::max);
                }
            });
            network.send("Network.enable");
            page.navigate(address + "/sittings/1");
            page.waitForSelector("body[data-page=block][data-ready]");
            double sum =
                    bytes.values().stream().mapToDouble(Double::doubleValue).sum();
            String largest = bytes.entrySet().stream()
                    .sorted(Map.Entry.<String, Double>comparingByValue().reversed())
                    .limit(3)
                    .map(entry -> "%s %.0f"
                            .formatted(entry.getKey().replaceAll(".*/|-[0-9a-f]{32}", ""), entry.getValue() / 1024))
                    .collect(Collectors.joining(", "));
            table.row("first visit to the room, compressed", "%.0f KB (%s)".formatted(sum / 1024, largest), "≤ 450 KB");
        }
    }

    private static String cookiesOf(String storageState) {
        JsonObject state = JsonParser.parseString(storageState).getAsJsonObject();
        state.remove("origins");
        state.add("origins", new JsonArray());
        return state.toString();
    }

    private static void fold(Table table, Page page) {
        List<?> times = (List<?>) page.evaluate(FOLD);
        table.row(
                "fold of 5,000 entries in the browser",
                "%.1f ms (the first in a fresh page %.1f ms)".formatted(number(times.get(1)), number(times.get(0))),
                "≤ 20 ms");
        table.row(
                "reading the paper and 5,000 entries, and folding them",
                "%.1f ms (the first in a fresh page %.1f ms)".formatted(number(times.get(3)), number(times.get(2))),
                "");
    }

    private static void act(Table table, Page page) {
        List<?> times = (List<?>) page.evaluate(ACT);
        table.row(
                "verdict and fold of one act, 210 questions, 3,000 entries",
                "%.2f ms (p95 %.2f ms)".formatted(number(times.get(0)), number(times.get(1))),
                "≤ 4 ms");
        table.row(
                "verdict of an entry that was carried past 500 others of 3,000",
                "%.1f ms (at most %.1f ms)".formatted(number(times.get(2)), number(times.get(3))),
                "≤ 20 ms");
    }

    private static void keyPress(Table table, BrowserContext context, Page room) {
        Page bare = context.newPage();
        bare.setContent(BARE_PAGE);
        room.bringToFront();
        room.waitForFunction("() => !document.querySelector('.question[hidden]')");
        List<Page> pages = List.of(bare, room);
        pages.forEach(page -> page.evaluate(MEASURE, "keydown"));
        keyPress(table, context, pages, "key press to next question painted", true, "≤ 1 frame");
        keyPress(table, context, pages, "the same without a pause between presses", false, "");
    }

    private static void keyPress(
            Table table, BrowserContext context, List<Page> pages, String what, boolean pauses, String goal) {
        Stolen stolen = new Stolen();
        pages.forEach(page -> page.evaluate("() => { window.seen = []; }"));
        for (int round = 0; round < ROUNDS; round++) {
            String key = round % 2 == 0 ? "n" : "b";
            pages.forEach(page -> press(context, page, key, pauses));
        }
        double atBest = percentile(pages.getFirst(), 95);
        double inRoom = percentile(pages.getLast(), 95);
        table.row(
                what + ", 210 questions, 4× slower CPU, p95",
                "%+.2f frames over a bare page (%.1f against %.1f ms%s)"
                        .formatted((inRoom - atBest) / FRAME, inRoom, atBest, stolen.said()),
                goal);
    }

    /** Makes the processor of a page so many times slower, until the session is detached. */
    static CDPSession slowDown(BrowserContext context, Page page, int times) {
        CDPSession session = context.newCDPSession(page);
        JsonObject slower = new JsonObject();
        slower.addProperty("rate", times);
        session.send("Emulation.setCPUThrottlingRate", slower);
        return session;
    }

    /** Turns on and, in every other round, back; the two pages take turns, so that a machine that is slow for a while is so for both. */
    private static void press(BrowserContext context, Page page, String key, boolean pauses) {
        page.bringToFront();
        CDPSession slow = slowDown(context, page, 4);
        int before = ((Number) page.evaluate("() => window.seen.length")).intValue();
        for (int i = 1; i <= PRESSES; i++) {
            if (pauses) {
                page.waitForTimeout(SOONEST_PRESS + i * 137 % PRESS_SPREAD);
            }
            page.keyboard().press(key);
            page.waitForFunction("(n) => window.seen.length === n", before + i);
        }
        slow.detach();
    }

    /** Returns how long after its event a page was painted, in milliseconds; so many percent of the events were not later. */
    static double percentile(Page page, int percent) {
        List<Double> sorted = ((List<?>) page.evaluate("() => window.seen"))
                .stream().map(BrowserBench::number).sorted().toList();
        return sorted.get(sorted.size() * percent / 100);
    }

    static double number(Object value) {
        return ((Number) value).doubleValue();
    }
}

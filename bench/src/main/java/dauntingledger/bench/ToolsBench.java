package dauntingledger.bench;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;

/** What the tools beside a question cost a browser. */
final class ToolsBench {

    private static final int CPU_RATE = 4;

    /** Fills ten columns with one chain of 2,000 formulas, and types into its first cell. */
    private static final String CHAIN = """
            async () => {
              const tools = await import(document.body.dataset.tools);
              const name = (i) => `${String.fromCharCode(65 + Math.floor(i / 200))}${i % 200 + 1}`;
              const cells = Array.from({ length: 2000 }, (_, i) =>
                ({ cell: name(i), typed: i ? `=${name(i - 1)}*1.0001+1` : '1', format: 'general' }));
              const sheet = tools.sheet(cells);
              const times = [];
              for (let run = 0; run < 11; run++) {
                const start = performance.now();
                const changed = JSON.parse(sheet.write([{ cell: 'A1', typed: String(run), format: 'general' }]));
                times.push(performance.now() - start);
                if (changed.length !== 2000) {
                  throw new Error(`${changed.length} cells were worked out`);
                }
              }
              return times.toSorted((a, b) => a - b)[5];
            }
            """;

    /** Puts 3,000 words into the question, and marks some of them as a press on the ink does. */
    private static final String MARK = """
            async () => {
              const passage = document.createElement('div');
              passage.dataset.text = 'en/bench/passage';
              passage.innerHTML = Array.from({ length: 60 }, () => `<p>${'tide '.repeat(50)}</p>`).join('');
              document.querySelector('.question.open').append(passage);
              const times = [];
              for (let run = 0; run < 31; run++) {
                const words = passage.children[run].firstChild;
                getSelection().setBaseAndExtent(words, 10, words, 60);
                await new Promise((resolve) => setTimeout(resolve, 100));
                const start = performance.now();
                document.querySelector('[data-brush="ink-1"]').click();
                times.push(performance.now() - start);
              }
              const marked = CSS.highlights.get('ink-1').size;
              if (marked !== 31) {
                throw new Error(`${marked} stretches are marked`);
              }
              return times.toSorted((a, b) => a - b)[15];
            }
            """;

    private static final String OPEN = """
            async () => {
              const start = performance.now();
              document.querySelector('[data-tool="exhibit"]').click();
              for (;;) {
                if (document.querySelector('.pdf-page[data-page="1"] .text-layer span')) {
                  return performance.now() - start;
                }
                await new Promise((resolve) => setTimeout(resolve, 2));
              }
            }
            """;

    /** Moves of the pen in one line, within what the sketch takes into a shape. */
    private static final int MOVES = 240;

    private ToolsBench() {}

    /** Measures in a room that is open. */
    static void run(Table table, BrowserContext context, Page room) {
        room.reload();
        room.waitForSelector("#take, body[data-page=block][data-ready]");
        if (room.locator("#take").isVisible()) {
            // the measured first visit has taken the seat in a browser of its own
            room.locator("#take").click();
        }
        room.waitForSelector("body[data-page=block][data-ready]");
        room.waitForFunction("() => !document.querySelector('.question[hidden]')");
        table.row(
                "first open of an exhibit of 40 pages, tools and library fetched with it",
                "%.0f ms".formatted(number(room, OPEN)),
                "≤ 1,000 ms");
        table.row("recalculation of a chain of 2,000 formulas", "%.1f ms".formatted(number(room, CHAIN)), "≤ 50 ms");
        CDPSession slow = BrowserBench.slowDown(context, room, CPU_RATE);
        double mark = number(room, MARK);
        slow.detach();
        table.row(
                "script of marking words of a passage of 3,000, 4× slower CPU",
                "%.2f frames (%.1f ms)".formatted(mark / BrowserBench.FRAME, mark),
                "≤ 1 frame");
        ink(table, room);
    }

    /** Draws a line that goes up and down over the paper of the sketch. */
    private static void ink(Table table, Page room) {
        room.click("[data-tool=sketch]");
        Locator paper = room.locator("[data-panel=sketch] .sketch-paper svg");
        BoundingBox box = paper.boundingBox();
        room.evaluate(BrowserBench.MEASURE, "pointermove");
        room.mouse().move(box.x + 10, box.y + box.height / 2);
        room.mouse().down();
        for (int move = 1; move <= MOVES; move++) {
            double across = (box.width - 20) * move / MOVES;
            room.mouse().move(box.x + 10 + across, box.y + box.height * (0.5 + 0.4 * Math.sin(move / 10.0)));
        }
        room.mouse().up();
        if (paper.locator(".shapes > *").count() != 1) {
            throw new IllegalStateException("the sketch has no line");
        }
        double median = BrowserBench.percentile(room, 50);
        double p95 = BrowserBench.percentile(room, 95);
        table.row(
                "pointer to ink in the sketch, " + MOVES + " moves, p95",
                "%.2f frames (%.1f ms; median %.1f ms)".formatted(p95 / BrowserBench.FRAME, p95, median),
                "≤ 2 frames");
    }

    private static double number(Page page, String script) {
        return BrowserBench.number(page.evaluate(script));
    }
}

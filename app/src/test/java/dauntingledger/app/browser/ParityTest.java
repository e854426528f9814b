package dauntingledger.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.plain.PaperCodec;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.plain.RoomCodec;
import dauntingledger.rulebook.plain.ToolboxCodec;
import dauntingledger.rulebook.plain.WindowCodec;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Ledger;
import dauntingledger.rulebook.sitting.Verdict;
import dauntingledger.rulebook.sitting.Window;
import dauntingledger.rulebook.testing.SamplePapers;
import dauntingledger.rulebook.testing.Scripts;
import dauntingledger.rulebook.worksheet.CellFormat;
import dauntingledger.rulebook.worksheet.CellRef;
import dauntingledger.rulebook.worksheet.Worksheet;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;

/** The rulebook comes to the same in the browser as on the server. */
class ParityTest extends BrowserTest {

    private static final int SITTINGS = 250;
    private static final int ENTRIES = 60;

    /** Formulas over an area, {@code #}, and a cell, {@code @}. */
    private static final List<String> FORMULAS = List.of(
            "=SUM(#)",
            "=AVERAGE(#)*1.1",
            "=STDEV(#)",
            "=SIN(@)+COS(@)",
            "=EXP(@/10)",
            "=LN(ABS(@)+1)",
            "=POWER(ABS(@);0.3)",
            "=IF(@>2;\"more\";@/7)",
            "=COUNTIF(#;\">1\")",
            "=ROUND(@/3;4)",
            "=PV(0.03;12;-@)",
            "=@&\" m\"",
            "=MEDIAN(#)",
            "=1/@",
            "=DATE(2026;@;1)");

    /** Lets the browser enter one entry after the other, and returns its verdicts and states. */
    private static final String IN_BROWSER = """
            async ([deskUrl, scripts]) => {
              const desk = await import(deskUrl);
              return scripts.map((text) => {
                const script = JSON.parse(text);
                const live = desk.open(script.paper, script.window, []);
                const verdicts = script.entries.map((entry) => live.enter(entry));
                const replayed = desk.open(script.paper, script.window, script.entries);
                return JSON.stringify({
                  verdicts,
                  live: script.instants.map((instant) => live.whole(instant)),
                  replayed: replayed.whole(script.instants[0]),
                });
              });
            }
            """;

    @Test
    void inVerdictsStatusClocksAndTotalsOfRecordedSittings() {
        page.navigate("/sign-in");
        List<Scripts.Script> scripts = LongStream.range(0, SITTINGS)
                .mapToObj(seed -> new Scripts(seed).script(ENTRIES))
                .toList();

        List<?> browser = (List<?>) page.evaluate(
                IN_BROWSER,
                List.of(
                        "/assets/desk.js",
                        scripts.stream().map(ParityTest::write).toList()));

        for (int i = 0; i < scripts.size(); i++) {
            assertThat(browser.get(i)).as("sitting with seed %d", i).isEqualTo(onServer(scripts.get(i)));
        }
    }

    @Test
    void inReadingNumbers() {
        page.navigate("/sign-in");
        List<String> typed =
                List.of("3/4", "0,75", "7.5e-1", "-1e30", "1e-30", "1.2.3", "abc", "007", "½", "9".repeat(40));

        Object browser = page.evaluate(
                """
                async ([paper, window, typed]) => {
                  const { open } = await import('/assets/desk.js');
                  const desk = open(JSON.parse(paper), JSON.parse(window), []);
                  return typed.map((text) => desk.understood('q3', 'R1', '', text));
                }
                """,
                List.of(
                        CanonicalJson.write(PaperCodec.toPlain(SamplePapers.pilot())),
                        CanonicalJson.write(WindowCodec.toPlain(Window.ALWAYS)),
                        typed));

        assertThat(browser)
                .isEqualTo(typed.stream()
                        .map(text -> Numeral.read(text).map(Numeral::write).orElse(""))
                        .toList());
    }

    @Test
    void inTheDigitsOfTheCalculator() {
        page.navigate("/sign-in");
        Random random = new Random(7);
        List<Map<String, Object>> uses = new ArrayList<>();
        for (String word : List.of("sin", "cos", "tan", "asin", "acos", "atan", "ln", "log", "exp", "sqrt", "cbrt")) {
            for (int i = 0; i < 12; i++) {
                String angle = i % 2 == 0 ? "degrees" : "radians";
                String sum = "%s(%d.%03d)".formatted(word, random.nextInt(word.startsWith("a") ? 1 : 80), i * 77);
                uses.add(Map.of("kind", "sum-done", "sum", sum, "angle", angle));
                uses.add(Map.of("kind", "sum-done", "sum", "ans^1.7-(1/3)*%d".formatted(i), "angle", angle));
            }
        }

        Object browser = page.evaluate(
                "async (uses) => (await import('/assets/tools.js')).tape(JSON.parse(uses))", CanonicalJson.write(uses));

        assertThat(browser).isEqualTo(CanonicalJson.write(ToolboxCodec.worked(uses)));
    }

    @Test
    void inWhatTheWorksheetShows() {
        page.navigate("/sign-in");
        List<Map<String, Object>> cells = new ArrayList<>();
        List<String> texts = List.of("3", "7", "-2", "4.5", "0", "ebb", "flood", "TRUE", "2026-11-25", "12%");
        Random random = new Random(11);
        for (int i = 0; i < 400; i++) {
            String name = (char) ('A' + i % 8) + String.valueOf(1 + i / 8);
            String near = "A" + (1 + random.nextInt(10)) + ":D" + (1 + random.nextInt(10));
            String formula = FORMULAS.get(random.nextInt(FORMULAS.size()))
                    .replace("#", near)
                    .replace("@", "B" + (1 + i % 9));
            String typed = i < 80 ? texts.get(random.nextInt(texts.size())) : formula;
            cells.add(Map.of("cell", name, "typed", typed, "format", "general"));
        }

        Object browser = page.evaluate(
                "async (cells) => (await import('/assets/tools.js')).sheet(JSON.parse(cells)).all()",
                CanonicalJson.write(cells));

        Map<CellRef, String> typed = new TreeMap<>();
        cells.forEach(plain -> ToolboxCodec.cell(plain, (cell, edit) -> typed.put(cell, edit.typed())));
        assertThat(browser)
                .isEqualTo(CanonicalJson.write(ToolboxCodec.shown(
                        Worksheet.of(typed), List.copyOf(typed.keySet()), cell -> CellFormat.GENERAL)));
    }

    private static String onServer(Scripts.Script script) {
        Ledger live = new Ledger(script.paper(), script.window());
        List<String> verdicts = new ArrayList<>();
        for (Entry entry : script.entries()) {
            Verdict verdict = live.has(entry.id()) ? Verdict.ALREADY_SO : live.enter(entry);
            verdicts.add(PlainNames.name(verdict));
        }
        Ledger replayed = Ledger.of(script.paper(), script.window(), script.entries());
        List<String> states =
                instants(script).stream().map(instant -> whole(live, instant)).toList();
        return "{\"verdicts\":" + CanonicalJson.write(verdicts) + ",\"live\":" + CanonicalJson.write(states)
                + ",\"replayed\":"
                + CanonicalJson.write(whole(replayed, instants(script).getFirst())) + "}";
    }

    private static String whole(Ledger ledger, Instant instant) {
        return CanonicalJson.write(RoomCodec.whole(ledger.sittingAt(instant)));
    }

    /** Returns the instants at which states are compared: with the last entry, and until all time has run out. */
    private static List<Instant> instants(Scripts.Script script) {
        Instant last = script.entries().getLast().at();
        return List.of(last, last.plusMillis(1), last.plus(Duration.ofMinutes(7)), last.plus(Duration.ofHours(9)));
    }

    private static String write(Scripts.Script script) {
        return CanonicalJson.write(Map.of(
                "paper", PaperCodec.toPlain(script.paper()),
                "window", WindowCodec.toPlain(script.window()),
                "entries", script.entries().stream().map(EntryCodec::toPlain).toList(),
                "instants", instants(script).stream().map(Instant::toEpochMilli).toList()));
    }
}

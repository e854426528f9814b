package dauntingledger.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.plain.PaperCodec;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.plain.RoomCodec;
import dauntingledger.rulebook.plain.WindowCodec;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Ledger;
import dauntingledger.rulebook.sitting.Verdict;
import dauntingledger.rulebook.testing.Scripts;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;

/** The rulebook comes to the same in the browser as on the server. */
class ParityTest extends BrowserTest {

    private static final int SITTINGS = 250;
    private static final int ENTRIES = 60;

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
                "async (typed) => { const desk = await import('/assets/desk.js'); return typed.map(desk.understood); }",
                typed);

        assertThat(browser)
                .isEqualTo(typed.stream()
                        .map(text -> Numeral.read(text).map(Object::toString).orElse(""))
                        .toList());
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

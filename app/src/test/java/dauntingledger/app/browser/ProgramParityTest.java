package dauntingledger.app.browser;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.engine.Judge;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Comparison;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Limits;
import dauntingledger.rulebook.program.Source;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What ran in the room runs the same when it is judged: the same programs in Chromium and on the server. */
class ProgramParityTest extends BrowserTest {

    private static final Path PROGRAMS = Path.of("src/test/resources/programs/parity");
    private static final String INPUT = "3\n1 2\n3 4\nzwölf ⚓\n";
    private static final int MADE_UP = 400;

    /** Speaks to the worker as the room does; what it answers to all programs, in their order. */
    private static final String RUN = """
            async ([language, programs, input]) => {
              const worker = new Worker('/assets/program-worker.js', { type: 'module' });
              const ask = (message) => new Promise((resolve) => {
                worker.onmessage = ({ data }) => resolve(data);
                worker.postMessage(message);
              });
              const bytes = async (name) => (await fetch('/assets/engines/' + name)).arrayBuffer();
              const library = language === 'python' ? await bytes('python-library.zip') : undefined;
              const ready = await ask({ id: 0, language, engine: await bytes(language + '.wasm.gz'), library });
              if (ready.failed) throw new Error(ready.failed);
              const ended = [];
              for (const program of programs) {
                const { ending, output, error } =
                  await ask({ id: 1, language, program, input, memoryMb: 64, outputBytes: 65536 });
                ended.push([ending, output, error]);
              }
              worker.terminate();
              return ended;
            }
            """;

    /** Judged by a case that nothing passes, so that the output is told whatever it is. */
    private static final Cases CASES = new Cases(
            new Limits(Duration.ofSeconds(10), 64, 64),
            Comparison.LINES,
            List.of(new Case(1, "", INPUT, "nothing writes this", false, Rational.ONE, "")));

    private List<List<String>> inBrowser(Language language, List<String> programs) {
        page.navigate("/sign-in");
        Object ended = page.evaluate(RUN, List.of(language.word(), programs, INPUT));
        return ((List<?>) ended)
                .stream()
                        .map(one ->
                                ((List<?>) one).stream().map(String::valueOf).toList())
                        .toList();
    }

    private static List<List<String>> onServer(Language language, List<String> programs) {
        try (Judge judge = new Judge()) {
            return programs.stream()
                    .map(program ->
                            judge.judge(new Source(language, program), CASES).getFirst())
                    .map(judged -> List.of(
                            PlainNames.name(judged.ending() == Ending.OTHER_OUTPUT ? Ending.ENDED : judged.ending()),
                            judged.output(),
                            judged.error()))
                    .toList();
        }
    }

    private void same(Language language, List<String> programs) {
        List<List<String>> there = onServer(language, programs);
        List<List<String>> here = inBrowser(language, programs);
        for (int i = 0; i < programs.size(); i++) {
            assertThat(here.get(i)).as(programs.get(i)).isEqualTo(there.get(i));
        }
        assertThat(here).anySatisfy(ended -> assertThat(ended.getFirst()).isEqualTo("ended"));
    }

    @ParameterizedTest
    @EnumSource(Language.class)
    void programsEndAlike(Language language) throws IOException {
        List<String> programs = List.of(
                Files.readString(PROGRAMS.resolve(language.word() + ".txt")).split("(?m)^---\n"));
        assertThat(programs).hasSizeGreaterThanOrEqualTo(60);
        same(language, programs);
    }

    /** Lines that print what made-up expressions come to; each error is caught, so that all of them are seen. */
    @ParameterizedTest
    @EnumSource(Language.class)
    void madeUpSumsAndTextsComeToTheSame(Language language) {
        MadeUp made = new MadeUp(language, new Random(20_261_129));
        List<String> programs = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            StringBuilder program = new StringBuilder();
            for (int line = 0; line < MADE_UP / 4; line++) {
                program.append(made.line());
            }
            programs.add(program.toString());
        }
        same(language, programs);
    }

    /** Makes expressions up. */
    private record MadeUp(Language language, Random random) {

        private static final Map<Language, List<String>> TEXTS = Map.of(
                Language.PYTHON,
                List.of(
                        "(%s + %s)",
                        "%s.upper() + %s",
                        "%s[::-1] + %s",
                        "str(len(%s)) + %s",
                        "%s.replace('a', %s)",
                        "repr(%s) + %s"),
                Language.JAVASCRIPT,
                List.of(
                        "(%s + %s)",
                        "%s.toUpperCase() + %s",
                        "[...%s].reverse().join('') + %s",
                        "String(%s.length) + %s",
                        "%s.replaceAll('a', %s)",
                        "JSON.stringify(%s) + %s"));

        String line() {
            String expression = random.nextBoolean() ? number(4) : text(3);
            return language == Language.PYTHON
                    ? "try:\n    print(" + expression + ")\nexcept Exception as error:\n    print(type(error), error)\n"
                    : "try { print(" + expression + "); } catch (error) { print(error.name, error.message); }\n";
        }

        private String number(int depth) {
            if (depth == 0 || random.nextInt(5) == 0) {
                return random.nextBoolean()
                        ? String.valueOf(random.nextInt(2000) - 1000)
                        : String.valueOf(Math.round(random.nextDouble() * 1e6) / 1e3);
            }
            String operator = List.of("+", "-", "*", "/", "%", "**").get(random.nextInt(6));
            String right = operator.equals("**") ? String.valueOf(random.nextInt(4)) : number(depth - 1);
            return "((" + number(depth - 1) + ") " + operator + " (" + right + "))";
        }

        private String text(int depth) {
            if (depth == 0 || random.nextInt(4) == 0) {
                return "'"
                        + List.of("abba", "Tide", "äöü", "⚓a", "", "a b", "straße")
                                .get(random.nextInt(7)) + "'";
            }
            List<String> forms = TEXTS.getOrDefault(language, List.of());
            return forms.get(random.nextInt(forms.size())).formatted(text(depth - 1), text(depth - 1));
        }
    }
}

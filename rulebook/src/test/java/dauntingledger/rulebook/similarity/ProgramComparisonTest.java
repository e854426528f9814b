package dauntingledger.rulebook.similarity;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Source;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;

/** Programs that look alike, on a set that was written for it: several independent solutions each of a few tasks. */
class ProgramComparisonTest {

    private static final Rational COPIED = Rational.of(4, 5);
    private static final Rational INDEPENDENT = Rational.of(2, 5);

    /** A solution; its name says the task, the language and which it is. */
    private record Solution(String task, String name, Source program) {}

    private static final List<Solution> SOLUTIONS = read();

    private static List<Solution> read() {
        try (InputStream stream =
                Objects.requireNonNull(ProgramComparisonTest.class.getResourceAsStream("/similarity/programs.txt"))) {
            String all = new String(stream.readAllBytes(), StandardCharsets.UTF_8);
            List<Solution> solutions = new ArrayList<>();
            for (String part : all.split("(?m)^=== ")) {
                if (!part.isEmpty()) {
                    int end = part.indexOf('\n');
                    String[] head = part.substring(0, end).split(" ");
                    Language language = Language.find(head[1]).orElseThrow();
                    solutions.add(new Solution(
                            head[0],
                            head[0] + " " + language.brief() + " " + solutions.size(),
                            new Source(language, part.substring(end + 1))));
                }
            }
            return solutions;
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }

    private static Rational share(Source one, Source other) {
        return TextComparison.of(Map.of("A", one.written(), "B", other.written()), List.of(), Written.PROGRAM)
                .pairs(1)
                .stream()
                .findFirst()
                .map(TextComparison.Pair::share)
                .orElse(Rational.ZERO);
    }

    @Test
    void theSetIsLargeEnough() {
        assertThat(SOLUTIONS).hasSizeGreaterThanOrEqualTo(40);
    }

    @TestFactory
    List<DynamicTest> independentSolutionsOfATaskAreNotAlike() {
        List<DynamicTest> tests = new ArrayList<>();
        for (Solution one : SOLUTIONS) {
            for (Solution other : SOLUTIONS) {
                if (one.task().equals(other.task()) && one.name().compareTo(other.name()) < 0) {
                    tests.add(DynamicTest.dynamicTest(
                            one.name() + " and " + other.name(),
                            () -> assertThat(share(one.program(), other.program()))
                                    .isLessThan(INDEPENDENT)));
                }
            }
        }
        return tests;
    }

    @TestFactory
    List<DynamicTest> aRenamedAndReorderedCopyIsAlike() {
        return SOLUTIONS.stream()
                .map(one -> DynamicTest.dynamicTest(
                        one.name(),
                        () -> assertThat(share(one.program(), disguised(one.program())))
                                .isGreaterThan(COPIED)))
                .toList();
    }

    /** As somebody would disguise it: other names, other spacing, comments in between, pieces in another order. */
    private static Source disguised(Source program) {
        boolean python = program.language() == Language.PYTHON;
        String renamed = renamed(program.text());
        List<String> pieces = new ArrayList<>(List.of(renamed.split("\n\n")));
        Collections.reverse(pieces);
        String comment = python ? "# what comes next\n" : "// what comes next\n";
        String text = String.join("\n\n" + comment, pieces);
        return new Source(
                program.language(), python ? text.replace(" = ", "  =  ") : text.replace("{\n", "{ /* so */\n\n"));
    }

    /** Gives other names to what the program names: functions, classes, and what is set with an equals sign. */
    private static String renamed(String text) {
        Set<String> own = new HashSet<>();
        Matcher named = Pattern.compile(
                        "(?:def|class|function|const|let|var) +(\\w+)|^\\s*(\\w+) *=(?!=)", Pattern.MULTILINE)
                .matcher(text);
        while (named.find()) {
            own.add(named.group(1) == null ? named.group(2) : named.group(1));
        }
        Map<String, String> other = new TreeMap<>();
        own.forEach(name -> other.put(name, "zz" + name.length() + other.size()));
        return Pattern.compile("\\b\\w+\\b")
                .matcher(text)
                .replaceAll(word -> other.getOrDefault(word.group(), word.group()));
    }

    @Test
    void whatTheEditorHeldAtFirstCountsForNobody() {
        Source first = SOLUTIONS.getFirst().program();
        Map<String, String> same = new HashMap<>(Map.of("A", first.written(), "B", first.written()));
        assertThat(TextComparison.of(same, List.of(first.written()), Written.PROGRAM)
                        .pairs(1))
                .isEmpty();
        assertThat(TextComparison.of(same, List.of(), Written.PROGRAM)
                        .pairs(1)
                        .getFirst()
                        .share())
                .isEqualTo(Rational.ONE);
    }

    @Test
    void whatIsSharedIsShownWhereItStands() {
        String written = "python\nx = 1\nfor i in range(10):\n    total = total + i * x\n    print(total)\n";
        Fingerprints prints = Fingerprints.ofProgram(written);
        assertThat(prints.parts(hash -> true))
                .isNotEmpty()
                .allSatisfy(part ->
                        assertThat(written.substring(part.from(), part.to())).doesNotStartWith("python"));
    }

    @Test
    void aResponseWithoutALanguageHasNoFingerprints() {
        assertThat(Fingerprints.ofProgram("print(1)").hashes()).isEmpty();
    }
}

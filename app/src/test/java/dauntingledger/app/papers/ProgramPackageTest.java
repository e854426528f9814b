package dauntingledger.app.papers;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.program.Case;
import dauntingledger.rulebook.program.Cases;
import dauntingledger.rulebook.program.Comparison;
import dauntingledger.rulebook.program.Language;
import dauntingledger.rulebook.program.Limits;
import dauntingledger.rulebook.program.Starter.Stretch;
import dauntingledger.rulebook.response.Program;
import dauntingledger.rulebook.response.ResponseId;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Questions in packages that are answered by a program, from the file to the marks. */
class ProgramPackageTest {

    private static final ResponseId R1 = new ResponseId("R1");
    private static final String FILE = "items/way-back.xml";
    private static final Path SOLUTIONS = Path.of("src/test/resources/programs/solutions");
    private static final List<String> OF_CADETS = List.of("tide-between", "signals-in-order", "gate-log");
    private static final List<String> OF_PRACTICE =
            List.of("water-under-keel", "way-back", "flashes", "overdue", "time-to-run");

    private final Packages practice = Packages.demo("programs-practice");

    private static Program asked(ReadPaper paper, String item) {
        return (Program) paper.in("")
                .paper()
                .item(new ItemId(item))
                .flatMap(one -> one.interaction(R1))
                .orElseThrow();
    }

    private static Cases cases(ReadPaper paper, String item) {
        return paper.key()
                .of(new ItemId(item))
                .programs()
                .values()
                .iterator()
                .next()
                .cases();
    }

    @Test
    void areReadWithLimitsStartersAndCases() {
        ReadPaper read = practice.read();

        Program asked = asked(read, "way-back");
        assertThat(asked.limits()).isEqualTo(new Limits(Duration.ofSeconds(2), 64, 64));
        assertThat(asked.maxLength()).isEqualTo(6_000);
        assertThat(asked.examples()).isEqualTo(3);
        assertThat(asked.starter(Language.PYTHON).orElseThrow().stretches())
                .containsExactly(
                        new Stretch("def way_back(bearing):\n", true),
                        new Stretch("    # Write here.\n    return 0\n", false));
        assertThat(asked.starter(Language.JAVASCRIPT).orElseThrow().stretches()).hasSize(3);
        assertThat(cases(read, "way-back").all())
                .first()
                .isEqualTo(new Case(1, "way_back(0)", "", "180\n", true, Rational.ONE, ""));
        assertThat(cases(read, "overdue").comparison().way()).isEqualTo(Comparison.Way.SET);
        assertThat(cases(read, "time-to-run").comparison())
                .isEqualTo(new Comparison(Comparison.Way.NUMBERS, Rational.of(1, 100)));
    }

    @Test
    void showNothingOfTheirHiddenCases() {
        ReadPaper read = practice.read();
        Part.Program part = requireNonNull(read.in("").items().get(new ItemId("way-back"))).parts().stream()
                .filter(Part.Program.class::isInstance)
                .map(Part.Program.class::cast)
                .findFirst()
                .orElseThrow();
        assertThat(part.judgedByMore()).isTrue();
        assertThat(part.examples())
                .hasSize(3)
                .allSatisfy(one -> assertThat(one.shown()).isTrue());
        assertThat(part.toString() + part.examplesJson()).doesNotContain("way_back(135)");
    }

    @Test
    void importToAnEqualPaperAgain() throws IOException {
        ReadPaper read = practice.read();
        ReadPaper again = QtiPackageReader.read(PackageWriter.write(practice.zip(), read));
        assertThat(again.key()).isEqualTo(read.key());
        assertThat(again.in("").items()).isEqualTo(read.in("").items());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "dl:program=\"python javascript\" | dl:program=\"python lua\" | there is no language 'lua'; there are python, javascript",
                "time-ms=\"2000\" | time-ms=\"20000\" | time-ms must be 100 to 10000, but is 20000",
                "memory-mb=\"64\" | memory-mb=\"1000\" | memory-mb must be 16 to 128, but is 1000",
                "output-kb=\"64\" | output-kb=\"0\" | output-kb must be 1 to 1024, but is 0",
                "compare=\"lines\" | compare=\"nearly\" | compare must be",
                "compare=\"lines\" | compare=\"numbers\" tolerance=\"-1\" | a tolerance must be 0 or more, but is -1",
                "<dl:out>180</dl:out> | <dl:in/> | has no 'dl:out', so nothing says what is right",
                "<dl:call>way_back(0)</dl:call> | <dl:call/> | needs 'dl:in', which may be empty, or a 'dl:call'",
                "<dl:case shown=\"true\"> | <dl:case shown=\"true\" worth=\"0\"> | a case must be worth more than 0, but is worth 0",
                "<dl:starter language=\"python\"> | <dl:starter language=\"lua\"> | a 'dl:starter' is for 'lua', which is not offered",
                "dl:max-length=\"6000\" | dl:max-length=\"10\" | the starter text is longer than the 10 characters",
                "<dl:cases | <dl:casus | a program is judged by 'dl:cases' in the declaration of its response"
            })
    void areRefusedWithWhatIsWrong(String what, String by, String message) throws IOException {
        String text = practice.text(FILE).replace("<dl:out>180\n</dl:out>", "<dl:out>180</dl:out>");
        Packages broken = Packages.demo("programs-practice").with(FILE, text);
        broken.replacing(FILE, what, by);
        if (what.equals("<dl:cases")) {
            broken.replacing(FILE, "</dl:cases>", "</dl:casus>");
        }
        assertThat(broken.problems())
                .anySatisfy(problem -> assertThat(problem.what()).contains(message));
    }

    @Nested
    class OnTheCommandLine {

        @TempDir
        private Path folder;

        private final ByteArrayOutputStream out = new ByteArrayOutputStream();

        private List<String> run(String command, String paper, String csv, String... more) throws IOException {
            return run(command, Packages.demo(paper), csv, more);
        }

        private List<String> run(String command, Packages paper, String csv, String... more) throws IOException {
            Path zip = Files.write(folder.resolve("package.zip"), paper.zip());
            Path responses =
                    Files.writeString(folder.resolve("responses.csv"), "candidate,item,variable,value\n" + csv);
            List<String> arguments = new ArrayList<>(List.of(command, zip.toString(), responses.toString()));
            arguments.addAll(List.of(more));
            PrintStream printed = new PrintStream(out, false, StandardCharsets.UTF_8);
            assertThat(PaperCommand.run(printed, arguments.toArray(String[]::new)))
                    .isZero();
            printed.flush();
            return out.toString(StandardCharsets.UTF_8).lines().toList();
        }

        private static String row(String candidate, String item, String response) {
            return CSVFormat.RFC4180.format(candidate, item, "R1", response) + "\n";
        }

        private static String solution(String item, Language language) {
            try {
                return language.word() + "\n" + Files.readString(SOLUTIONS.resolve(item + "." + language.brief()));
            } catch (IOException e) {
                throw new AssertionError(e);
            }
        }

        private void allRight(String paper, List<String> items) throws IOException {
            StringBuilder csv = new StringBuilder();
            for (Language language : Language.values()) {
                items.forEach(item -> csv.append(row(language.word(), item, solution(item, language))));
            }
            List<String> scored = run("score", paper, csv.toString());
            assertThat(scored)
                    .containsAll(Stream.of(Language.values())
                            .flatMap(language ->
                                    items.stream().map(item -> language.word() + "," + item + ",1,1,scored"))
                            .toList());
        }

        @Test
        void theSolutionsOfTheCadetsTasksPassInBothLanguages() throws IOException {
            allRight("cadet-entrance", OF_CADETS);
        }

        @Test
        void theSolutionsOfThePracticeTasksPassInBothLanguages() throws IOException {
            allRight("programs-practice", OF_PRACTICE);
        }

        @Test
        void whateverAProgramDidBeforeItFailedCountsForNothing() throws IOException {
            String right = solution("flashes", Language.PYTHON);
            String csv = row("right", "flashes", right)
                    + row("exits", "flashes", right + "\nexit(2)\n")
                    + row("fails", "flashes", right + "\nunknown\n")
                    + row("floods", "flashes", right + "\nwhile True: print('x' * 999)\n")
                    + row("grows", "flashes", right + "\nx = [0] * 10 ** 9\n")
                    + row("breaks", "flashes", "python\nprint(")
                    + row("blank", "flashes", "")
                    + row("language-alone", "flashes", "python\n")
                    + row("no-language", "flashes", "print(1)");
            assertThat(run("score", "programs-practice", csv))
                    .contains(
                            "right,flashes,1,1,scored",
                            "exits,flashes,0,1,scored",
                            "fails,flashes,0,1,scored",
                            "floods,flashes,0,1,scored",
                            "grows,flashes,0,1,scored",
                            "breaks,flashes,0,1,scored",
                            "blank,flashes,0,1,blank",
                            "language-alone,flashes,0,1,blank",
                            "no-language,flashes,0,1,scored");
        }

        @Test
        void whatHangsFailsEachCase() throws IOException {
            // One case that hangs for twenty seconds would be too many for a test: the time limit is the least there
            // is.
            Packages quick = Packages.demo("programs-practice")
                    .replacing("items/flashes.xml", "time-ms=\"2000\"", "time-ms=\"100\"");
            String hangs = solution("flashes", Language.PYTHON) + "\nwhile True: pass\n";

            assertThat(run("score", quick, row("hangs", "flashes", hangs))).contains("hangs,flashes,0,1,scored");
        }

        @Test
        void itIsSaidOfEachCaseHowItEnded() throws IOException {
            String csv = row(
                            "A",
                            "water-under-keel",
                            solution("water-under-keel", Language.JAVASCRIPT).replace(">=", ">"))
                    + row("B", "water-under-keel", "python\nprint(1/0)");
            List<String> explained = run("explain", "programs-practice", csv, "--item", "water-under-keel");
            assertThat(explained).first().isEqualTo("candidate,case,kind,worth,earned,ending");
            assertThat(explained)
                    .contains(
                            "A,1,shown,1,1,passed",
                            "A,3,shown,1,0,other-output",
                            "A,4,hidden,1,1,passed",
                            "B,11,hidden,1,0,error")
                    .hasSize(23);
        }

        @Test
        void programsAreComparedByTheirTokens() throws IOException {
            String one = solution("gate-log", Language.PYTHON);
            String csv = row("A", "gate-log", one)
                    + row("B", "gate-log", one.replace("passed", "counted").replace("words", "w") + "# mine\n")
                    + row("C", "gate-log", solution("gate-log", Language.JAVASCRIPT));
            assertThat(run("similar", "cadet-entrance", csv, "--item", "gate-log"))
                    .contains("A,B,1.0000")
                    .noneMatch(line -> line.startsWith("A,C,") && Double.parseDouble(line.substring(4)) > 0.4);
        }
    }
}

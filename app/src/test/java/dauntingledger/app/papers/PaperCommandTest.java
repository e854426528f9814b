package dauntingledger.app.papers;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PaperCommandTest {

    private static final String HEAD = "candidate,item,variable,value\n";

    @TempDir
    private Path folder;

    private final ByteArrayOutputStream out = new ByteArrayOutputStream();

    @Test
    void saysNothingOfAGoodPackage() throws IOException {
        assertThat(run("check", packed(Packages.demo()))).isZero();
        assertThat(printed()).isEmpty();
    }

    @Test
    void printsFindingsWithFileAndLine() throws IOException {
        Packages broken = Packages.demo().replacing("items/goes-first.xml", "shuffle=\"false\"", "shuffle=\"maybe\"");

        assertThat(run("check", packed(broken))).isEqualTo(1);
        assertThat(printed())
                .isEqualTo("items/goes-first.xml:" + broken.lineOf("items/goes-first.xml", "<qti-choice-interaction")
                        + ": shuffle must be true or false, but is 'maybe'\n");
    }

    @Test
    void printsWhatIsLeftOutAsNotes() throws IOException {
        Packages noted = Packages.demo()
                .replacing("items/goes-first.xml", "<qti-item-body>", "<qti-item-body><p><a href=\"x\">text</a></p>");

        assertThat(run("check", packed(noted))).isZero();
        assertThat(printed()).contains("items/goes-first.xml:").contains(": note: the link is taken away");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "goes-first | R1:B | 1,1,scored",
                "goes-first | R1:A | 0,1,scored",
                "goes-first | R1: | 0,1,blank",
                "past-moored | R1:abc | 0,1,scored",
                "answer-time | RESPONSE:7.5e-1 | 1,1,scored",
                "distance-read | RESPONSE:145.6 | 1,1,scored",
                "distance-read | RESPONSE:14.6 miles | 1,1,scored",
                "station-name | RESPONSE:marrow  light! | 1,1,scored",
                "words-meaning | RESPONSE:over answer;RESPONSE:out none;RESPONSE:again stay | 2,4,scored",
                "sign-pairs | RESPONSE:black day;RESPONSE:green night | 0.5,1,scored",
                "call-order | RESPONSE:who;RESPONSE:me;RESPONSE:what;RESPONSE:where;RESPONSE:over | 0.6,1,scored",
                "wrong-words | RESPONSE:w2;RESPONSE:w1 | 0,1,scored",
                "heard-warning | RESPONSE:A;RESPONSE:D;RESPONSE:E | 1,2,scored",
                "heard-lock | TIME:15:50;WALL:east | 1,2,scored",
                "turning-place | RESPONSE:165 121 | 1,1,scored",
                "turning-place | RESPONSE:165 122 | 0.5,1,scored",
                "wreck-mark | RESPONSE:256 105 | 0,1,scored",
                "passing-order | RESPONSE:A;RESPONSE:B;RESPONSE:C;RESPONSE:D;RESPONSE:E | 1,1,scored",
                "name-marks | RESPONSE:can A;RESPONSE:cone B | 0.6666666667,1,scored",
                "lock-light | RESPONSE:short 0;RESPONSE:short 1;RESPONSE:long 5 | 0.1666666667,1,scored",
                "tide-grid | RESPONSE:r2 0.6;RESPONSE:h2 2,1;RESPONSE:r3 1 | 0.2,1,scored",
                "danger-circle | RESPONSE:arc 321 80 41 | 1,1,scored",
                "log-entry | RESPONSE:She called. | ,4,pending",
                "log-entry | RESPONSE: | 0,4,blank",
                "sketch-paper | RESPONSE:true | ,4,pending",
            })
    void scoresResponsesByTheKey(String item, String responses, String expected) throws IOException {
        StringBuilder csv = new StringBuilder(HEAD);
        for (String response : responses.split(";")) {
            String[] parts = response.split(":", 2);
            csv.append("c1,")
                    .append(item)
                    .append(',')
                    .append(parts[0])
                    .append(",\"")
                    .append(parts[1])
                    .append("\"\n");
        }

        assertThat(run("score", packed(Packages.demo()), written(csv.toString())))
                .isZero();
        assertThat(printed().lines()).contains("c1," + item + "," + expected);
    }

    @Test
    void scoresEveryItemForEveryCandidate() throws IOException {
        String csv = HEAD + "c1,goes-first,R1,B\nc2,goes-first,R1,C\n";

        assertThat(run("score", packed(Packages.demo()), written(csv))).isZero();
        assertThat(printed().lines().findFirst()).hasValue("candidate,item,score,max,state");
        assertThat(printed().lines().filter(line -> line.startsWith("c1,"))).hasSize(62);
        assertThat(printed().lines().filter(line -> line.startsWith("c2,"))).hasSize(62);
    }

    @Test
    void judgesByAKeyThatWasCorrected() throws IOException {
        String csv = HEAD + "c1,goes-first,R1,C\nc1,distance-read,RESPONSE,150\nc1,log-entry,RESPONSE,She called.\n";
        String key = """
                {"format": "daunting-ledger-key/1", "corrections": [
                  {"kind": "also-right", "item": "goes-first", "response": "R1", "value": ["C"]},
                  {"kind": "within", "item": "distance-read", "response": "RESPONSE", "by": "5"},
                  {"kind": "all-right", "item": "log-entry"},
                  {"kind": "taken-out", "item": "turning-place"}]}""";

        assertThat(run("score", packed(Packages.demo()), written(csv), "--key", corrected(key)))
                .isZero();
        assertThat(printed().lines())
                .contains(
                        "c1,goes-first,1,1,scored",
                        "c1,distance-read,1,1,scored",
                        "c1,log-entry,4,4,scored",
                        "c1,turning-place,,0,taken-out");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "no JSON",
                "{\"format\": \"daunting-ledger-key/1\", \"corrections\": [{\"kind\": \"all-right\", \"item\": \"nowhere\"}]}",
                "{\"format\": \"another/1\", \"corrections\": []}",
                "{\"format\": \"daunting-ledger-key/1\", \"corrections\": [{\"kind\": \"bent\", \"item\": \"goes-first\"}]}"
            })
    void refusesAKeyThatItCannotRead(String key) throws IOException {
        String csv = HEAD + "c1,goes-first,R1,C\n";
        assertThat(run("score", packed(Packages.demo()), written(csv), "--key", corrected(key)))
                .isEqualTo(2);
        assertThat(printed()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "who,item,variable,value\n",
                HEAD + "c1,nowhere,R1,B\n",
                HEAD + "c1,goes-first,R9,B\n",
                HEAD + "c1,goes-first\n"
            })
    void refusesASheetThatItCannotRead(String csv) throws IOException {
        assertThat(run("score", packed(Packages.demo()), written(csv))).isEqualTo(2);
        assertThat(printed()).isEmpty();
    }

    @Test
    void saysWhatTheScoresTellOfTheQuestions() throws IOException {
        String csv = HEAD + "c1,goes-first,R1,B\nc1,station-name,RESPONSE,Marrow Light\n"
                + "c2,goes-first,R1,B\nc2,log-entry,RESPONSE,She called.\nc3,goes-first,R1,C\nc4,goes-first,R1,\n";

        assertThat(run("statistics", packed(Packages.demo()), written(csv))).isZero();
        List<String> lines = printed().lines().toList();
        assertThat(lines.getFirst()).isEqualTo("item,n,blank,facility,discrimination");
        assertThat(lines)
                .contains("goes-first,4,1,0.5000,0.5774", "station-name,4,3,0.2500,0.5774")
                .noneMatch(line -> line.startsWith("log-entry"))
                .anyMatch(line -> line.matches("wreck-mark,4,4,0\\.0000,"));
        assertThat(lines.getLast()).matches("alpha,0\\.\\d{4}");
    }

    @Test
    void comparesWhatWasWrittenInAnswerToAnItem() throws IOException {
        String copied = "Anchusa lay by the sill when she called us; her master had seen the beacon dark since noon.";
        String csv = HEAD + "C,log-entry,RESPONSE,\"" + copied + "\"\nA,log-entry,RESPONSE,\"First: "
                + copied.toUpperCase(Locale.ROOT) + " That is all.\"\n"
                + "B,log-entry,RESPONSE,\"I noted the hour, read it back, and warned whoever was in the bay.\"\n"
                + "D,goes-first,R1,A\n";
        assertThat(run("similar", packed(Packages.demo()), written(csv), "--item", "log-entry"))
                .isZero();
        assertThat(printed()).matches("candidate,candidate,share\nA,C,(1\\.0000|0\\.9\\d{3})\n");
    }

    @Test
    void comparesNothingWhereNobodyWritesSentences() throws IOException {
        String responses = written(HEAD + "A,goes-first,R1,A\n");
        assertThat(run("similar", packed(Packages.demo()), responses, "--item", "goes-first"))
                .isEqualTo(2);
        assertThat(run("similar", packed(Packages.demo()), responses, "--item", "none-such"))
                .isEqualTo(2);
        assertThat(run("similar", packed(Packages.demo()), responses)).isEqualTo(2);
        assertThat(printed()).isEmpty();
    }

    @Test
    void saysHowItIsUsed() {
        assertThat(run("check")).isEqualTo(2);
        assertThat(run("check", folder.resolve("nowhere.zip").toString())).isEqualTo(2);
    }

    private int run(String... args) {
        out.reset();
        return PaperCommand.run(new PrintStream(out, true, StandardCharsets.UTF_8), args);
    }

    private String printed() {
        return out.toString(StandardCharsets.UTF_8);
    }

    private String packed(Packages packages) throws IOException {
        return Files.write(folder.resolve("package.zip"), packages.zip()).toString();
    }

    private String corrected(String key) throws IOException {
        return Files.writeString(folder.resolve("key.json"), key).toString();
    }

    private String written(String csv) throws IOException {
        return Files.writeString(folder.resolve("responses.csv"), csv).toString();
    }

    @Test
    void worksOutTheResultsOfACohort() throws IOException {
        String sheet = HEAD
                + "c2,goes-first,R1,B\nc2,log-entry,RESPONSE,She called.\n"
                + "c10,goes-first,R1,A\nc1,goes-first,R1,B\nc1,sign-pairs,RESPONSE,black day\n"
                + "c1,sign-pairs,RESPONSE,green night\nc3,goes-first,R1,\n";

        assertThat(run("results", packed(Packages.demo()), written(sheet))).isZero();
        assertThat(printed()).isEqualTo("""
                        candidate,score,max,percentile,outcome
                        c1,3,144,87.50,fail
                        c10,-0.5,144,12.50,fail
                        c2,2,144,62.50,pending
                        c3,0,144,37.50,fail
                        """);
    }

    @Test
    void printsNoOutcomeWhereThePaperHasNoRule() throws IOException {
        Packages plain = Packages.demo()
                .replacing(
                        "daunting-ledger.xml",
                        "<results shows-percentile=\"true\" shows-marking=\"true\" appeal-days=\"30\">",
                        "<exit><p>x</p></exit><!--")
                .replacing("daunting-ledger.xml", "</results>", "-->");

        assertThat(run("results", packed(plain), written(HEAD + "c1,goes-first,R1,B\n")))
                .isZero();
        assertThat(printed()).endsWith("c1,2,144,50.00,\n");
    }

    @Test
    void saysWhatIsWrongWithRulesOfResults() throws IOException {
        Packages wrong =
                Packages.demo().replacing("daunting-ledger.xml", "<pass share=\"1/2\"/>", "<pass share=\"3/2\"/>");

        assertThat(run("check", packed(wrong))).isEqualTo(1);
        assertThat(printed()).contains("a share must be 0 to 1, but was 3/2");
    }
}

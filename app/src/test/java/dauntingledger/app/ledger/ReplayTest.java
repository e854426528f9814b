package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.app.papers.PackageFile;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.plain.MalformedDataException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.test.system.CapturedOutput;
import org.springframework.boot.test.system.OutputCaptureExtension;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@ExtendWith(OutputCaptureExtension.class)
class ReplayTest {

    private static final Path PRACTICE = Path.of("src/main/resources/demo/papers/lightkeeper");
    private static final Instant NINE = Instant.parse("2026-11-25T09:00:00Z");

    private final Paper paper = PackageFile.read(PRACTICE).paper();

    ReplayTest() throws IOException {}

    /** Lines as somebody would write them by hand: without head, numbers, hashes and times of receipt. */
    private static List<String> byHand() {
        return new ArrayList<>(List.of(
                line(0, "candidate", "stage-opened", "\"stage\":\"identity\""),
                line(1, "candidate", "identity-confirmed", "\"stage\":\"identity\""),
                line(2, "clock", "code-given", "\"stage\":\"door\",\"right\":true"),
                line(3, "invigilator", "leave-given", "\"stage\":\"door\",\"person\":\"Jonna Hartwell\""),
                line(4, "candidate", "stage-left", "\"stage\":\"instructions\""),
                line(5, "candidate", "stage-opened", "\"stage\":\"keeping\""),
                line(65, "candidate", "question-opened", "\"item\":\"lamp-oil\""),
                line(95, "candidate", "marked", "\"item\":\"lamp-oil\"")));
    }

    private static String line(int second, String by, String kind, String members) {
        return "{\"id\":\"e%d\",\"by\":\"%s\",\"at\":%d,\"kind\":\"%s\",%s}"
                .formatted(second, by, NINE.plusSeconds(second).toEpochMilli(), kind, members);
    }

    private JsonNode room(List<String> lines, int second) {
        return JsonMapper.shared()
                .readTree(Replay.at(paper, lines, NINE.plusSeconds(second)).json());
    }

    @Test
    void saysWhereTheCandidateWasAndWhatEachClockSaid() {
        JsonNode room = room(byHand(), 125);

        assertThat(room.at("/stage/at").asString()).isEqualTo("keeping");
        assertThat(room.at("/looking").asString()).isEqualTo("lamp-oil");
        JsonNode clock = room.at("/clocks/0");
        assertThat(clock.at("/limit").asString()).isEqualTo("PT20M");
        assertThat(clock.at("/used").asString()).isEqualTo("PT2M");
        assertThat(clock.at("/left").asString()).isEqualTo("PT18M");
        assertThat(clock.at("/deadline").asString()).isEqualTo("2026-11-25T09:20:05Z");
        assertThat(clock.at("/covers/0").asString()).isEqualTo("keeping");
    }

    @Test
    void saysOfEachQuestionWhatItHeldAndHowLongItWasLookedAt() {
        JsonNode question = question(room(byHand(), 125), "lamp-oil");

        assertThat(question.at("/marked").asBoolean()).isTrue();
        assertThat(question.at("/status").asString()).isEqualTo("blank");
        assertThat(question.at("/spent").asString()).isEqualTo("PT1M");
        assertThat(question.at("/answer").asString()).isEqualTo("permitted");
    }

    @Test
    void saysWhatWasPermittedAndWhyTheRestWasNot() {
        JsonNode permitted = room(byHand(), 125).at("/permitted");

        assertThat(permitted.get("review-opened").asString()).isEqualTo("permitted");
        assertThat(permitted.get("block-closed keeping").asString()).isEqualTo("not-before-the-end");
        assertThat(permitted.get("break-begun").asString()).isEqualTo("no-own-breaks");
        assertThat(room(byHand(), 1205).at("/permitted").get("handed-in").asString())
                .isEqualTo("permitted");
        assertThat(question(room(byHand(), 1205), "lamp-oil").at("/answer").asString())
                .isEqualTo("time-ran-out");
    }

    @Test
    void isOfTheInstantAndNotOfWhatCameAfter() {
        assertThat(question(room(byHand(), 80), "lamp-oil").at("/marked").asBoolean())
                .isFalse();
        assertThat(room(byHand(), 0).at("/stage/at").asString()).isEqualTo("identity");
    }

    @Test
    void namesAnEntryThatBreaksTheRulesWithItsLineAndReason() {
        List<String> lines = byHand();
        lines.add(4, line(3, "candidate", "handed-in", "\"x\":1").replace("e3", "wrong"));

        Replay.Result result = Replay.at(paper, lines, NINE.plusSeconds(200));

        assertThat(result.broken()).containsExactly(new Replay.Broken(5, "handed-in", "wrong-stage"));
    }

    @Test
    void refusesLinesThatAreNoEntriesAndLedgersOfOtherPapers() {
        assertThatThrownBy(() -> room(List.of("{\"id\":\"e1\",\"kind\":\"dances\"}"), 0))
                .isInstanceOf(MalformedDataException.class)
                .hasMessage("line 1: kind: there is no kind of entry 'dances'");
        assertThatThrownBy(() -> room(List.of("not json"), 0)).hasMessage("line 1 is not a JSON object");
        assertThatThrownBy(
                        () -> room(List.of("{\"format\":\"daunting-ledger/1\",\"paper\":\"x\",\"paperVersion\":1}"), 0))
                .hasMessageContaining("of paper x version 1, not of lightkeeper");
    }

    @Test
    void isReplayedOnTheTermsThatTheLedgerNames() {
        List<String> lines = byHand();
        String accommodations = "{\"factor\":\"3/2\",\"factors\":[],\"longerBreaks\":0,\"extraBreaks\":[],"
                + "\"stopsClocks\":false,\"aids\":[]}";
        lines.add(
                0,
                line(
                                0,
                                "clock",
                                "terms-fixed",
                                "\"window\":{\"doors\":0,\"opens\":0,\"closes\":253402214400000},"
                                        + "\"accommodations\":" + accommodations)
                        .replace("e0", "terms"));

        assertThat(room(lines, 125).at("/clocks/0/limit").asString()).isEqualTo("PT30M");
    }

    @Test
    void isACommandThatPrintsJsonAndSaysWhatIsWrong(@TempDir Path folder, CapturedOutput output) throws IOException {
        Path ledger = Files.write(folder.resolve("ledger.jsonl"), byHand());

        assertThat(ReplayCommand.run(PRACTICE.toString(), ledger.toString(), "--at", "2026-11-25T09:02:05Z"))
                .isZero();
        assertThat(output.getOut()).contains("\"left\" : \"PT18M\"");
        Files.writeString(ledger, line(1, "candidate", "handed-in", "\"x\":1"));
        assertThat(ReplayCommand.run(PRACTICE.toString(), ledger.toString(), "--at", "2026-11-25T09:02:05Z"))
                .isOne();
        assertThat(output.getErr()).contains("Line 1 (handed-in) does not count: wrong-stage");
        assertThat(ReplayCommand.run(PRACTICE.toString(), ledger.toString(), "--at", "noon"))
                .isEqualTo(2);
        assertThat(ReplayCommand.run(folder.toString(), ledger.toString(), "--at", "2026-11-25T09:02:05Z"))
                .isEqualTo(2);
        assertThat(ReplayCommand.run("one")).isEqualTo(2);
        assertThat(output.getErr()).contains("'noon' is no instant", "bin/replay PAPER LEDGER.jsonl");
    }

    private static JsonNode question(JsonNode room, String item) {
        for (JsonNode question : room.at("/questions")) {
            if (question.at("/item").asString().equals(item)) {
                return question;
            }
        }
        throw new AssertionError("no question " + item + " in " + Map.of("room", room));
    }
}

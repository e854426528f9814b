package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.testing.Scripts;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class LedgerCheckTest {

    private final List<String> lines = export(new Scripts(4).script(12).entries());

    @Test
    void findsAnUntouchedLedgerIntact() {
        assertThat(LedgerCheck.check(lines).sentence()).startsWith("Intact: 12 entries, ending in ");
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 5, 11})
    void namesTheLineThatWasChanged(int line) {
        lines.set(line, lines.get(line).replace("\"by\":", "\"bye\":"));

        assertThat(LedgerCheck.check(lines).line()).isEqualTo(line + 1);
    }

    @Test
    void namesTheLineAfterOneThatWasLeftOutOrExchanged() {
        List<String> shorter = new ArrayList<>(lines);
        shorter.remove(6);
        List<String> exchanged = new ArrayList<>(lines);
        exchanged.set(6, lines.get(7));
        exchanged.set(7, lines.get(6));

        assertThat(LedgerCheck.check(shorter).sentence()).contains("Line 7").contains("where 6 is due");
        assertThat(LedgerCheck.check(exchanged).line()).isEqualTo(7);
    }

    @Test
    void noticesALineThatWasChangedTogetherWithItsOwnHash() {
        Map<String, Object> forged = new LinkedHashMap<>(
                Chain.line(5, new Scripts(9).script(5).entries().get(4)));
        forged.put("hash", Hash.of("anything").hex());
        lines.set(5, CanonicalJson.write(forged));

        assertThat(LedgerCheck.check(lines).line()).isEqualTo(6);
    }

    @Test
    void saysWhatIsNoLedgerAtAll() {
        assertThat(LedgerCheck.check(List.of()).sentence()).contains("empty");
        assertThat(LedgerCheck.check(List.of("{}")).sentence()).contains("not the head");
        assertThat(LedgerCheck.check(List.of("nonsense")).sentence()).contains("not a line");
    }

    @Test
    void answersByExitCodeToo(@TempDir Path folder) throws IOException {
        Path intact = Files.write(folder.resolve("intact.jsonl"), lines);
        lines.removeFirst();
        Path broken = Files.write(folder.resolve("broken.jsonl"), lines);

        assertThat(VerifyCommand.run(intact.toString())).isZero();
        assertThat(VerifyCommand.run(broken.toString())).isEqualTo(1);
        assertThat(VerifyCommand.run(folder.resolve("none").toString())).isEqualTo(2);
        assertThat(VerifyCommand.run()).isEqualTo(2);
    }

    private static List<String> export(List<Entry> entries) {
        Map<String, Object> head = Chain.head("1", new PaperId("sample"), 1, 4711);
        Hash last = Chain.ofHead(head);
        List<String> lines = new ArrayList<>();
        lines.add(hashed(head, last));
        for (int i = 0; i < entries.size(); i++) {
            Map<String, Object> line = Chain.line(i + 1L, entries.get(i));
            last = Chain.next(last, line);
            lines.add(hashed(line, last));
        }
        return lines;
    }

    private static String hashed(Map<String, Object> line, Hash hash) {
        Map<String, Object> hashed = new LinkedHashMap<>(line);
        hashed.put("hash", hash.hex());
        return CanonicalJson.write(hashed);
    }
}

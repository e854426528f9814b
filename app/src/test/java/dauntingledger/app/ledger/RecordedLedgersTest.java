package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.plain.PaperCodec;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.plain.ReplayCodec;
import dauntingledger.rulebook.plain.WindowCodec;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Ledger;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.json.JsonMapper;

/** Sittings that were recorded in November 2026 are read, judged and replayed as they were then. */
class RecordedLedgersTest {

    private static final JsonMapper JSON = JsonMapper.shared();

    @ParameterizedTest
    @ValueSource(ints = {3, 17, 29, 101, 4711})
    void aSittingOfThePastComesOutAsItDid(int number) throws IOException {
        Map<?, ?> recorded = recorded(number);
        Ledger ledger =
                new Ledger(PaperCodec.fromPlain(recorded.get("paper")), WindowCodec.fromPlain(recorded.get("window")));
        List<Entry> entries = ((List<?>) Objects.requireNonNull(recorded.get("entries")))
                .stream().map(EntryCodec::fromPlain).toList();

        List<String> verdicts =
                entries.stream().map(ledger::enter).map(PlainNames::name).toList();

        assertThat(verdicts).isEqualTo(recorded.get("verdicts"));
        assertThat(JSON.readTree(CanonicalJson.write(
                        ReplayCodec.toPlain(ledger.sittingAt(ledger.sitting().now())))))
                .isEqualTo(JSON.valueToTree(recorded.get("state")));
        assertThat(entries.stream().map(EntryCodec::toPlain).map(CanonicalJson::write))
                .isEqualTo(((List<?>) recorded.get("entries"))
                        .stream().map(CanonicalJson::write).toList());
    }

    private static Map<?, ?> recorded(int number) throws IOException {
        try (InputStream file = Objects.requireNonNull(
                RecordedLedgersTest.class.getResourceAsStream("/recorded/sitting-" + number + ".json"))) {
            return JSON.readValue(file, Map.class);
        }
    }
}

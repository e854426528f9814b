package dauntingledger.rulebook.plain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.paper.MalformedPaperException;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.SamplePapers;
import dauntingledger.rulebook.testing.Scripts;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CodecTest {

    @Property(tries = 200)
    void papersAndEntriesComeBackEqual(@ForAll long seed) {
        Scripts.Script script = new Scripts(seed).script(40);
        Paper paper = script.paper();

        assertThat(PaperCodec.fromPlain(PaperCodec.toPlain(paper))).isEqualTo(paper);
        assertThat(PaperCodec.fromPlain(PaperCodec.toPlain(paper.knownUpTo(0)))).isEqualTo(paper.knownUpTo(0));
        for (Entry entry : script.entries()) {
            assertThat(EntryCodec.fromPlain(EntryCodec.toPlain(entry))).isEqualTo(entry);
        }
    }

    @Test
    void everyKindOfActComesBackEqual() {
        StageId stage = new StageId("s");
        List<Act> rare = List.of(
                new Act.NoticeDeclined(stage),
                new Act.StageRanOut(stage),
                new Act.HandedIn(),
                new Act.Paused(),
                new Act.Resumed());

        for (Act act : rare) {
            Entry entry = Entry.made(new EntryId("e"), Desk.NINE, act);
            assertThat(EntryCodec.fromPlain(EntryCodec.toPlain(entry)).act()).isEqualTo(act);
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "kind | nonsense | there is no kind of entry 'nonsense'",
                "by | clock | expected 'candidate'",
                "at | noon | at: expected a whole number",
                "id | spaces in it | entryId must be",
                "item | a/b | itemId must be",
                "cardinality | few | one of single multiple",
                "values | a | values: expected a list",
            })
    void saysWhatIsWrongWithAnEntry(String member, String value, String complaint) {
        Map<String, Object> plain = new LinkedHashMap<>(
                EntryCodec.toPlain(Entry.made(new EntryId("e"), Desk.NINE, Desk.choosing("q1", "a"))));
        plain.put(member, value);

        assertThatThrownBy(() -> EntryCodec.fromPlain(plain))
                .isInstanceOf(MalformedDataException.class)
                .hasMessageContaining(complaint);
    }

    @Test
    void refusesWhatIsNoObject() {
        assertThatThrownBy(() -> EntryCodec.fromPlain(List.of())).hasMessageContaining("expected an object");
        assertThatThrownBy(() -> EntryCodec.fromPlain(null)).hasMessageContaining("found nothing");
        assertThatThrownBy(() -> PaperCodec.fromPlain(Map.of())).hasMessageContaining("id: expected a string");
    }

    @Test
    void checksAPaperThatItReads() {
        Map<String, Object> plain = new LinkedHashMap<>(PaperCodec.toPlain(SamplePapers.pilot()));
        plain.put("route", new ArrayList<>());

        assertThatThrownBy(() -> PaperCodec.fromPlain(plain)).isInstanceOf(MalformedPaperException.class);
    }

    @Test
    void writesTheCanonicalForm() {
        Map<String, Object> value = new LinkedHashMap<>();
        value.put("z", List.of(1, 2L, true));
        value.put("a", "é\"\\\n\u0001€");

        assertThat(CanonicalJson.write(value)).isEqualTo("{\"a\":\"é\\\"\\\\\\n\\u0001€\",\"z\":[1,2,true]}");
        assertThatThrownBy(() -> CanonicalJson.write(1L << 53)).hasMessageContaining("2^53");
        assertThatThrownBy(() -> CanonicalJson.write(1.5)).hasMessageContaining("1.5");
    }
}

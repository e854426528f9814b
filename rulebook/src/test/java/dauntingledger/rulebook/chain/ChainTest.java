package dauntingledger.rulebook.chain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.testing.Scripts;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class ChainTest {

    private static final Map<String, Object> HEAD = Chain.head("17", new PaperId("pilot"), 2, 0);

    @Test
    void hashesTheDocumentedEncoding() {
        assertThat(CanonicalJson.write(HEAD))
                .isEqualTo(
                        "{\"format\":\"daunting-ledger/1\",\"paper\":\"pilot\",\"paperVersion\":2,\"sitting\":\"17\"}");
        // SHA-256 of the empty text, from FIPS 180-4's well-known examples.
        assertThat(Hash.of("").hex()).isEqualTo("e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855");
        assertThat(Chain.next(Chain.ofHead(HEAD), "{}"))
                .isEqualTo(Hash.of(Chain.ofHead(HEAD).hex() + "\n{}"));
    }

    @Test
    void showsAHashInGroups() {
        assertThat(Hash.of("").shortForm()).isEqualTo("e3b0 c442 98fc 1c14");
        assertThatThrownBy(() -> new Hash("E3")).hasMessageContaining("64 lower-case");
    }

    @Property(tries = 100)
    void everyLineChangesEveryHashAfterIt(@ForAll long seed) {
        List<Entry> entries = new Scripts(seed).script(20).entries();
        List<Hash> hashes = hashes(entries);
        List<Entry> exchanged = new ArrayList<>(entries);
        exchanged.set(3, entries.get(4));
        exchanged.set(4, entries.get(3));
        List<Hash> others = hashes(exchanged);

        assertThat(new HashSet<>(hashes)).hasSize(entries.size());
        assertThat(others.subList(0, 3)).isEqualTo(hashes.subList(0, 3));
        assertThat(others.subList(3, 20)).doesNotContainAnyElementsOf(hashes.subList(3, 20));
    }

    private static List<Hash> hashes(List<Entry> entries) {
        List<Hash> hashes = new ArrayList<>();
        Hash last = Chain.ofHead(HEAD);
        for (int i = 0; i < entries.size(); i++) {
            last = Chain.next(last, Chain.line(i + 1L, entries.get(i)));
            hashes.add(last);
        }
        return hashes;
    }
}

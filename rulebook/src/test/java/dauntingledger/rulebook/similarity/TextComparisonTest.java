package dauntingledger.rulebook.similarity;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.number.Rational;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class TextComparisonTest {

    private static final String COPIED =
            "Engine stopped at once; the mate went round the hull with a lamp and found no water anywhere.";
    private static final String OWN =
            "We lay on the sill for four minutes until the tide lifted us, and nobody was hurt by it.";

    private static String words(Random random, int count) {
        return IntStream.range(0, count)
                .mapToObj(i -> Integer.toString(random.nextInt(40_000) + 40_000, 36))
                .collect(Collectors.joining(" "));
    }

    @Test
    void whoeverWroteTheSameIsFoundAndNobodyElse() {
        TextComparison comparison = TextComparison.of(Map.of("C", COPIED, "A", COPIED, "B", OWN), "What was done?");
        assertThat(comparison.pairs(10)).singleElement().satisfies(pair -> {
            assertThat(pair.one()).isEqualTo("A");
            assertThat(pair.other()).isEqualTo("C");
            assertThat(pair.share()).isEqualTo(Rational.ONE);
        });
    }

    @Test
    void theShareIsThatOfTheSmallerText() {
        TextComparison.Pair pair = TextComparison.of(Map.of("A", COPIED, "B", OWN + " " + COPIED + " " + OWN), "")
                .pairs(10)
                .getFirst();
        assertThat(pair.smaller()).isEqualTo(Fingerprints.of(COPIED).hashes().size());
        assertThat(pair.share()).isGreaterThan(Rational.of(3, 4)).isLessThanOrEqualTo(Rational.ONE);
    }

    @Test
    void theWordsOfTheQuestionCountForNobody() {
        assertThat(
                        TextComparison.of(
                                        Map.of("A", COPIED, "B", COPIED), "Say in your own words: " + COPIED + " Why?")
                                .pairs(10)
                                .stream()
                                .filter(pair -> pair.shared() > 2))
                .isEmpty();
    }

    @Test
    void whatMoreThanAQuarterWroteCountsForNobody() {
        Random random = new Random(7);
        Map<String, String> texts = new LinkedHashMap<>();
        for (int i = 0; i < 20; i++) {
            texts.put("P" + (10 + i), words(random, 30) + (i < 6 ? " " + OWN : "") + (i >= 15 ? " " + COPIED : ""));
        }
        TextComparison comparison = TextComparison.of(texts, "");
        assertThat(comparison.pairs(100))
                .hasSize(10)
                .allSatisfy(pair -> assertThat(pair.one()).isGreaterThan("P24"));
        assertThat(Fingerprints.of(OWN).hashes().stream().filter(comparison.common()::contains))
                .isNotEmpty();
    }

    @Test
    void theMostSimilarComeFirstAndNoMoreThanAskedFor() {
        Random random = new Random(1);
        Map<String, String> texts = new LinkedHashMap<>();
        for (int i = 0; i < 8; i++) {
            String own = words(random, 40);
            texts.put("A" + i, own);
            texts.put("B" + i, own.substring(0, own.length() * (i + 1) / 9) + words(random, 40));
        }
        assertThat(TextComparison.of(texts, "").pairs(3))
                .extracting(TextComparison.Pair::one)
                .containsExactly("A7", "A6", "A5");
    }

    @Test
    void onlyWhatSharesMuchAndEnoughIsSuspect() {
        assertThat(new TextComparison.Pair("A", "B", 20, 33).isSuspect()).isTrue();
        assertThat(new TextComparison.Pair("A", "B", 20, 34).isSuspect()).isFalse();
        assertThat(new TextComparison.Pair("A", "B", 19, 19).isSuspect()).isFalse();
        assertThat(new TextComparison.Pair("A", "B", 10, 10).strength()).isEqualTo(Rational.of(1, 2));
        assertThat(new TextComparison.Pair("A", "B", 40, 50).strength()).isEqualTo(Rational.of(4, 5));
    }

    @Property(tries = 100)
    void aShareIsSymmetricAndNeverAboveOne(@ForAll long seed) {
        Random random = new Random(seed);
        String same = words(random, 10);
        String one = words(random, random.nextInt(20)) + same;
        String other = same + words(random, random.nextInt(20));
        TextComparison.Pair pair =
                TextComparison.of(Map.of("A", one, "B", other), "").pairs(1).getFirst();
        TextComparison.Pair turned =
                TextComparison.of(Map.of("A", other, "B", one), "").pairs(1).getFirst();
        assertThat(pair).isEqualTo(turned);
        assertThat(pair.share()).isBetween(Rational.ZERO, Rational.ONE);
    }

    @Test
    void emptyTextsAreLikeNobody() {
        assertThat(TextComparison.of(Map.of("A", "", "B", "", "C", "no"), "").pairs(10))
                .isEmpty();
    }
}

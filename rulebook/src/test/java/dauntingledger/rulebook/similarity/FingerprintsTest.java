package dauntingledger.rulebook.similarity;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class FingerprintsTest {

    private static String letters(Random random, int length) {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < length; i++) {
            text.append((char) ('a' + random.nextInt(26)));
        }
        return text.toString();
    }

    private static Set<Long> shared(String one, String other) {
        Set<Long> shared = new HashSet<>(Fingerprints.of(one).hashes());
        shared.retainAll(Fingerprints.of(other).hashes());
        return shared;
    }

    @Property(tries = 200)
    void findWhateverIsSharedAndLongEnough(@ForAll long seed) {
        Random random = new Random(seed);
        String same = letters(random, Fingerprints.SURE);
        String one = letters(random, random.nextInt(200)) + same + letters(random, random.nextInt(200));
        String other = letters(random, random.nextInt(200)) + same + letters(random, random.nextInt(200));
        assertThat(shared(one, other)).isNotEmpty();
    }

    @Property(tries = 200)
    void findNothingThatIsShorterThanARun(@ForAll long seed) {
        Random random = new Random(seed);
        String same = letters(random, Fingerprints.GRAM - 1);
        String one = letters(random, random.nextInt(200)) + "1" + same + "1" + letters(random, random.nextInt(200));
        String other = letters(random, random.nextInt(200)) + "2" + same + "2" + letters(random, random.nextInt(200));
        assertThat(shared(one, other)).isEmpty();
    }

    @Property(tries = 50)
    void areAboutTwoOfTenRuns(@ForAll long seed) {
        int length = 5_000;
        int prints = Fingerprints.of(letters(new Random(seed), length)).hashes().size();
        assertThat(prints).isBetween(length * 17 / 100, length * 23 / 100);
    }

    @Test
    void careForNeitherCaseNorSpacesNorSigns() {
        assertThat(Fingerprints.of("At 15:02, Anchusa touched the GROUND on the sill.")
                        .hashes())
                .isNotEmpty()
                .isEqualTo(Fingerprints.of("at 1502 anchusa (touched) the ground, on the Sill")
                        .hashes());
    }

    @Test
    void areNoneOfATextThatIsTooShort() {
        assertThat(Fingerprints.of("").hashes()).isEmpty();
        assertThat(Fingerprints.of("too short: 15 le").hashes()).isEmpty();
        assertThat(Fingerprints.of("just long enough!!!!").hashes()).isEmpty();
        assertThat(Fingerprints.of("this is long enough").hashes()).hasSize(1);
    }

    @Test
    void sayWhereTheyStand() {
        String text = "— Grüße vom Leuchtturm am Hopper Sill, an alle Schiffe 𝒜!";
        List<Fingerprints.Part> all = Fingerprints.of(text).parts(hash -> true);
        assertThat(all).isNotEmpty();
        assertThat(text.substring(all.getFirst().from(), all.getLast().to())).contains("Leuchtturm am Hopper");
        assertThat(Fingerprints.of(text).parts(hash -> false)).isEmpty();
    }

    @Test
    void showAPartThatIsSharedInOnePiece() {
        String same = "the rudder turns freely and the bilges were sounded twice without finding any water in them";
        String text = "My own words come before it. " + same + " And then others that nobody else has thought of.";
        Set<Long> wanted =
                Fingerprints.of("Quite another beginning here: " + same).hashes();
        assertThat(Fingerprints.of(text).parts(wanted::contains))
                .singleElement()
                .satisfies(part -> {
                    assertThat(text.substring(part.from(), part.to()))
                            .contains("turns freely and the bilges were sounded");
                    assertThat(same).contains(text.substring(part.from(), part.to()));
                });
    }
}

package dauntingledger.rulebook.response;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class SeededDrawTest {

    private static final List<ChoiceId> FIVE =
            List.of("a", "b", "c", "d", "e").stream().map(ChoiceId::new).toList();

    @Property
    void shufflesWithoutLosingAnything(@ForAll long seed, @ForAll @Size(max = 40) List<Integer> list) {
        assertThat(SeededDraw.of(seed, "set").shuffled(list)).containsExactlyInAnyOrderElementsOf(list);
    }

    @Property
    void staysBelowItsBound(@ForAll long seed, @ForAll @IntRange(min = 1, max = 1_000_000) int bound) {
        assertThat(SeededDraw.of(seed, "x").below(bound)).isBetween(0, bound - 1);
    }

    @Test
    void drawsTheSameWhereverItIsDrawn() {
        assertThat(SeededDraw.of(4711, "goes-first R1").shuffled(FIVE))
                .isEqualTo(SeededDraw.of(4711, "goes-first R1").shuffled(FIVE));
        assertThat(IntStream.range(0, 5)
                        .map(i -> SeededDraw.of(42, "item " + i).below(100))
                        .toArray())
                .containsExactly(DRAWN_WITH_42);
    }

    /** Kept so that a change of the generator, which would change past sittings, is noticed. */
    private static final int[] DRAWN_WITH_42 = {50, 40, 79, 67, 81};

    @Test
    void drawsEveryOrderAboutAsOften() {
        List<String> three = List.of("a", "b", "c");
        long first = IntStream.range(0, 6_000)
                .filter(seed -> SeededDraw.of(seed, "x").shuffled(three).equals(three))
                .count();

        assertThat(first).isBetween(900L, 1_100L);
    }

    @Test
    void leavesFixedOptionsInTheirPlaces() {
        Shuffle shuffle = new Shuffle(true, Set.of(new ChoiceId("e"), new ChoiceId("b")));

        assertThat(IntStream.range(0, 50).mapToObj(seed -> shuffle.apply(FIVE, SeededDraw.of(seed, "x"))))
                .allSatisfy(order -> {
                    assertThat(order.get(4)).isEqualTo(new ChoiceId("e"));
                    assertThat(order.get(1)).isEqualTo(new ChoiceId("b"));
                    assertThat(order).containsExactlyInAnyOrderElementsOf(FIVE);
                })
                .anySatisfy(order -> assertThat(order).isNotEqualTo(FIVE));
    }
}

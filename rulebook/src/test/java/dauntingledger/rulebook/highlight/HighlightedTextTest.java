package dauntingledger.rulebook.highlight;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class HighlightedTextTest {

    private static final int LENGTH = 40;

    record Sweep(int start, int end, Brush brush) {}

    @Provide
    Arbitrary<List<Sweep>> sweeps() {
        return Combinators.combine(
                        Arbitraries.integers().between(0, LENGTH - 1),
                        Arbitraries.integers().between(1, 15),
                        Arbitraries.of(Brush.class))
                .as((start, length, brush) -> new Sweep(start, Math.min(LENGTH, start + length), brush))
                .list()
                .ofMaxSize(25);
    }

    @Property
    void anySequenceOfMarksEqualsPaintingCharactersOneByOne(@ForAll("sweeps") List<Sweep> sweeps) {
        Look[] characters = new Look[LENGTH];
        Arrays.fill(characters, Look.PLAIN);
        HighlightedText text = HighlightedText.UNMARKED;
        for (Sweep sweep : sweeps) {
            text = text.painted(sweep.start(), sweep.end(), sweep.brush());
            for (int i = sweep.start(); i < sweep.end(); i++) {
                characters[i] = sweep.brush().on(characters[i]);
            }
        }
        HighlightedText painted = text;

        assertThat(IntStream.range(0, LENGTH).mapToObj(painted::at)).containsExactly(characters);
    }

    @Property
    void paintingTwiceIsPaintingOnce(@ForAll("sweeps") List<Sweep> sweeps) {
        HighlightedText text = HighlightedText.UNMARKED;
        for (Sweep sweep : sweeps) {
            text = text.painted(sweep.start(), sweep.end(), sweep.brush());

            assertThat(text.painted(sweep.start(), sweep.end(), sweep.brush())).isEqualTo(text);
        }
    }

    @Property
    void removingAllLeavesNothing(@ForAll("sweeps") List<Sweep> sweeps) {
        HighlightedText text = HighlightedText.UNMARKED;
        for (Sweep sweep : sweeps) {
            text = text.painted(sweep.start(), sweep.end(), sweep.brush());
        }

        assertThat(text.painted(0, LENGTH, Brush.REMOVE)).isEqualTo(HighlightedText.UNMARKED);
    }

    @Test
    void marksThatTouchAndLookAlikeBecomeOne() {
        HighlightedText text =
                HighlightedText.UNMARKED.painted(0, 5, Brush.INK_1).painted(5, 9, Brush.INK_1);

        assertThat(text.runs()).containsExactly(new Run(0, 9, new Look(1, false, false)));
    }

    @Test
    void aMarkInTheMiddleSplitsAnother() {
        HighlightedText text =
                HighlightedText.UNMARKED.painted(0, 9, Brush.UNDERLINE).painted(3, 6, Brush.INK_2);

        assertThat(text.runs())
                .containsExactly(
                        new Run(0, 3, new Look(0, true, false)),
                        new Run(3, 6, new Look(2, true, false)),
                        new Run(6, 9, new Look(0, true, false)));
    }

    @Test
    void runsThatAreNotInOrderAreRefused() {
        Look look = new Look(1, false, false);

        assertThatThrownBy(() -> new HighlightedText(List.of(new Run(4, 6, look), new Run(0, 2, look))))
                .hasMessageContaining("in order");
        assertThatThrownBy(() -> new HighlightedText(List.of(new Run(0, 2, look), new Run(2, 4, look))))
                .hasMessageContaining("as long as they can be");
    }
}

package dauntingledger.rulebook.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.testing.SamplePapers;
import dauntingledger.rulebook.testing.Scripts;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Some questions of a paper, practised by themselves. */
class PracticeSetTest {

    private static Paper paper(long seed) {
        return SamplePapers.offering(new Scripts(seed).script(1).paper(), PracticeMode.values());
    }

    private static List<ItemId> items(Paper paper) {
        return paper.items().map(Item::id).toList();
    }

    private static Paper practised(Paper paper, PracticeSet set) {
        return new Practised(PracticeMode.LEARN, Optional.of(set)).applyTo(paper);
    }

    @Property(tries = 200)
    void asksAsManyAsAreWantedInTheOrderOfThePaper(
            @ForAll @IntRange(min = 0, max = 400) int script,
            @ForAll int seed,
            @ForAll @IntRange(min = 1, max = 9) int n) {
        Paper paper = paper(script);
        int number = Math.min(n, items(paper).size());
        PracticeSet set = new PracticeSet(items(paper), number, false, seed);

        Paper practised = practised(paper, set);

        assertThat(items(practised)).hasSize(number).isSubsetOf(items(paper)).hasSameElementsAs(set.drawn());
        assertThat(items(paper).stream().filter(set.drawn()::contains).toList()).isEqualTo(items(practised));
        assertThat(practised.boxes()).isEmpty();
        assertThat(practised.route()).allMatch(stage -> stage.isBlock() || stage instanceof Stage.HandIn);
        assertThat(practised).isEqualTo(practised(paper, set));
    }

    @Property(tries = 100)
    void asksTheSameInAnotherOrderWhereThatIsWanted(
            @ForAll @IntRange(min = 0, max = 400) int script, @ForAll int seed) {
        Paper paper = paper(script);
        List<ItemId> all = items(paper);

        assertThat(items(practised(paper, new PracticeSet(all, all.size(), true, seed))))
                .containsExactlyInAnyOrderElementsOf(all);
    }

    @Test
    void isOfOneQuestionAtLeastAndOfNoMoreThanThereAre() {
        List<ItemId> two = List.of(new ItemId("a"), new ItemId("b"));

        assertThatThrownBy(() -> new PracticeSet(two, 0, false, 1)).hasMessageContaining("but not 0 of [a, b]");
        assertThatThrownBy(() -> new PracticeSet(two, 3, false, 1)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new PracticeSet(List.of(two.getFirst(), two.getFirst()), 1, false, 1))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Practised(PracticeMode.REHEARSE, Optional.of(new PracticeSet(two, 1, false, 1))))
                .isInstanceOf(IllegalArgumentException.class);
    }
}

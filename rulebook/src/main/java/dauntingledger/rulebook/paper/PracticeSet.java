package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.response.SeededDraw;
import java.util.List;
import java.util.Set;

/**
 * Some questions of a paper, to be practised by themselves: as many as are asked for, drawn out of a pool.
 *
 * @param pool what they are drawn from, in the order of the paper; each once
 * @param number how many are drawn, from 1 to the size of the pool
 * @param shuffled whether sections, sets and questions change places, each within what holds them
 * @param seed what is drawn with
 */
public record PracticeSet(List<ItemId> pool, int number, boolean shuffled, int seed) {

    /** @throws IllegalArgumentException if the pool names a question twice, or the number is not in its bounds */
    public PracticeSet {
        pool = List.copyOf(pool);
        if (pool.stream().distinct().count() != pool.size() || number < 1 || number > pool.size()) {
            throw new IllegalArgumentException(
                    "1 to all of a pool in which each stands once can be drawn, but not " + number + " of " + pool);
        }
    }

    /**
     * Returns whether sets can be made of {@code paper}: everybody is asked all its questions. Where some are drawn for each
     * sitting, those of a set might not be among them.
     */
    public static boolean isPossible(Paper paper) {
        return paper.rules().practiceModes().stream().anyMatch(PracticeMode::isUntimed)
                && paper.sections()
                        .flatMap(section -> section.sets().stream())
                        .allMatch(set -> set.selection().number() == 0);
    }

    /** Returns what is drawn out of the pool. */
    public Set<ItemId> drawn() {
        return Set.copyOf(draw("set").shuffled(pool).subList(0, number));
    }

    /** Returns {@code paper} with the questions that are drawn, and nothing before, between or after them but the hand-in. */
    Paper of(Paper paper) {
        Set<ItemId> drawn = drawn();
        List<Stage> route = paper.route().stream()
                .filter(stage -> stage instanceof Stage.Block || stage instanceof Stage.HandIn)
                .map(stage -> stage instanceof Stage.Block block ? of(block, drawn) : stage)
                .filter(stage -> !(stage instanceof Stage.Block block) || block.questions() > 0)
                .toList();
        return paper.with(paper.rules().ofQuestionsOnly()).with(List.of()).asking(route);
    }

    private Stage.Block of(Stage.Block block, Set<ItemId> drawn) {
        List<Section> sections = block.sections().stream()
                .map(section -> of(section, drawn))
                .filter(section -> section.questions() > 0)
                .toList();
        return new Stage.Block(block.id(), block.title(), ordered(sections, "sections " + block.id()), block.review());
    }

    private Section of(Section section, Set<ItemId> drawn) {
        List<ItemSet> sets = section.sets().stream()
                .map(set -> of(set, drawn))
                .filter(set -> !set.items().isEmpty())
                .toList();
        return new Section(section.id(), section.title(), section.movement(), ordered(sets, "sets " + section.id()));
    }

    private ItemSet of(ItemSet set, Set<ItemId> drawn) {
        List<Item> items =
                set.items().stream().filter(item -> drawn.contains(item.id())).toList();
        return set.with(ordered(items, "items " + set.id()));
    }

    private <T> List<T> ordered(List<T> list, String what) {
        return shuffled ? draw(what).shuffled(list) : list;
    }

    private SeededDraw draw(String what) {
        return SeededDraw.of(seed, what);
    }
}

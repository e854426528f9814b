package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What lies on the desk beside the questions.
 *
 * @param tools the tools of each section that has any
 * @param exhibits the documents of the paper, in the order they are offered
 * @param scratch what becomes of worksheet, sketch and the calculator's tape when a block ends
 */
public record Equipment(Map<SectionId, Set<Tool>> tools, List<Exhibit> exhibits, Scratch scratch) {

    public static final Equipment NONE = new Equipment(Map.of(), List.of(), Scratch.KEPT);

    public Equipment {
        tools = Map.copyOf(tools);
        exhibits = List.copyOf(exhibits);
        requireNonNull(scratch, "scratch");
    }

    /** What becomes of what was worked out on the side. */
    public enum Scratch {
        KEPT,
        CLEARED
    }

    public Set<Tool> offered(SectionId section) {
        return tools.getOrDefault(section, Set.of());
    }

    /** Returns the exhibits that a question of {@code block} has, in order. */
    public Stream<Exhibit> exhibitsIn(Stage.Block block) {
        return exhibits.stream().filter(exhibit -> isIn(exhibit, block));
    }

    /** Returns the exhibits of one question of {@code block}, in order. */
    public Stream<Exhibit> exhibitsOf(ItemId item, Stage.Block block) {
        return exhibits.stream()
                .filter(exhibit -> isOfAny(exhibit, block, one -> one.id().equals(item)));
    }

    private static boolean isIn(Exhibit exhibit, Stage.Block block) {
        return isOfAny(exhibit, block, item -> true);
    }

    private static boolean isOfAny(Exhibit exhibit, Stage.Block block, Predicate<Item> asked) {
        return block.sections().stream()
                .anyMatch(section -> section.sets().stream()
                        .anyMatch(set -> set.items().stream()
                                .anyMatch(item ->
                                        asked.test(item) && exhibit.scope().holds(section, set, item))));
    }

    /** Returns what of this belongs to {@code blocks}. */
    Equipment within(List<Stage.Block> blocks) {
        Set<SectionId> known = blocks.stream()
                .flatMap(block -> block.sections().stream())
                .map(Section::id)
                .collect(Collectors.toSet());
        Map<SectionId, Set<Tool>> theirs = tools.entrySet().stream()
                .filter(entry -> known.contains(entry.getKey()))
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
        return new Equipment(
                theirs,
                exhibits.stream()
                        .filter(exhibit -> blocks.stream().anyMatch(block -> isIn(exhibit, block)))
                        .toList(),
                scratch);
    }
}

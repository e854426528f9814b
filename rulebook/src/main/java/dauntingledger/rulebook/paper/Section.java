package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.response.SeededDraw;
import java.util.List;
import java.util.stream.Stream;

/** A named part of a block, made of item sets in a fixed order. */
public record Section(SectionId id, String title, Movement movement, List<ItemSet> sets) {

    public Section {
        requireNonNull(id, "id");
        requireNonNull(title, "title");
        requireNonNull(movement, "movement");
        sets = List.copyOf(sets);
    }

    Section drawn(long seed) {
        List<ItemSet> drawn = sets.stream()
                .map(set -> set.with(set.selection().draw(set.items(), SeededDraw.of(seed, "set " + set.id())).stream()
                        .map(item -> item.drawn(seed))
                        .toList()))
                .toList();
        return new Section(id, title, movement, drawn);
    }

    public Stream<Item> items() {
        return sets.stream().flatMap(set -> set.items().stream());
    }

    public int questions() {
        return sets.stream().mapToInt(set -> set.items().size()).sum();
    }
}

package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.ItemId;
import java.util.List;
import java.util.Optional;

/**
 * A way through some questions of a block that ends at its review page. The questions are those that qualified when
 * the walk began; answering or unmarking one on the way does not move the others.
 *
 * @param items the questions in order; at least one
 */
public record Walk(Subset subset, List<ItemId> items) {

    public Walk {
        requireNonNull(subset, "subset");
        items = List.copyOf(items);
        if (items.isEmpty()) {
            throw new IllegalArgumentException("a walk needs at least one question");
        }
    }

    /** Returns the question {@code step} after {@code item}, or empty where the walk ends or has not begun. */
    Optional<ItemId> step(ItemId item, int step) {
        int index = items.indexOf(item) + step;
        return 0 <= index && index < items.size() ? Optional.of(items.get(index)) : Optional.empty();
    }
}

package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.util.List;

/**
 * Items that belong together under one heading of the ledger.
 *
 * @param floorAtZero whether penalties can take the set's total below zero ({@code false}) or not ({@code true})
 */
public record ItemSet(ItemSetId id, String title, boolean floorAtZero, List<Item> items) {

    public ItemSet {
        requireNonNull(id, "id");
        requireNonNull(title, "title");
        items = List.copyOf(items);
    }
}

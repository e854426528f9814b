package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.util.List;

/**
 * Items that belong together under one heading of the ledger.
 *
 * @param floorAtZero whether penalties can take the set's total below zero ({@code false}) or not ({@code true})
 * @param stimulus what all its items are about, shown beside each of them
 * @param selection which of its items a candidate is asked, and in what order
 */
public record ItemSet(
        ItemSetId id, String title, boolean floorAtZero, Stimulus stimulus, Selection selection, List<Item> items) {

    public ItemSet {
        requireNonNull(id, "id");
        requireNonNull(title, "title");
        requireNonNull(stimulus, "stimulus");
        requireNonNull(selection, "selection");
        items = List.copyOf(items);
    }

    /** A set whose items are asked as they stand, each for itself. */
    public static ItemSet of(ItemSetId id, String title, boolean floorAtZero, List<Item> items) {
        return new ItemSet(id, title, floorAtZero, Stimulus.NONE, Selection.ALL, items);
    }

    /** What the items of a set share. */
    public enum Stimulus {
        NONE,
        /** A text to read. */
        PASSAGE,
        /** A situation, told in one or more documents. */
        CASE
    }

    /** Returns this set with the items that one candidate is asked. */
    ItemSet with(List<Item> drawn) {
        return new ItemSet(id, title, floorAtZero, stimulus, Selection.ALL, drawn);
    }
}

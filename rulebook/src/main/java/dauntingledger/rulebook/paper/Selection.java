package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.response.SeededDraw;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * Which items of a set a candidate is asked, and in what order; QTI 3.0's {@code qti-selection} and {@code
 * qti-ordering}.
 *
 * @param number how many are asked; 0 for all
 * @param required the items that are asked in any case
 * @param shuffled whether those that are asked change places
 * @param fixed the items that keep their places all the same
 */
public record Selection(int number, Set<ItemId> required, boolean shuffled, Set<ItemId> fixed) {

    /** All items as they stand. */
    public static final Selection ALL = new Selection(0, Set.of(), false, Set.of());

    public Selection {
        required = Set.copyOf(required);
        fixed = Set.copyOf(fixed);
    }

    List<String> findings(List<Item> items) {
        List<String> findings = new ArrayList<>();
        if (number < 0 || number > items.size() || (number > 0 && number < required.size())) {
            findings.add("a set of " + items.size() + " items, " + required.size() + " of them required, cannot have "
                    + number + " selected");
        }
        return findings;
    }

    /** Returns the items that are drawn; every candidate has as many. */
    List<Item> draw(List<Item> items, SeededDraw draw) {
        List<Item> asked = selected(items, draw);
        return shuffled ? draw.shuffled(asked, item -> fixed.contains(item.id())) : asked;
    }

    private List<Item> selected(List<Item> items, SeededDraw draw) {
        if (number == 0) {
            return items;
        }
        List<Item> free =
                items.stream().filter(item -> !required.contains(item.id())).toList();
        List<Item> drawn = draw.shuffled(free).subList(0, number - required.size());
        return items.stream()
                .filter(item -> required.contains(item.id()) || drawn.contains(item))
                .toList();
    }
}

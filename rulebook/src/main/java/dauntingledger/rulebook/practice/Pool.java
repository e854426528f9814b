package dauntingledger.rulebook.practice;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.response.Interaction;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Questions of a paper that somebody may want to practise together.
 *
 * @param name of the section, the set, or the record of the kind in lower case; empty where the reason says all
 * @param title what the section or the set is called; empty for the others
 * @param items in the order of the paper, at least one
 */
public record Pool(Reason reason, String name, String title, List<ItemId> items) {

    public Pool {
        requireNonNull(reason, "reason");
        requireNonNull(name, "name");
        requireNonNull(title, "title");
        items = List.copyOf(items);
    }

    /** Why questions are practised together. */
    public enum Reason {
        ALL,
        SECTION,
        SET,
        KIND,
        /** They lost marks when they were practised last, or were left blank. */
        WRONG,
        /** They were marked for review when they were practised last. */
        MARKED,
        /** When they were practised last they took longer than is usual for this candidate in this paper; see {@link Pace}. */
        SLOW
    }

    /**
     * Returns what can be practised of a paper: nothing that holds no question, and no set that is all of its section.
     *
     * @param last how each question went when the candidate practised it last
     */
    public static List<Pool> of(Paper paper, Map<ItemId, PastAnswer> last) {
        List<Item> items = paper.items().toList();
        Duration usual = Pace.usual(items.stream()
                .flatMap(item -> Optional.ofNullable(last.get(item.id())).stream())
                .toList());
        List<Pool> pools = new ArrayList<>();
        pools.add(new Pool(Reason.ALL, "", "", ids(items.stream())));
        pools.add(past(Reason.WRONG, items, last, AnswerFilter.WRONG, usual));
        pools.add(past(Reason.MARKED, items, last, AnswerFilter.MARKED, usual));
        pools.add(past(Reason.SLOW, items, last, AnswerFilter.SLOW, usual));
        paper.sections().forEach(section -> {
            pools.add(new Pool(Reason.SECTION, section.id().value(), section.title(), ids(section.items())));
            if (section.sets().size() > 1) {
                section.sets()
                        .forEach(set -> pools.add(
                                new Pool(Reason.SET, set.id().value(), set.title(), ids(set.items().stream()))));
            }
        });
        pools.addAll(kinds(items));
        return pools.stream().filter(pool -> !pool.items().isEmpty()).toList();
    }

    /** Of one kind is a question whose first interaction is; where all are of one there is nothing to choose. */
    private static List<Pool> kinds(List<Item> items) {
        Map<String, List<ItemId>> kinds = new LinkedHashMap<>();
        items.forEach(item -> item.interactions().stream()
                .filter(Interaction::isAsked)
                .findFirst()
                .map(asked -> asked.getClass().getSimpleName().toLowerCase(Locale.ROOT))
                .ifPresent(kind ->
                        kinds.computeIfAbsent(kind, none -> new ArrayList<>()).add(item.id())));
        return kinds.size() < 2
                ? List.of()
                : kinds.entrySet().stream()
                        .map(kind -> new Pool(Reason.KIND, kind.getKey(), "", kind.getValue()))
                        .toList();
    }

    private static Pool past(
            Reason reason, List<Item> items, Map<ItemId, PastAnswer> last, AnswerFilter filter, Duration usual) {
        return new Pool(
                reason,
                "",
                "",
                ids(items.stream()
                        .filter(item -> Optional.ofNullable(last.get(item.id()))
                                .filter(answer -> filter.holds(answer, usual))
                                .isPresent())));
    }

    private static List<ItemId> ids(Stream<Item> items) {
        return items.map(Item::id).toList();
    }
}

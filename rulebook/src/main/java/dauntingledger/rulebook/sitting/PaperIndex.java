package dauntingledger.rulebook.sitting;

import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.ItemSetId;
import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.TimeBox;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/** A paper and the hours of a sitting of it, with its questions numbered through and its time boxes laid over the route, made once per sitting. */
final class PaperIndex {

    /**
     * Where a question stands.
     *
     * @param first the first question of its section
     * @param end the first question after its section
     */
    record Place(int stage, SectionId section, ItemSetId set, Movement movement, int first, int end) {}

    /** The questions of a stage, from {@code first} up to but not {@code end}. */
    record Range(int first, int end) {}

    /** The stages a box covers, first and last included. */
    record Cover(int first, int last) {
        boolean holds(int stage) {
            return first <= stage && stage <= last;
        }
    }

    private final Paper paper;
    private final Window window;
    private final List<Item> items = new ArrayList<>();
    private final List<Place> places = new ArrayList<>();
    private final List<Range> ranges = new ArrayList<>();
    private final List<Cover> covers = new ArrayList<>();
    private final Map<ItemId, Integer> byId = new HashMap<>();

    PaperIndex(Paper paper, Window window) {
        this.paper = paper;
        this.window = window;
        for (int stage = 0; stage < paper.route().size(); stage++) {
            int first = items.size();
            if (paper.route().get(stage) instanceof Stage.Block block) {
                for (Section section : block.sections()) {
                    section.sets().forEach(addTo(stage, section, items.size()));
                }
            }
            ranges.add(new Range(first, items.size()));
        }
        for (TimeBox box : paper.boxes()) {
            covers.add(new Cover(paper.indexOf(box.first()), paper.indexOf(box.last())));
        }
    }

    private Consumer<ItemSet> addTo(int stage, Section section, int first) {
        int end = first + section.questions();
        return set -> set.items().forEach(item -> {
            byId.put(item.id(), items.size());
            items.add(item);
            places.add(new Place(stage, section.id(), set.id(), section.movement(), first, end));
        });
    }

    Paper paper() {
        return paper;
    }

    Window window() {
        return window;
    }

    List<Item> items() {
        return items;
    }

    Place place(int question) {
        return places.get(question);
    }

    Range questions(int stage) {
        return ranges.get(stage);
    }

    Cover cover(int box) {
        return covers.get(box);
    }

    /** Returns the number of a question through the whole paper, from 0, or -1 if there is none. */
    int indexOf(ItemId item) {
        return byId.getOrDefault(item, -1);
    }

    Stage stage(int index) {
        return paper.route().get(index);
    }

    int stages() {
        return paper.route().size();
    }
}

package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.ResponseId;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Looks a paper over and collects everything that is wrong with it: each part by itself, and how they go together. */
final class PaperCheck {

    private final Findings findings = new Findings();
    private final List<Stage> route;
    private final Set<ItemId> items = new HashSet<>();
    private final Set<SectionId> sections = new HashSet<>();
    private final Set<ItemSetId> sets = new HashSet<>();

    private PaperCheck(List<Stage> route) {
        this.route = route;
    }

    static List<Finding> findings(
            int version,
            List<Stage> route,
            List<TimeBox> boxes,
            LateAcceptance lateAcceptance,
            Languages languages,
            ExamRules rules) {
        PaperCheck check = new PaperCheck(route);
        check.require(version >= 1, "paper", "version must be 1 or more, but was " + version);
        check.findings.add("paper", lateAcceptance.findings());
        check.languages(languages);
        check.route();
        check.boxes(boxes);
        ExamRulesCheck together = new ExamRulesCheck(check.findings, route);
        together.rules(rules);
        together.end(boxes);
        return check.findings.found();
    }

    private void route() {
        Set<StageId> seen = new HashSet<>();
        for (int i = 0; i < route.size(); i++) {
            Stage stage = route.get(i);
            String place = "stage " + stage.id();
            require(seen.add(stage.id()), place, "two stages have this identifier");
            findings.requireTitle(stage.title(), place, "the title");
            findings.add(place, stage.findings());
            if (stage instanceof Stage.Block block) {
                block.sections().forEach(section -> section(section, block, place));
            }
            place(i, stage, place);
        }
        require(lastBlock(route) >= 0, "paper", "the route must hold at least one block of questions");
    }

    /** Requires that a stage stands where on the route it may stand. */
    private void place(int index, Stage stage, String place) {
        require(
                stage instanceof Stage.HandIn == (index == route.size() - 1),
                place,
                "the route must end with its only hand-in");
        require(
                !(stage instanceof Stage.Break) || isBetweenBlocks(index),
                place,
                "a break must stand between two blocks, and not beside another break");
        require(
                !stage.usesCamera() || hasConsentBefore(index),
                place,
                "no camera is used before a notice with consent to it was accepted; put one before this stage");
        require(!stage.isArrival() || !hasBlockBefore(index), place, "this belongs before the first block");
    }

    private void languages(Languages languages) {
        List<String> tags = languages.tags();
        require(!tags.isEmpty(), "paper", "it must have at least one language");
        require(new HashSet<>(tags).size() == tags.size(), "paper", "it has a language twice");
        boolean choice = route.stream().anyMatch(Stage.LanguageChoice.class::isInstance);
        require(
                !(choice || languages.switching()) || tags.size() > 1,
                "paper",
                "a language can be chosen or switched only where there are two or more");
    }

    private boolean hasConsentBefore(int index) {
        return route.subList(0, index).stream().anyMatch(Stage::consentsToCamera);
    }

    private boolean hasBlockBefore(int index) {
        return route.subList(0, index).stream().anyMatch(Stage::isBlock);
    }

    private boolean isBetweenBlocks(int index) {
        return hasBlockBefore(index) && lastBlock(route) > index && !(route.get(index - 1) instanceof Stage.Break);
    }

    /** Returns the position of the last block, or -1 if there is none. */
    static int lastBlock(List<Stage> route) {
        int last = route.size() - 1;
        while (last >= 0 && !route.get(last).isBlock()) {
            last--;
        }
        return last;
    }

    private void section(Section section, Stage.Block block, String stage) {
        String place = stage + ", section " + section.id();
        require(sections.add(section.id()), place, "two sections have this identifier");
        findings.requireTitle(section.title(), place, "the title");
        require(!section.sets().isEmpty(), place, "a section must hold at least one item set");
        findings.add(place, section.movement().findings(block.sections().size()));
        section.sets().forEach(set -> set(set, place));
    }

    private void set(ItemSet set, String section) {
        String place = section + ", set " + set.id();
        require(sets.add(set.id()), place, "two item sets have this identifier");
        findings.requireTitle(set.title(), place, "the title");
        require(!set.items().isEmpty(), place, "an item set must hold at least one item");
        findings.add(place, set.selection().findings(set.items()));
        set.items().forEach(item -> item(item, place));
    }

    private void item(Item item, String set) {
        String place = set + ", item " + item.id();
        require(items.add(item.id()), place, "two items have this identifier");
        findings.add(place, item.findings());
        Set<ResponseId> responses = new HashSet<>();
        for (Interaction interaction : item.interactions()) {
            String responsePlace = place + ", response " + interaction.response();
            require(responses.add(interaction.response()), responsePlace, "two interactions have this identifier");
            findings.add(responsePlace, interaction.findings());
        }
    }

    private void boxes(List<TimeBox> boxes) {
        List<StageId> order = route.stream().map(Stage::id).toList();
        Set<BoxId> seen = new HashSet<>();
        for (int i = 0; i < boxes.size(); i++) {
            TimeBox box = boxes.get(i);
            String place = "time box " + box.id();
            require(seen.add(box.id()), place, "two time boxes have this identifier");
            findings.add(place, box.findings());
            covers(box, order, place);
            for (TimeBox other : boxes.subList(i + 1, boxes.size())) {
                require(
                        nestOrPart(box.run(order), other.run(order)),
                        place,
                        "it overlaps time box " + other.id() + "; one must contain the other, or they must be apart");
            }
        }
    }

    private void covers(TimeBox box, List<StageId> order, String place) {
        boolean begins = order.contains(box.first());
        boolean ends = order.contains(box.last());
        require(begins, place, "there is no stage " + box.first() + " to begin with");
        require(ends, place, "there is no stage " + box.last() + " to end with");
        require(
                !begins || !ends || box.run(order).isPresent(),
                place,
                "it begins with " + box.first() + ", which comes after " + box.last());
    }

    private static boolean nestOrPart(Optional<TimeBox.Run> one, Optional<TimeBox.Run> other) {
        return one.flatMap(a -> other.map(b -> a.isApartFrom(b) || a.contains(b) || b.contains(a)))
                .orElse(true);
    }

    private void require(boolean holds, String place, String problem) {
        findings.require(holds, place, problem);
    }
}

package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.number.Numeral;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Looks a paper over and collects everything that is wrong with it. */
final class PaperCheck {

    private static final int MAX_CHOICES = 26;
    private static final int MAX_TITLE = 120;
    private static final Duration LONGEST = Duration.ofHours(24);

    private final List<Finding> findings = new ArrayList<>();
    private final Set<ItemId> items = new HashSet<>();
    private final Set<SectionId> sections = new HashSet<>();
    private final Set<ItemSetId> sets = new HashSet<>();

    private PaperCheck() {}

    static List<Finding> findings(int version, List<Stage> route, List<TimeBox> boxes, Duration lateAcceptance) {
        PaperCheck check = new PaperCheck();
        check.require(version >= 1, "paper", "version must be 1 or more, but was " + version);
        check.require(
                !lateAcceptance.isNegative() && lateAcceptance.compareTo(LONGEST) <= 0,
                "paper",
                "late acceptance must be 0 to 24 hours, but was " + lateAcceptance);
        check.route(route);
        check.boxes(route, boxes);
        return List.copyOf(check.findings);
    }

    private void route(List<Stage> route) {
        Set<StageId> seen = new HashSet<>();
        for (int i = 0; i < route.size(); i++) {
            Stage stage = route.get(i);
            String place = "stage " + stage.id();
            require(seen.add(stage.id()), place, "two stages have this identifier");
            title(stage.title(), place);
            require(
                    stage instanceof Stage.HandIn == (i == route.size() - 1),
                    place,
                    "the route must end with its only hand-in");
            stage(stage, place);
            require(
                    !(stage instanceof Stage.Break) || isBetweenBlocks(route, i),
                    place,
                    "a break must stand between two blocks");
        }
        require(
                route.stream().anyMatch(stage -> stage instanceof Stage.Block || stage instanceof Stage.Unopened),
                "paper",
                "the route must hold at least one block of questions");
    }

    private static boolean isBetweenBlocks(List<Stage> route, int index) {
        return index > 0 && index + 1 < route.size() && isBlock(route.get(index - 1)) && isBlock(route.get(index + 1));
    }

    private static boolean isBlock(Stage stage) {
        return stage instanceof Stage.Block || stage instanceof Stage.Unopened;
    }

    private void stage(Stage stage, String place) {
        switch (stage) {
            case Stage.Notice notice -> {
                require(
                        isDigest(notice.textDigest()),
                        place,
                        "the text digest must be 64 lower-case hexadecimal digits");
                notice.limit().ifPresent(limit -> span(limit, place, "the time to accept"));
            }
            case Stage.Instructions instructions -> {}
            case Stage.Block block -> {
                require(!block.sections().isEmpty(), place, "a block must hold at least one section");
                block.sections().forEach(section -> section(section, place));
            }
            case Stage.Unopened unopened -> {
                require(unopened.questions() > 0, place, "a block must hold at least one question");
            }
            case Stage.Break rest -> span(rest.length(), place, "the length of the break");
            case Stage.HandIn handIn -> span(handIn.within(), place, "the time to confirm");
        }
    }

    private static boolean isDigest(String text) {
        return text.length() == 64 && text.chars().allMatch(c -> (c >= '0' && c <= '9') || (c >= 'a' && c <= 'f'));
    }

    private void section(Section section, String stage) {
        String place = stage + ", section " + section.id();
        require(sections.add(section.id()), place, "two sections have this identifier");
        title(section.title(), place);
        require(!section.sets().isEmpty(), place, "a section must hold at least one item set");
        for (ItemSet set : section.sets()) {
            String setPlace = place + ", set " + set.id();
            require(sets.add(set.id()), setPlace, "two item sets have this identifier");
            title(set.title(), setPlace);
            require(!set.items().isEmpty(), setPlace, "an item set must hold at least one item");
            set.items().forEach(item -> item(item, setPlace));
        }
    }

    private void item(Item item, String set) {
        String place = set + ", item " + item.id();
        require(items.add(item.id()), place, "two items have this identifier");
        require(item.marks().signum() > 0, place, "marks must be more than 0, but were " + item.marks());
        require(item.penalty().signum() >= 0, place, "the penalty must be 0 or more, but was " + item.penalty());
        require(!item.interactions().isEmpty(), place, "an item must hold at least one interaction");
        Set<ResponseId> responses = new HashSet<>();
        for (Interaction interaction : item.interactions()) {
            String responsePlace = place + ", response " + interaction.response();
            require(responses.add(interaction.response()), responsePlace, "two interactions have this identifier");
            interaction(interaction, responsePlace);
        }
    }

    private void interaction(Interaction interaction, String place) {
        switch (interaction) {
            case Interaction.Choice choice -> {
                int options = choice.choices().size();
                require(
                        options >= 2 && options <= MAX_CHOICES,
                        place,
                        "a choice must offer 2 to " + MAX_CHOICES + " options, but offers " + options);
                require(
                        new HashSet<>(choice.choices()).size() == options,
                        place,
                        "two options have the same identifier");
                require(
                        1 <= choice.minChoices()
                                && choice.minChoices() <= choice.maxChoices()
                                && choice.maxChoices() <= options,
                        place,
                        "choices must satisfy 1 <= least (" + choice.minChoices() + ") <= most (" + choice.maxChoices()
                                + ") <= options (" + options + ")");
            }
            case Interaction.NumberEntry entry ->
                require(
                        entry.maxLength() >= 1 && entry.maxLength() <= Numeral.MAX_LENGTH,
                        place,
                        "the box must take 1 to " + Numeral.MAX_LENGTH + " characters, but takes " + entry.maxLength());
        }
    }

    private void boxes(List<Stage> route, List<TimeBox> boxes) {
        List<StageId> order = route.stream().map(Stage::id).toList();
        Set<BoxId> seen = new HashSet<>();
        for (TimeBox box : boxes) {
            String place = "time box " + box.id();
            require(seen.add(box.id()), place, "two time boxes have this identifier");
            title(box.title(), place);
            span(box.limit(), place, "the limit");
            int first = order.indexOf(box.first());
            int last = order.indexOf(box.last());
            require(first >= 0, place, "there is no stage " + box.first() + " to begin with");
            require(last >= 0, place, "there is no stage " + box.last() + " to end with");
            require(first <= last, place, "it begins with " + box.first() + ", which comes after " + box.last());
            warnings(box, place);
        }
        for (int i = 0; i < boxes.size(); i++) {
            for (TimeBox other : boxes.subList(i + 1, boxes.size())) {
                require(
                        nestOrPart(order, boxes.get(i), other),
                        "time box " + boxes.get(i).id(),
                        "it overlaps time box " + other.id() + "; one must contain the other, or they must be apart");
            }
        }
    }

    private void warnings(TimeBox box, String place) {
        Duration above = box.limit();
        for (Duration warning : box.warnings()) {
            require(
                    warning.compareTo(Duration.ZERO) > 0 && warning.compareTo(above) < 0,
                    place,
                    "warnings must be more than 0, below the limit, and longest first; " + warning
                            + " does not come below " + above);
            above = warning;
        }
    }

    private static boolean nestOrPart(List<StageId> order, TimeBox a, TimeBox b) {
        int aFirst = order.indexOf(a.first());
        int aLast = order.indexOf(a.last());
        int bFirst = order.indexOf(b.first());
        int bLast = order.indexOf(b.last());
        boolean apart = aLast < bFirst || bLast < aFirst;
        boolean aHoldsB = aFirst <= bFirst && bLast <= aLast;
        boolean bHoldsA = bFirst <= aFirst && aLast <= bLast;
        return apart || aHoldsB || bHoldsA;
    }

    private void title(String title, String place) {
        require(
                !title.isBlank() && title.length() <= MAX_TITLE,
                place,
                "the title must be 1 to " + MAX_TITLE + " characters");
    }

    private void span(Duration span, String place, String what) {
        require(
                span.compareTo(Duration.ZERO) > 0 && span.compareTo(LONGEST) <= 0 && span.getNano() == 0,
                place,
                what + " must be 1 second to 24 hours in whole seconds, but was " + span);
    }

    private void require(boolean holds, String place, String problem) {
        if (!holds) {
            findings.add(new Finding(place, problem));
        }
    }
}

package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.Play;
import dauntingledger.rulebook.response.ResponseId;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Looks a paper over and collects everything that is wrong with it. */
final class PaperCheck {

    private static final Duration LONGEST_GRACE = Duration.ofMinutes(1);

    private static final int MOST_TRIES = 20;

    private final Findings findings = new Findings();
    private final ConductCheck conduct = new ConductCheck(findings);
    private final Set<ItemId> items = new HashSet<>();
    private final Set<SectionId> sections = new HashSet<>();
    private final Set<ItemSetId> sets = new HashSet<>();

    private PaperCheck() {}

    static List<Finding> findings(
            int version,
            List<Stage> route,
            List<TimeBox> boxes,
            LateAcceptance lateAcceptance,
            Languages languages,
            Conduct conduct) {
        PaperCheck check = new PaperCheck();
        check.require(version >= 1, "paper", "version must be 1 or more, but was " + version);
        check.require(
                isFrom0To(Findings.LONGEST, lateAcceptance.carried()),
                "paper",
                "late acceptance must be 0 to 24 hours, but was " + lateAcceptance.carried());
        check.require(
                isFrom0To(LONGEST_GRACE, lateAcceptance.grace()),
                "paper",
                "the grace for dating must be 0 to 60 seconds, but was " + lateAcceptance.grace());
        check.languages(languages, route);
        check.route(route);
        check.boxes(route, boxes);
        check.conduct.conduct(conduct, route);
        check.conduct.end(route, boxes);
        return check.findings.found();
    }

    private static boolean isFrom0To(Duration most, Duration span) {
        return !span.isNegative() && span.compareTo(most) <= 0;
    }

    private void route(List<Stage> route) {
        Set<StageId> seen = new HashSet<>();
        for (int i = 0; i < route.size(); i++) {
            Stage stage = route.get(i);
            String place = "stage " + stage.id();
            require(seen.add(stage.id()), place, "two stages have this identifier");
            findings.requireTitle(stage.title(), place, "the title");
            require(
                    stage instanceof Stage.HandIn == (i == route.size() - 1),
                    place,
                    "the route must end with its only hand-in");
            stage(stage, place);
            require(
                    !(stage instanceof Stage.Break) || isBetweenBlocks(route, i),
                    place,
                    "a break must stand between two blocks, and not beside another break");
            require(
                    !usesCamera(stage) || hasConsentBefore(route, i),
                    place,
                    "no camera is used before a notice with consent to it was accepted; put one before this stage");
            require(!isArrival(stage) || !hasBlockBefore(route, i), place, "this belongs before the first block");
        }
        require(lastBlock(route) >= 0, "paper", "the route must hold at least one block of questions");
    }

    private void languages(Languages languages, List<Stage> route) {
        List<String> tags = languages.tags();
        require(!tags.isEmpty(), "paper", "it must have at least one language");
        require(new HashSet<>(tags).size() == tags.size(), "paper", "it has a language twice");
        boolean choice = route.stream().anyMatch(Stage.LanguageChoice.class::isInstance);
        require(
                !(choice || languages.switching()) || tags.size() > 1,
                "paper",
                "a language can be chosen or switched only where there are two or more");
    }

    private static boolean usesCamera(Stage stage) {
        return stage instanceof Stage.Portrait
                || stage instanceof Stage.StationCheck check && check.lines().contains(StationLine.CAMERA);
    }

    private static boolean hasConsentBefore(List<Stage> route, int index) {
        return route.subList(0, index).stream()
                .anyMatch(stage -> stage instanceof Stage.Notice notice && notice.consentToCamera());
    }

    private static boolean isArrival(Stage stage) {
        return switch (stage) {
            case Stage.Identity identity -> true;
            case Stage.Admission admission -> true;
            case Stage.StationCheck check -> true;
            case Stage.Portrait portrait -> true;
            case Stage.LanguageChoice choice -> true;
            case Stage.TryOut tryOut -> true;
            case Stage.Notice notice -> false;
            case Stage.Instructions instructions -> false;
            case Stage.Block block -> false;
            case Stage.Unopened unopened -> false;
            case Stage.Break rest -> false;
            case Stage.HandIn handIn -> false;
        };
    }

    private static boolean hasBlockBefore(List<Stage> route, int index) {
        return route.subList(0, index).stream().anyMatch(PaperCheck::isBlock);
    }

    private static boolean isBetweenBlocks(List<Stage> route, int index) {
        return hasBlockBefore(route, index)
                && lastBlock(route) > index
                && !(route.get(index - 1) instanceof Stage.Break);
    }

    /** Returns the position of the last block, or -1 if there is none. */
    static int lastBlock(List<Stage> route) {
        int last = route.size() - 1;
        while (last >= 0 && !isBlock(route.get(last))) {
            last--;
        }
        return last;
    }

    static boolean isBlock(Stage stage) {
        return stage instanceof Stage.Block || stage instanceof Stage.Unopened;
    }

    private void stage(Stage stage, String place) {
        switch (stage) {
            case Stage.Identity identity -> {}
            case Stage.Admission admission -> {
                require(!admission.ways().isEmpty(), place, "an admission must have at least one way");
                require(
                        admission.tries() >= 1 && admission.tries() <= MOST_TRIES,
                        place,
                        "tries must be 1 to " + MOST_TRIES + ", but were " + admission.tries());
            }
            case Stage.StationCheck check ->
                require(
                        !check.lines().isEmpty()
                                && new HashSet<>(check.lines()).size()
                                        == check.lines().size(),
                        place,
                        "a station check must have at least one line, and none twice");
            case Stage.Portrait portrait -> {}
            case Stage.LanguageChoice choice -> {}
            case Stage.TryOut tryOut -> {}
            case Stage.Notice notice -> notice(notice, place);
            case Stage.Instructions instructions -> {
                instructions.readingTime().ifPresent(time -> findings.requireSpan(time, place, "the reading time"));
                Duration most = instructions.readingTime().orElse(Findings.LONGEST);
                findings.requireLeast(instructions.least(), most, place, "the least reading time");
            }
            case Stage.Block block -> {
                require(!block.sections().isEmpty(), place, "a block must hold at least one section");
                block.sections().forEach(section -> section(section, place));
                conduct.movements(block, place);
            }
            case Stage.Unopened unopened -> {
                require(unopened.questions() > 0, place, "a block must hold at least one question");
            }
            case Stage.Break rest -> {
                findings.requireSpan(rest.length(), place, "the length of the break");
                findings.requireLeast(rest.least(), rest.length(), place, "the least length of the break");
            }
            case Stage.HandIn handIn -> {
                findings.requireSpan(handIn.within(), place, "the time to confirm");
                conduct.finish(handIn.finish(), place);
            }
        }
    }

    private void notice(Stage.Notice notice, String place) {
        require(notice.version() >= 1, place, "the version must be 1 or more, but was " + notice.version());
        require(
                !notice.textDigests().isEmpty() && notice.textDigests().stream().allMatch(PaperCheck::isDigest),
                place,
                "the text digests must be 64 lower-case hexadecimal digits each");
        notice.limit().ifPresent(limit -> findings.requireSpan(limit, place, "the time to accept"));
        Confirmation confirmation = notice.confirmation();
        require(
                confirmation.how() == Confirmation.How.PRESS
                        ? confirmation.statements().isEmpty()
                        : !confirmation.statements().isEmpty()
                                && confirmation.statements().stream().noneMatch(String::isBlank),
                place,
                "a statement to tick or to copy must be there, and none where neither is asked");
    }

    private static boolean isDigest(String text) {
        return text.length() == 64 && text.chars().allMatch(c -> (c >= '0' && c <= '9') || (c >= 'a' && c <= 'f'));
    }

    private void section(Section section, String stage) {
        String place = stage + ", section " + section.id();
        require(sections.add(section.id()), place, "two sections have this identifier");
        findings.requireTitle(section.title(), place, "the title");
        require(!section.sets().isEmpty(), place, "a section must hold at least one item set");
        for (ItemSet set : section.sets()) {
            String setPlace = place + ", set " + set.id();
            require(sets.add(set.id()), setPlace, "two item sets have this identifier");
            findings.requireTitle(set.title(), setPlace, "the title");
            require(!set.items().isEmpty(), setPlace, "an item set must hold at least one item");
            set.selection().findings(set.items()).forEach(problem -> require(false, setPlace, problem));
            set.items().forEach(item -> item(item, setPlace));
        }
    }

    private void item(Item item, String set) {
        String place = set + ", item " + item.id();
        require(items.add(item.id()), place, "two items have this identifier");
        require(item.marks().signum() > 0, place, "marks must be more than 0, but were " + item.marks());
        require(item.penalty().signum() >= 0, place, "the penalty must be 0 or more, but was " + item.penalty());
        require(
                item.interactions().stream().anyMatch(interaction -> !(interaction instanceof Play)),
                place,
                "an item must hold at least one interaction that can be answered");
        conduct.entering(item, place);
        Set<ResponseId> responses = new HashSet<>();
        for (Interaction interaction : item.interactions()) {
            String responsePlace = place + ", response " + interaction.response();
            require(responses.add(interaction.response()), responsePlace, "two interactions have this identifier");
            interaction.findings().forEach(problem -> require(false, responsePlace, problem));
        }
    }

    private void boxes(List<Stage> route, List<TimeBox> boxes) {
        List<StageId> order = route.stream().map(Stage::id).toList();
        Set<BoxId> seen = new HashSet<>();
        for (TimeBox box : boxes) {
            String place = "time box " + box.id();
            require(seen.add(box.id()), place, "two time boxes have this identifier");
            findings.requireTitle(box.title(), place, "the title");
            findings.requireSpan(box.limit(), place, "the limit");
            int first = order.indexOf(box.first());
            int last = order.indexOf(box.last());
            require(first >= 0, place, "there is no stage " + box.first() + " to begin with");
            require(last >= 0, place, "there is no stage " + box.last() + " to end with");
            require(first <= last, place, "it begins with " + box.first() + ", which comes after " + box.last());
            findings.requireWarnings(box.warnings(), box.limit(), place);
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

    private void require(boolean holds, String place, String problem) {
        findings.require(holds, place, problem);
    }
}

package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Choice;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Looks over the rules of moving, entering, breaks and finishing. */
final class ConductCheck {

    private static final int MOST_BREAKS = 20;

    private final Findings findings;

    ConductCheck(Findings findings) {
        this.findings = findings;
    }

    void conduct(Conduct conduct, List<Stage> route) {
        conduct.ownBreaks().ifPresent(this::ownBreaks);
        findings.requireWarnings(conduct.roomWarnings(), Findings.LONGEST, "warnings of the room");
        Set<StageId> asked = new HashSet<>();
        for (Survey survey : conduct.surveys()) {
            String place = "survey about " + survey.about();
            findings.require(asked.add(survey.about()), place, "two surveys are about this stage");
            findings.require(
                    route.stream()
                            .filter(stage -> stage.id().equals(survey.about()))
                            .anyMatch(stage -> PaperCheck.isBlock(stage) || stage instanceof Stage.HandIn),
                    place,
                    "a survey is about a block of the route, or about the hand-in for the whole exam");
            findings.requireTitle(survey.title(), place, "its question");
        }
        equipment(conduct.equipment(), route);
    }

    private void equipment(Equipment equipment, List<Stage> route) {
        List<Stage.Block> blocks = route.stream()
                .filter(Stage.Block.class::isInstance)
                .map(Stage.Block.class::cast)
                .toList();
        equipment.tools().forEach((section, tools) -> {
            String place = "section " + section;
            findings.require(
                    blocks.stream()
                            .flatMap(block -> block.sections().stream())
                            .anyMatch(one -> one.id().equals(section)),
                    place,
                    "it is given tools, but the paper has no such section");
            findings.require(
                    !tools.contains(Tool.BASIC_CALCULATOR) || !tools.contains(Tool.SCIENTIFIC_CALCULATOR),
                    place,
                    "it has one calculator, basic or scientific, not both");
        });
        Set<ExhibitId> seen = new HashSet<>();
        for (Exhibit exhibit : equipment.exhibits()) {
            String place = "exhibit " + exhibit.id();
            findings.require(seen.add(exhibit.id()), place, "two exhibits have this identifier");
            findings.requireTitle(exhibit.title(), place, "the title");
            findings.require(
                    blocks.stream()
                            .anyMatch(block -> equipment.exhibitsIn(block).anyMatch(exhibit::equals)),
                    place,
                    "it belongs to no question of the paper; name a section, a set or a question that is there");
        }
    }

    private void ownBreaks(OwnBreaks breaks) {
        String place = "breaks of one's own";
        findings.require(
                breaks.number() >= 0 && breaks.number() <= MOST_BREAKS,
                place,
                "their number must be 0 (as many as the pool lasts) to " + MOST_BREAKS + ", but was "
                        + breaks.number());
        findings.require(
                breaks.number() > 0 || breaks.pool().isPresent(),
                place,
                "they need a number or a pool of minutes; without either they would never end");
        findings.requireSpan(breaks.longest(), place, "the longest break");
        breaks.pool().ifPresent(pool -> {
            findings.requireSpan(pool, place, "the pool");
            findings.require(
                    breaks.longest().compareTo(pool) <= 0,
                    place,
                    "the longest break of " + breaks.longest() + " does not fit into the pool of " + pool);
        });
    }

    void movements(Stage.Block block, String place) {
        block.sections().forEach(section -> movement(section, block, place));
    }

    private void movement(Section section, Stage.Block block, String stage) {
        String place = stage + ", section " + section.id();
        Movement movement = section.movement();
        findings.require(
                movement.isFree() || block.sections().size() == 1,
                place,
                "a section that is gone through in order must be the only one of its block, because leaving it for"
                        + " another section would seal it; give it a block of its own");
        findings.require(
                movement.direction() != Movement.Direction.FORWARD_WITH_SKIPS || !movement.answering(),
                place,
                "questions that must be answered before moving on cannot be skipped; choose one of the two");
    }

    void finish(Finish finish, String place) {
        switch (finish) {
            case Finish.AtAnyTime any -> {}
            case Finish.After after ->
                findings.requireSpan(after.span(), place, "the time before which nobody hands in");
            case Finish.AfterShare after ->
                findings.require(
                        after.share().signum() > 0 && after.share().compareTo(Rational.ONE) < 0,
                        place,
                        "the share of the time before which nobody hands in must be between 0 and 1, but was "
                                + after.share());
            case Finish.AtTheEnd end -> {}
        }
    }

    void entering(Item item, String place) {
        Entering entering = item.entering();
        findings.require(
                entering.tries() >= 0 && entering.tries() <= Entering.MOST_TRIES,
                place,
                "tries must be 0 (as many as one likes) to " + Entering.MOST_TRIES + ", but were " + entering.tries());
        findings.require(
                !entering.isLimited()
                        || entering.deliberate()
                        || item.interactions().stream()
                                .allMatch(interaction -> interaction instanceof Choice choice && choice.isSingle()),
                place,
                "where tries are counted and more than one option or character makes an answer, it must be entered"
                        + " deliberately; otherwise every touch would be a try");
    }

    /** Whoever can finish only by time needs a clock that ends the exam. */
    void end(List<Stage> route, List<TimeBox> boxes) {
        if (!route.isEmpty()
                && route.getLast() instanceof Stage.HandIn handIn
                && (handIn.finish() instanceof Finish.AtTheEnd || handIn.finish() instanceof Finish.AfterShare)) {
            List<StageId> order = route.stream().map(Stage::id).toList();
            int lastBlock = PaperCheck.lastBlock(route);
            findings.require(
                    boxes.stream()
                            .anyMatch(box ->
                                    order.indexOf(box.first()) <= lastBlock && lastBlock <= order.indexOf(box.last())),
                    "stage " + handIn.id(),
                    "where the exam cannot be finished early, the last block needs a time limit, or it would never end");
        }
    }
}

package dauntingledger.rulebook.paper;

import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Looks over the rules of a whole exam, and whether they go together with its route. */
final class ExamRulesCheck {

    private final Findings findings;
    private final List<Stage> route;

    ExamRulesCheck(Findings findings, List<Stage> route) {
        this.findings = findings;
        this.route = route;
    }

    void rules(ExamRules rules) {
        rules.ownBreaks().ifPresent(breaks -> findings.add("breaks of one's own", breaks.findings()));
        findings.add(
                "warnings of the room",
                new Requirements()
                        .requireWarnings(rules.roomWarnings(), Requirements.LONGEST)
                        .found());
        rules.watch().ifPresent(this::watch);
        surveys(rules.surveys());
        equipment(rules.equipment());
    }

    private void watch(Watch watch) {
        String place = "the watch";
        findings.add(place, watch.findings());
        findings.require(
                watch.camera().isEmpty()
                        || route.stream().takeWhile(stage -> !stage.isBlock()).anyMatch(Stage::consentsToCamera),
                place,
                "a camera looks on, but no notice with consent to it stands before the first block");
    }

    private void surveys(List<Survey> surveys) {
        Set<StageId> asked = new HashSet<>();
        for (Survey survey : surveys) {
            String place = "survey about " + survey.about();
            findings.require(asked.add(survey.about()), place, "two surveys are about this stage");
            findings.require(
                    route.stream()
                            .filter(stage -> stage.id().equals(survey.about()))
                            .anyMatch(stage -> stage.isBlock() || stage instanceof Stage.HandIn),
                    place,
                    "a survey is about a block of the route, or about the hand-in for the whole exam");
            findings.requireTitle(survey.title(), place, "its question");
        }
    }

    private void equipment(Equipment equipment) {
        List<Stage.Block> blocks = route.stream()
                .filter(Stage.Block.class::isInstance)
                .map(Stage.Block.class::cast)
                .toList();
        equipment.tools().forEach((section, tools) -> tools(section, tools, blocks));
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

    private void tools(SectionId section, Set<Tool> tools, List<Stage.Block> blocks) {
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
    }

    /** Whoever can finish only by time needs a clock that ends the exam. */
    void end(List<TimeBox> boxes) {
        if (!route.isEmpty()
                && route.getLast() instanceof Stage.HandIn handIn
                && handIn.finish().needsClock()) {
            List<StageId> order = route.stream().map(Stage::id).toList();
            int lastBlock = PaperCheck.lastBlock(route);
            findings.require(
                    boxes.stream()
                            .anyMatch(box -> box.run(order)
                                    .filter(run -> run.contains(lastBlock))
                                    .isPresent()),
                    "stage " + handIn.id(),
                    "where the exam cannot be finished early, the last block needs a time limit, or it would never end");
        }
    }
}

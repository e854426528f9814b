package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.time.Duration;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * An exam as it is set: immutable, versioned, and without its key.
 *
 * @param version 1 or more
 * @param route the stages in order; the last, and only the last, is a {@link Stage.HandIn}
 * @param boxes the time limits; of any two, either one contains the other or they have no stage in common
 * @param lateAcceptance how far a claim about the time at which something was done is believed
 * @param scoreRelease when the candidate may see the score
 * @param languages the languages it can be read in
 * @param rules the rules that belong to no single stage
 */
public record Paper(
        PaperId id,
        int version,
        String title,
        List<Stage> route,
        List<TimeBox> boxes,
        LateAcceptance lateAcceptance,
        ScoreRelease scoreRelease,
        Languages languages,
        ExamRules rules) {

    /**
     * @throws NullPointerException if a component is null
     * @throws MalformedPaperException if the paper is not well formed, with all findings
     */
    public Paper {
        requireNonNull(id, "id");
        requireNonNull(title, "title");
        route = List.copyOf(route);
        boxes = List.copyOf(boxes);
        requireNonNull(lateAcceptance, "lateAcceptance");
        requireNonNull(scoreRelease, "scoreRelease");
        requireNonNull(languages, "languages");
        requireNonNull(rules, "rules");
        List<Finding> findings = PaperCheck.findings(version, route, boxes, lateAcceptance, languages, rules);
        if (!findings.isEmpty()) {
            throw new MalformedPaperException(findings);
        }
    }

    /** When the score is shown to the candidate. */
    public enum ScoreRelease {
        AT_ONCE,
        LATER
    }

    /** Returns this paper as one candidate sits it: with the items and the order of options that {@code seed} draws. */
    public Paper drawn(long seed) {
        List<Stage> drawn = route.stream()
                .map(stage -> stage instanceof Stage.Block block ? block.drawn(seed) : stage)
                .toList();
        return asking(drawn);
    }

    /** Returns this paper with another route, and of its equipment what belongs to the blocks of that. */
    Paper asking(List<Stage> otherRoute) {
        List<Stage.Block> blocks = otherRoute.stream()
                .filter(Stage.Block.class::isInstance)
                .map(Stage.Block.class::cast)
                .toList();
        return new Paper(
                id,
                version,
                title,
                otherRoute,
                boxes,
                lateAcceptance,
                scoreRelease,
                languages,
                rules.with(rules.equipment().within(blocks)));
    }

    /** Returns the position of a stage on the route, from 0, or -1 if the paper has no such stage. */
    public int indexOf(StageId stage) {
        return IntStream.range(0, route.size())
                .filter(i -> route.get(i).id().equals(stage))
                .findFirst()
                .orElse(-1);
    }

    public Stream<Stage.Block> blocks() {
        return route.stream().filter(Stage.Block.class::isInstance).map(Stage.Block.class::cast);
    }

    /** Returns the number of every question: its place in its block, from 1. */
    public Map<ItemId, Integer> numbers() {
        Map<ItemId, Integer> numbers = new LinkedHashMap<>();
        blocks().forEach(block -> numbers.putAll(block.numbers()));
        return numbers;
    }

    public Stream<Section> sections() {
        return blocks().flatMap(block -> block.sections().stream());
    }

    public Optional<Item> item(ItemId id) {
        return items().filter(item -> item.id().equals(id)).findFirst();
    }

    public Stream<Item> items() {
        return sections().flatMap(Section::items);
    }

    /** Returns whether {@code box} covers the stage at {@code index}. */
    public boolean covers(TimeBox box, int index) {
        return indexOf(box.first()) <= index && index <= indexOf(box.last());
    }

    /**
     * Returns this paper as a candidate may know it who has reached the stage at {@code index}: every block after it is
     * replaced by the bare fact that it is there, and its equipment is left out.
     */
    public Paper knownUpTo(int index) {
        List<Stage> known = IntStream.range(0, route.size())
                .mapToObj(i -> i > index && route.get(i) instanceof Stage.Block block
                        ? new Stage.Unopened(block.id(), block.title(), block.questions())
                        : route.get(i))
                .toList();
        return asking(known);
    }

    /** Returns the sum of the limits that lie in no other limit: how long the sections may take together. */
    public Duration length() {
        Duration length = Duration.ZERO;
        for (int i = 0; i < boxes.size(); i++) {
            length = isOutermost(i) ? length.plus(boxes.get(i).limit()) : length;
        }
        return length;
    }

    /** Of two boxes over the same stages the tighter one counts, or else the first. */
    private boolean isOutermost(int box) {
        return IntStream.range(0, boxes.size())
                .noneMatch(
                        other -> other != box && contains(other, box) && (!contains(box, other) || binds(other, box)));
    }

    private boolean contains(int outer, int inner) {
        return covers(boxes.get(outer), indexOf(boxes.get(inner).first()))
                && covers(boxes.get(outer), indexOf(boxes.get(inner).last()));
    }

    private boolean binds(int box, int twin) {
        int order = boxes.get(box).limit().compareTo(boxes.get(twin).limit());
        return order < 0 || order == 0 && box < twin;
    }

    /** Returns this paper with another route and other boxes. */
    public Paper with(List<Stage> otherRoute, List<TimeBox> otherBoxes) {
        return new Paper(id, version, title, otherRoute, otherBoxes, lateAcceptance, scoreRelease, languages, rules);
    }

    /** Returns this paper with other boxes. */
    Paper with(List<TimeBox> otherBoxes) {
        return with(route, otherBoxes);
    }

    /** Returns this paper with other rules. */
    public Paper with(ExamRules others) {
        return new Paper(id, version, title, route, boxes, lateAcceptance, scoreRelease, languages, others);
    }

    /** Returns the stage that ends the route. */
    public Stage.HandIn handIn() {
        return (Stage.HandIn) route.getLast();
    }

    /** Returns the position of the last block on the route. */
    public int lastBlock() {
        return PaperCheck.lastBlock(route);
    }

    /** Returns the longest of the time boxes that cover the last block, or empty if it is untimed. */
    public Optional<TimeBox> boxOfTheEnd() {
        return boxes.stream().filter(box -> covers(box, lastBlock())).max(Comparator.comparing(TimeBox::limit));
    }

    /** Returns whether all questions of {@code block} can be read through on one page. */
    public boolean hasWholeView(Stage.Block block) {
        return block.isFree() && rules.ownBreaks().filter(OwnBreaks::seals).isEmpty();
    }
}

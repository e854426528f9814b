package dauntingledger.app.papers;

import dauntingledger.app.papers.PaperText.Page;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.TimeBox;
import java.time.Duration;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/** Reads the side file of a package: the route, the time boxes and the rules of the paper as a whole. */
final class SideFileReader {

    static final String NAMESPACE = "urn:daunting-ledger:paper:1";

    private final XmlElement root;
    private final MarkupWriter markup;
    private final Problems problems;
    private final Map<StageId, List<Page>> pages = new LinkedHashMap<>();

    SideFileReader(XmlElement root, MarkupWriter markup, Problems problems) {
        this.root = root;
        this.markup = markup;
        this.problems = problems;
    }

    /** The paper, built when asked for, and the pages of its notices and instructions. */
    record Read(Supplier<Paper> builder, Map<StageId, List<Page>> pages) {
        Paper paper() {
            return builder.get();
        }
    }

    /** Returns the paper made of {@code blocks}, with {@code limits} by test part, or empty after noting why not. */
    Optional<Read> read(Map<String, Stage.Block> blocks, Map<String, Duration> limits) {
        if (!root.name().equals("paper")) {
            problems.add(root, "the side file must begin with 'paper' in the namespace " + NAMESPACE);
            return Optional.empty();
        }
        List<Stage> route = new ArrayList<>();
        root.elements("route")
                .flatMap(XmlElement::elements)
                .forEach(stage -> attempt(stage, () -> stage(stage, blocks)).ifPresent(route::add));
        List<TimeBox> boxes = new ArrayList<>();
        limits.forEach((part, limit) ->
                attempt(root, () -> boxOfPart(part, limit, blocks)).ifPresent(boxes::add));
        root.elements("box").forEach(box -> attempt(box, () -> box(box)).ifPresent(boxes::add));
        Optional<PaperId> id = attempt(root, () -> new PaperId(required(root, "id")));
        Optional<Integer> version = attempt(root, () -> Integer.valueOf(required(root, "version")));
        Optional<Duration> late = attempt(root, () -> span(root, "late-acceptance", Duration.ofMinutes(15)));
        Optional<Paper.ScoreRelease> release = attempt(root, this::release);
        problems.throwIfAny();
        return Optional.of(new Read(
                () -> new Paper(
                        id.orElseThrow(),
                        version.orElseThrow(),
                        required(root, "title"),
                        route,
                        boxes,
                        late.orElseThrow(),
                        release.orElseThrow()),
                pages));
    }

    private Stage stage(XmlElement element, Map<String, Stage.Block> blocks) {
        return switch (element.name()) {
            case "block" -> block(element, blocks);
            case "notice" -> notice(element);
            case "instructions" -> {
                StageId id = stageId(element);
                pages.put(id, element.elements("page").map(this::page).toList());
                yield new Stage.Instructions(id, required(element, "title"));
            }
            case "break" ->
                new Stage.Break(
                        stageId(element), required(element, "title"), span(element, "length", null), clocks(element));
            case "hand-in" ->
                new Stage.HandIn(stageId(element), required(element, "title"), span(element, "within", null));
            default ->
                throw new IllegalArgumentException("there is no kind of stage '" + element.name()
                        + "'; allowed are notice, instructions, block, break, hand-in");
        };
    }

    private static Stage.Block block(XmlElement element, Map<String, Stage.Block> blocks) {
        String part = required(element, "part");
        Stage.Block block = blocks.get(part);
        if (block == null) {
            throw new IllegalArgumentException("the test has no part '" + part + "'");
        }
        return block;
    }

    private Stage.Notice notice(XmlElement element) {
        StageId id = stageId(element);
        Page page = page(element);
        pages.put(id, List.of(page));
        Optional<Duration> limit = element.attribute("limit").map(text -> parse("limit", text));
        return new Stage.Notice(id, page.title(), Hash.of(page.html()).hex(), limit);
    }

    private Page page(XmlElement element) {
        return new Page(required(element, "title"), markup.inside(element));
    }

    private static Stage.Break.Clocks clocks(XmlElement element) {
        String text = element.attribute("clocks").orElse("stand-still");
        return switch (text) {
            case "stand-still" -> Stage.Break.Clocks.STAND_STILL;
            case "run-on" -> Stage.Break.Clocks.RUN_ON;
            default ->
                throw new IllegalArgumentException("clocks must be stand-still or run-on, but is '" + text + "'");
        };
    }

    private Paper.ScoreRelease release() {
        String text = root.attribute("score-release").orElse("later");
        return switch (text) {
            case "at-once" -> Paper.ScoreRelease.AT_ONCE;
            case "later" -> Paper.ScoreRelease.LATER;
            default ->
                throw new IllegalArgumentException("score-release must be at-once or later, but is '" + text + "'");
        };
    }

    /** A time limit that the standard puts on a test part is a box over that one block. */
    private TimeBox boxOfPart(String part, Duration limit, Map<String, Stage.Block> blocks) {
        Stage.Block block = blocks.get(part);
        if (block == null) {
            throw new IllegalArgumentException("the test has no part '" + part + "'");
        }
        List<Duration> warnings = root.elements("warnings")
                .filter(element -> element.attribute("part").orElse("").equals(part))
                .flatMap(element -> warnings(element).stream())
                .toList();
        return new TimeBox(new BoxId(part), block.title(), limit, block.id(), block.id(), warnings);
    }

    private static TimeBox box(XmlElement element) {
        StageId first = new StageId(required(element, "first"));
        StageId last = new StageId(element.attribute("last").orElse(first.value()));
        return new TimeBox(
                new BoxId(required(element, "id")),
                required(element, "title"),
                span(element, "limit", null),
                first,
                last,
                warnings(element));
    }

    private static List<Duration> warnings(XmlElement element) {
        return element.elements("warning")
                .map(warning -> span(warning, "left", null))
                .toList();
    }

    private static StageId stageId(XmlElement element) {
        return new StageId(required(element, "id"));
    }

    private static String required(XmlElement element, String attribute) {
        return element.attribute(attribute)
                .orElseThrow(() -> new IllegalArgumentException(
                        "'" + element.name() + "' needs the attribute '" + attribute + "'"));
    }

    private static Duration span(XmlElement element, String attribute, @Nullable Duration otherwise) {
        Optional<String> text = element.attribute(attribute);
        return text.isEmpty() && otherwise != null ? otherwise : parse(attribute, required(element, attribute));
    }

    private static Duration parse(String attribute, String text) {
        try {
            return Duration.parse(text);
        } catch (DateTimeParseException e) {
            throw new IllegalArgumentException(
                    attribute + " must be a span of time like PT45M or PT1H30M, but is '" + text + "'", e);
        }
    }

    private <T> Optional<T> attempt(XmlElement where, Supplier<T> reading) {
        try {
            return Optional.of(reading.get());
        } catch (IllegalArgumentException e) {
            problems.add(where, String.valueOf(e.getMessage()));
            return Optional.empty();
        }
    }
}

package dauntingledger.app.papers;

import dauntingledger.app.papers.PaperText.About;
import dauntingledger.app.papers.PaperText.Page;
import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Confirmation;
import dauntingledger.rulebook.paper.Languages;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.paper.TimeBox;
import dauntingledger.rulebook.plain.PlainNames;
import java.time.Duration;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
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

    /**
     * What a side file comes to.
     *
     * @param builder makes the paper when asked for
     * @param pages the pages of notices and instructions
     * @param folders where the other languages are, by tag
     */
    record Read(Supplier<Paper> builder, About about, Map<StageId, List<Page>> pages, Map<String, String> folders) {
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
        Optional<Integer> version = attempt(root, () -> whole(root, "version", required(root, "version")));
        Optional<Duration> late = attempt(root, () -> span(root, "late-acceptance", Duration.ofMinutes(15)));
        Optional<Paper.ScoreRelease> release =
                attempt(root, () -> word(root, "score-release", Paper.ScoreRelease.values(), "later"));
        Optional<Purpose> purpose = attempt(root, this::purpose);
        Map<String, String> folders = new LinkedHashMap<>();
        root.elements("language")
                .forEach(language -> attempt(
                                language, () -> Map.entry(required(language, "tag"), required(language, "folder")))
                        .ifPresent(named -> folders.put(named.getKey(), named.getValue())));
        Optional<Languages> languages = attempt(root, () -> languages(folders));
        Optional<Boolean> shuffled = attempt(root, () -> isTrue(root, "shuffled-keypad"));
        problems.throwIfAny();
        return Optional.of(new Read(
                () -> new Paper(
                        id.orElseThrow(),
                        version.orElseThrow(),
                        required(root, "title"),
                        route,
                        boxes,
                        late.orElseThrow(),
                        release.orElseThrow(),
                        languages.orElseThrow()),
                new About(
                        purpose.orElseThrow(),
                        root.elements("brings").map(XmlElement::text).toList(),
                        shuffled.orElseThrow()),
                pages,
                folders));
    }

    private Stage stage(XmlElement element, Map<String, Stage.Block> blocks) {
        return switch (element.name()) {
            case "block" -> block(element, blocks);
            case "notice" -> notice(element);
            case "instructions" -> instructions(element);
            case "identity" -> new Stage.Identity(stageId(element), required(element, "title"));
            case "admission" -> admission(element);
            case "station-check" ->
                new Stage.StationCheck(
                        stageId(element),
                        required(element, "title"),
                        words(element, "lines", StationLine.values(), "window storage clock sound full-screen"));
            case "portrait" -> new Stage.Portrait(stageId(element), required(element, "title"));
            case "language-choice" -> new Stage.LanguageChoice(stageId(element), required(element, "title"));
            case "try-out" -> new Stage.TryOut(stageId(element), required(element, "title"));
            case "break" ->
                new Stage.Break(
                        stageId(element),
                        required(element, "title"),
                        span(element, "length", null),
                        word(element, "clocks", Stage.Break.Clocks.values(), "stand-still"));
            case "hand-in" ->
                new Stage.HandIn(stageId(element), required(element, "title"), span(element, "within", null));
            default ->
                throw new IllegalArgumentException("there is no kind of stage '" + element.name()
                        + "'; allowed are notice, instructions, block, break, hand-in");
        };
    }

    /** A block takes its title from its first section unless the side file gives it one of its own. */
    private static Stage.Block block(XmlElement element, Map<String, Stage.Block> blocks) {
        String part = required(element, "part");
        Stage.Block block = blocks.get(part);
        if (block == null) {
            throw new IllegalArgumentException("the test has no part '" + part + "'");
        }
        Stage.Block titled =
                new Stage.Block(block.id(), element.attribute("title").orElse(block.title()), block.sections());
        blocks.put(part, titled);
        return titled;
    }

    private Stage.Instructions instructions(XmlElement element) {
        StageId id = stageId(element);
        pages.put(id, element.elements("page").map(this::page).toList());
        return new Stage.Instructions(
                id,
                required(element, "title"),
                optional(element, "reading-time"),
                span(element, "least", Duration.ZERO));
    }

    private static Stage.Admission admission(XmlElement element) {
        return new Stage.Admission(
                stageId(element),
                required(element, "title"),
                Set.copyOf(words(element, "by", Stage.Admission.Way.values(), "schedule")),
                whole(element, "tries", "5"),
                word(element, "late", Stage.Admission.Late.values(), "not-admitted"));
    }

    private Stage.Notice notice(XmlElement element) {
        StageId id = stageId(element);
        Confirmation.How how = word(element, "confirm", Confirmation.How.values(), "press");
        List<String> statements =
                element.elements("statement").map(XmlElement::text).toList();
        if (statements.size() > 1) {
            throw new IllegalArgumentException("a notice has one statement at most, but has " + statements.size());
        }
        Page page = page(withoutStatements(element));
        pages.put(id, List.of(page));
        return new Stage.Notice(
                id,
                page.title(),
                whole(element, "version", "1"),
                Set.of(Hash.of(page.html()).hex()),
                optional(element, "limit"),
                new Confirmation(how, statements),
                isTrue(element, "consent-to-camera"),
                isTrue(element, "keeps-appointment"));
    }

    /** The statement is shown beside its box, and is no part of the running text. */
    private static XmlElement withoutStatements(XmlElement notice) {
        List<Object> children = notice.children().stream()
                .filter(child ->
                        !(child instanceof XmlElement inner && inner.name().equals("statement")))
                .toList();
        return new XmlElement(notice.file(), notice.line(), notice.name(), notice.attributes(), children);
    }

    private Page page(XmlElement element) {
        return new Page(required(element, "title"), markup.inside(element), element.attribute("audio"));
    }

    private Languages languages(Map<String, String> folders) {
        List<String> tags = new ArrayList<>(List.of(root.attribute("lang").orElse("en")));
        tags.addAll(folders.keySet());
        return new Languages(tags, isTrue(root, "switching"));
    }

    private Purpose purpose() {
        return word(root, "purpose", Purpose.values(), "official");
    }

    private static boolean isTrue(XmlElement element, String attribute) {
        String text = element.attribute(attribute).orElse("false");
        if (!text.equals("true") && !text.equals("false")) {
            throw new IllegalArgumentException(attribute + " must be true or false, but is '" + text + "'");
        }
        return text.equals("true");
    }

    private static int whole(XmlElement element, String attribute, String otherwise) {
        String text = element.attribute(attribute).orElse(otherwise);
        try {
            return Integer.parseInt(text);
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException(attribute + " must be a whole number, but is '" + text + "'", e);
        }
    }

    /** Reads an attribute that names one constant, as {@code not-admitted} names {@code NOT_ADMITTED}. */
    private static <E extends Enum<E>> E word(XmlElement element, String attribute, E[] constants, String otherwise) {
        List<E> read = words(element, attribute, constants, otherwise);
        if (read.size() != 1) {
            throw new IllegalArgumentException(attribute + " must be one word");
        }
        return read.getFirst();
    }

    /** Reads an attribute that names constants, with spaces between them. */
    private static <E extends Enum<E>> List<E> words(
            XmlElement element, String attribute, E[] constants, String otherwise) {
        String text = element.attribute(attribute).orElse(otherwise);
        return Arrays.stream(text.strip().split("\\s+"))
                .map(word -> PlainNames.find(word, constants)
                        .orElseThrow(() -> new IllegalArgumentException(attribute + " must be one of "
                                + Arrays.stream(constants).map(PlainNames::name).toList() + ", but is '" + word
                                + "'")))
                .toList();
    }

    private static Optional<Duration> optional(XmlElement element, String attribute) {
        return element.attribute(attribute).map(text -> parse(attribute, text));
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

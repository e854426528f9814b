package dauntingledger.app.papers;

import static dauntingledger.app.papers.Attributes.isTrue;
import static dauntingledger.app.papers.Attributes.optional;
import static dauntingledger.app.papers.Attributes.required;
import static dauntingledger.app.papers.Attributes.span;
import static dauntingledger.app.papers.Attributes.whole;
import static dauntingledger.app.papers.Attributes.word;
import static dauntingledger.app.papers.Attributes.words;

import dauntingledger.app.papers.PaperText.About;
import dauntingledger.app.papers.PaperText.Page;
import dauntingledger.app.papers.PaperText.Purpose;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.Confirmation;
import dauntingledger.rulebook.paper.Detail;
import dauntingledger.rulebook.paper.ExamRules;
import dauntingledger.rulebook.paper.Languages;
import dauntingledger.rulebook.paper.LateAcceptance;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.paper.TimeBox;
import dauntingledger.rulebook.results.ResultRules;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;

/** Reads the side file of a package: the route, the time boxes and the rules of the paper as a whole. */
final class SideFileReader {

    static final String NAMESPACE = "urn:daunting-ledger:paper:1";

    private final XmlElement root;
    private final MarkupWriter markup;
    private final ExhibitReader exhibits;
    private final Problems problems;
    private final Map<StageId, List<Page>> pages = new LinkedHashMap<>();

    SideFileReader(XmlElement root, MarkupWriter markup, ExhibitReader exhibits, Problems problems) {
        this.root = root;
        this.markup = markup;
        this.exhibits = exhibits;
        this.problems = problems;
    }

    /**
     * What a side file comes to.
     *
     * @param builder makes the paper when asked for
     * @param results how marks become a result
     * @param pages the pages of notices and instructions
     * @param folders where the other languages are, by tag
     */
    record Read(
            Supplier<Paper> builder,
            About about,
            ResultRules results,
            Map<StageId, List<Page>> pages,
            Map<String, String> folders) {
        Paper paper() {
            return builder.get();
        }
    }

    private List<Stage> route(Map<String, Stage.Block> blocks) {
        List<Stage> route = new ArrayList<>();
        root.elements("route")
                .flatMap(XmlElement::elements)
                .forEach(stage ->
                        problems.attempt(stage, () -> stage(stage, blocks)).ifPresent(route::add));
        return route;
    }

    private List<TimeBox> boxes(Map<String, Stage.Block> blocks, Map<String, Duration> limits) {
        List<TimeBox> boxes = new ArrayList<>();
        limits.forEach((part, limit) ->
                problems.attempt(root, () -> boxOfPart(part, limit, blocks)).ifPresent(boxes::add));
        root.elements("box")
                .forEach(box -> problems.attempt(box, () -> box(box)).ifPresent(boxes::add));
        return boxes;
    }

    /** Returns the folders of the translations by their languages. */
    private Map<String, String> folders() {
        Map<String, String> folders = new LinkedHashMap<>();
        root.elements("language")
                .forEach(language -> problems.attempt(
                                language, () -> Map.entry(required(language, "tag"), required(language, "folder")))
                        .ifPresent(named -> folders.put(named.getKey(), named.getValue())));
        return folders;
    }

    /** Returns the paper made of {@code blocks}, with {@code limits} by test part, or empty after noting why not. */
    Optional<Read> read(Map<String, Stage.Block> blocks, Map<String, Duration> limits) {
        if (!root.name().equals("paper")) {
            problems.add(root, "the side file must begin with 'paper' in the namespace " + NAMESPACE);
            return Optional.empty();
        }
        List<Stage> route = route(blocks);
        List<TimeBox> boxes = boxes(blocks, limits);
        Optional<PaperId> id = problems.attempt(root, () -> new PaperId(required(root, "id")));
        Optional<Integer> version = problems.attempt(root, () -> whole(root, "version", required(root, "version")));
        Optional<LateAcceptance> late = problems.attempt(root, () -> lateAcceptance(root));
        Optional<Paper.ScoreRelease> release =
                problems.attempt(root, () -> word(root, "score-release", Paper.ScoreRelease.values(), "later"));
        Optional<Purpose> purpose = problems.attempt(root, this::purpose);
        Map<String, String> folders = folders();
        Optional<Languages> languages = problems.attempt(root, () -> languages(folders));
        Optional<ExamRules> rules = problems.attempt(root, () -> ExamRulesReader.rules(root))
                .flatMap(bare -> problems.attempt(root, () -> bare.with(exhibits.equipment(root))));
        Optional<ResultRules> results = problems.attempt(root, () -> ResultRulesReader.rules(root));
        Optional<String> exit = root.element("exit").map(markup::inside);
        Optional<Boolean> shuffled = problems.attempt(root, () -> isTrue(root, "shuffled-keypad"));
        Optional<Boolean> explains = problems.attempt(root, () -> isTrue(root, "explains-marks"));
        checkExplaining(explains, release);
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
                        languages.orElseThrow(),
                        rules.orElseThrow()),
                new About(
                        purpose.orElseThrow(),
                        root.elements("brings").map(XmlElement::text).toList(),
                        shuffled.orElseThrow(),
                        explains.orElseThrow(),
                        exit.orElse("")),
                results.orElseThrow(),
                pages,
                folders));
    }

    private void checkExplaining(Optional<Boolean> explains, Optional<Paper.ScoreRelease> release) {
        if (explains.orElse(false) && !release.equals(Optional.of(Paper.ScoreRelease.AT_ONCE))) {
            problems.add(
                    root,
                    "marks can be explained only where they are released: explains-marks needs"
                            + " score-release 'at-once'");
        }
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
            case "details" ->
                new Stage.Details(
                        stageId(element),
                        required(element, "title"),
                        element.elements("field").map(SideFileReader::detail).toList());
            case "try-out" -> new Stage.TryOut(stageId(element), required(element, "title"));
            case "break" ->
                new Stage.Break(
                        stageId(element),
                        required(element, "title"),
                        span(element, "length", null),
                        span(element, "least", Duration.ZERO),
                        word(element, "clocks", Clocks.values(), "stand-still"),
                        isTrue(element, "sign-in-again"));
            case "hand-in" ->
                new Stage.HandIn(
                        stageId(element),
                        required(element, "title"),
                        span(element, "within", null),
                        ExamRulesReader.finish(element));
            default ->
                throw new IllegalArgumentException("there is no kind of stage '" + element.name()
                        + "'; allowed are notice, identity, admission, station-check, portrait, language-choice, details, try-out, instructions,"
                        + " block, break, hand-in");
        };
    }

    /** The choices of a field have vertical lines between them. */
    private static Detail detail(XmlElement element) {
        return new Detail(
                required(element, "id"),
                required(element, "label"),
                word(element, "kind", Detail.Kind.values(), "text"),
                element.attribute("choices")
                        .map(choices -> List.of(choices.split("\\|")))
                        .orElse(List.of()),
                isTrue(element, "required"));
    }

    /** A block takes its title from its first section unless the side file gives it one of its own. */
    private static Stage.Block block(XmlElement element, Map<String, Stage.Block> blocks) {
        String part = required(element, "part");
        Stage.Block block = blocks.get(part);
        if (block == null) {
            throw new IllegalArgumentException("the test has no part '" + part + "'");
        }
        Stage.Block titled = new Stage.Block(
                block.id(),
                element.attribute("title").orElse(block.title()),
                block.sections(),
                isTrue(element, "review", "true"));
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
                span(element, "least", Duration.ZERO),
                word(element, "clocks", Clocks.values(), "run-on"));
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

    private static LateAcceptance lateAcceptance(XmlElement root) {
        return new LateAcceptance(
                span(root, "late-acceptance", LateAcceptance.USUAL.carried()),
                span(root, "dating-grace", LateAcceptance.USUAL.grace()));
    }

    private Languages languages(Map<String, String> folders) {
        List<String> tags = new ArrayList<>(List.of(root.attribute("lang").orElse("en")));
        tags.addAll(folders.keySet());
        return new Languages(tags, isTrue(root, "switching"));
    }

    private Purpose purpose() {
        return word(root, "purpose", Purpose.values(), "official");
    }

    /** A time limit that the standard puts on a test part is a box over that one block. */
    private TimeBox boxOfPart(String part, Duration limit, Map<String, Stage.Block> blocks) {
        Stage.Block block = blocks.get(part);
        if (block == null) {
            throw new IllegalArgumentException("the test has no part '" + part + "'");
        }
        List<Duration> warnings = root.elements("warnings")
                .filter(element -> element.attribute("part").orElse("").equals(part))
                .flatMap(element -> ExamRulesReader.warnings(element).stream())
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
                ExamRulesReader.warnings(element));
    }

    private static StageId stageId(XmlElement element) {
        return new StageId(required(element, "id"));
    }
}

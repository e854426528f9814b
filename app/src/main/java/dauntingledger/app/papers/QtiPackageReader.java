package dauntingledger.app.papers;

import dauntingledger.app.papers.PaperText.ItemText;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Entering;
import dauntingledger.rulebook.paper.Finding;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.ItemSetId;
import dauntingledger.rulebook.paper.MalformedPaperException;
import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Selection;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.scoring.ItemKey;
import dauntingledger.rulebook.scoring.Key;
import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Reads a QTI 3.0 package: {@code imsmanifest.xml} names a test and its items; the test's parts become blocks, its
 * sections become sections, and sections inside sections become item sets. What the standard has no words for (breaks,
 * notices, boxes over several stages, warnings) stands in the side file {@value #SIDE_FILE}.
 */
final class QtiPackageReader {

    /*
     * Reading collects problems and goes on wherever it can, so that an author sees them all at once. Whatever is
     * missing after a problem was noted is left out; nothing of it is used, because the problems are thrown at the end.
     */

    static final String MANIFEST = "imsmanifest.xml";
    static final String SIDE_FILE = "daunting-ledger.xml";

    private static final Set<String> DRAWN = Set.of("qti-selection", "qti-ordering");

    private final Problems problems;
    private final XmlReader xml;
    private final DocumentCheck check;
    private final PackageFiles files;
    private final MarkupWriter markup;
    private final Map<ItemId, ItemText> itemTexts = new LinkedHashMap<>();
    private final Map<ItemId, ItemKey> key = new LinkedHashMap<>();
    private final Map<ItemId, List<Feedback>> feedback = new LinkedHashMap<>();
    private final Map<String, ItemId> ownNames = new LinkedHashMap<>();
    private final Map<String, Duration> partLimits = new LinkedHashMap<>();
    private final References setRules = new References("set");
    private final References sectionRules = new References("section");
    private final References enteringRules = new References("entering");

    private QtiPackageReader(PackageFiles files, Problems problems) {
        this.files = files;
        this.problems = problems;
        this.xml = new XmlReader(problems);
        this.check = new DocumentCheck(problems);
        this.markup = new MarkupWriter(files, xml, problems);
    }

    /** @throws PackageRefusedException with everything that is wrong */
    static ReadPaper read(byte[] zip) throws IOException {
        Problems problems = new Problems();
        PackageFiles files = PackageFiles.unpack(zip, problems);
        One first = new QtiPackageReader(files, problems).read();
        Map<String, One> others = new LinkedHashMap<>();
        first.folders()
                .forEach((tag, folder) -> others.put(
                        tag,
                        new QtiPackageReader(
                                        files.overlaid(folder), problems.naming(path -> files.overlaidBy(folder, path)))
                                .read()));
        return new Translations(problems, files).join(first, others);
    }

    /**
     * A package in one language.
     *
     * @param ownNames what items call themselves, where their places in the test call them otherwise
     * @param folders the folders of the other languages, by tag
     */
    record One(
            PaperText text,
            Key key,
            Map<ItemId, List<Feedback>> feedback,
            Map<String, ItemId> ownNames,
            Map<String, String> folders) {}

    private One read() {
        Optional<XmlElement> test =
                document(MANIFEST, "a package needs a manifest").flatMap(this::test);
        Optional<XmlElement> side =
                files.has(SIDE_FILE) ? document(SIDE_FILE, "") : test.map(QtiPackageReader::plainSideFile);
        problems.throwIfAny();
        XmlElement rules = side.orElseThrow();
        setRules.readFrom(rules);
        sectionRules.readFrom(rules);
        enteringRules.readFrom(rules);
        Map<String, Stage.Block> blocks = blocks(test.orElseThrow());
        setRules.noteUnused("item set", problems);
        sectionRules.noteUnused("section", problems);
        enteringRules.noteUnused("item", problems);
        ExhibitReader exhibits = new ExhibitReader(files, xml, markup, problems);
        SideFileReader reader = new SideFileReader(side.orElseThrow(), markup, exhibits, problems);
        Optional<SideFileReader.Read> read = reader.read(blocks, partLimits);
        problems.throwIfAny();
        Paper paper = paper(side.orElseThrow(), read.orElseThrow());
        Key judged = new Key(key);
        judged.findings(paper).forEach(finding -> note(side.orElseThrow(), finding));
        problems.throwIfAny();
        SideFileReader.Read rest = read.orElseThrow();
        PaperText text = new PaperText(
                paper.languages().first(), paper, rest.about(), rest.pages(), itemTexts, exhibits.texts());
        return new One(text, judged, feedback, ownNames, rest.folders());
    }

    /** A package without our side file is a row of its parts, and the hand-in. */
    private static XmlElement plainSideFile(XmlElement test) {
        List<Object> route = new ArrayList<>();
        test.elements("qti-test-part").forEach(part -> route.add(made("block", Map.of("part", id(part)), List.of())));
        route.add(made("hand-in", Map.of("id", "hand-in", "title", "Hand in", "within", "PT10M"), List.of()));
        return made(
                "paper",
                Map.of("id", id(test), "version", "1", "title", title(test).isEmpty() ? id(test) : title(test)),
                List.of(made("route", Map.of(), route)));
    }

    private static XmlElement made(String name, Map<String, String> attributes, List<Object> children) {
        return new XmlElement(MANIFEST, 0, name, attributes, children);
    }

    private Paper paper(XmlElement side, SideFileReader.Read read) {
        try {
            return read.paper();
        } catch (MalformedPaperException e) {
            e.findings().forEach(finding -> note(side, finding));
            problems.throwIfAny();
            throw e;
        }
    }

    private void note(XmlElement where, Finding finding) {
        problems.add(where.file(), 0, finding.toString());
    }

    private Optional<XmlElement> document(String path, String ifMissing) {
        Optional<byte[]> file = files.file(path);
        if (file.isEmpty()) {
            problems.add(path.isEmpty() ? "package" : path, 0, "the package has no such file, and " + ifMissing);
        }
        Optional<XmlElement> read = file.flatMap(bytes -> xml.read(path, bytes));
        read.ifPresent(check::look);
        return read;
    }

    private Optional<XmlElement> test(XmlElement manifest) {
        List<XmlElement> resources = manifest.descendants()
                .filter(element -> element.name().equals("resource"))
                .toList();
        for (XmlElement resource : resources) {
            String href = href(resource);
            if (resource.attribute("href").isPresent() && !files.has(href)) {
                problems.add(resource, "the package has no file '" + href + "'");
            }
        }
        List<XmlElement> tests = resources.stream()
                .filter(resource -> resource.attribute("type").orElse("").startsWith("imsqti_test_xmlv3p"))
                .toList();
        if (tests.isEmpty()) {
            return testOfItems(manifest, resources);
        }
        if (tests.size() > 1) {
            problems.add(
                    manifest,
                    "a package must hold one test at most (type imsqti_test_xmlv3p0), but holds " + tests.size());
            return Optional.empty();
        }
        return document(href(tests.getFirst()), "the manifest names this test");
    }

    /** Items without a test are one part with one section. */
    private Optional<XmlElement> testOfItems(XmlElement manifest, List<XmlElement> resources) {
        List<Object> refs = new ArrayList<>();
        resources.stream()
                .filter(resource -> resource.attribute("type").orElse("").startsWith("imsqti_item_xmlv3p"))
                .forEach(resource -> {
                    String href = href(resource);
                    document(href, "the manifest names this item")
                            .ifPresent(item -> refs.add(made(
                                    "qti-assessment-item-ref",
                                    Map.of("identifier", id(item), "href", href),
                                    List.of())));
                });
        if (refs.isEmpty()) {
            problems.add(
                    manifest, "a package must hold a test (type imsqti_test_xmlv3p0) or items (imsqti_item_xmlv3p0)");
            return Optional.empty();
        }
        String name = manifest.attribute("identifier").orElse("items");
        XmlElement section = made("qti-assessment-section", Map.of("identifier", "items", "title", "Questions"), refs);
        XmlElement part = made(
                "qti-test-part",
                Map.of("identifier", "part", "navigation-mode", "nonlinear", "submission-mode", "simultaneous"),
                List.of(section));
        return Optional.of(made("qti-assessment-test", Map.of("identifier", name, "title", name), List.of(part)));
    }

    private Map<String, Stage.Block> blocks(XmlElement test) {
        Map<String, Stage.Block> blocks = new LinkedHashMap<>();
        look(test);
        test.elements("qti-test-part").forEach(part -> {
            String id = part.attribute("identifier").orElse("");
            SessionControl control = SessionControl.of(part, problems);
            limit(part).ifPresent(limit -> partLimits.put(id, limit));
            List<Section> sections = new ArrayList<>();
            part.elements("qti-assessment-section")
                    .forEach(section -> problems.run(section, () -> {
                        sections.add(section(section, control));
                    }));
            String title = sections.isEmpty() ? id : sections.getFirst().title();
            problems.run(part, () -> blocks.put(id, new Stage.Block(new StageId(id), title, sections, true)));
        });
        return blocks;
    }

    /** Names what of a test is not supported, and what is left out. */
    private void look(XmlElement test) {
        test.descendants().forEach(element -> {
            switch (element.name()) {
                case "qti-outcome-processing", "qti-test-feedback", "qti-outcome-declaration" ->
                    problems.note(element, "'" + element.name() + "' of a test is left out; marks are added up");
                case "qti-time-limits" -> {
                    if (test.elements("qti-test-part")
                            .flatMap(part -> part.elements("qti-time-limits"))
                            .noneMatch(limits -> limits == element)) {
                        problems.note(element, "time limits are read on a part; this one is left out");
                    }
                }
                case "qti-pre-condition", "qti-branch-rule", "qti-template-default", "qti-adaptive-selection" ->
                    problems.add(element, "'" + element.name() + "' is not supported");
                default -> {}
            }
        });
    }

    private Optional<Duration> limit(XmlElement owner) {
        return owner.element("qti-time-limits")
                .flatMap(limits -> limits.attribute("max-time").flatMap(seconds -> seconds(limits, seconds)));
    }

    private Optional<Duration> seconds(XmlElement limits, String seconds) {
        try {
            return Optional.of(Duration.ofSeconds(Long.parseLong(seconds)));
        } catch (NumberFormatException e) {
            problems.add(limits, "max-time must be a whole number of seconds, but is '" + seconds + "'");
            return Optional.empty();
        }
    }

    private Section section(XmlElement section, SessionControl outer) {
        SessionControl control = outer.within(section, problems);
        List<ItemSet> sets = new ArrayList<>();
        List<XmlElement> inner = section.elements("qti-assessment-section").toList();
        if (!inner.isEmpty() && section.elements().anyMatch(element -> DRAWN.contains(element.name()))) {
            problems.add(section, "items can be selected and ordered in a section without sections in it only");
        }
        if (!inner.isEmpty() && section.element("qti-assessment-item-ref").isPresent()) {
            problems.add(section, "a section holds items or sections, not both");
        }
        if (inner.isEmpty()) {
            sets.add(set(section, control));
        }
        inner.forEach(set -> problems.run(set, () -> sets.add(set(set, control))));
        String title = title(section).isEmpty() ? id(section) : title(section);
        return new Section(new SectionId(id(section)), title, movement(section, control), sets);
    }

    /** The side file says what the standard has no words for, and then holds in place of it. */
    private Movement movement(XmlElement section, SessionControl control) {
        Movement standard = control.movement();
        return sectionRules
                .take(id(section))
                .map(rule -> new Movement(
                        Attributes.word(
                                rule, "movement", Movement.Direction.values(), PlainNames.name(standard.direction())),
                        standard.answering() || Attributes.isTrue(rule, "must-answer"),
                        Attributes.isTrue(rule, "must-see-end")))
                .orElse(standard);
    }

    private Entering entering(String item, SessionControl control) {
        return enteringRules
                .take(item)
                .map(rule -> new Entering(Attributes.isTrue(rule, "deliberate"), Attributes.whole(rule, "tries", "0")))
                .orElse(control.entering());
    }

    private ItemSet set(XmlElement section, SessionControl outer) {
        SessionControl control = outer.inside(section, problems);
        List<Item> items = new ArrayList<>();
        section.elements("qti-assessment-item-ref")
                .forEach(ref -> problems.run(ref, () -> item(ref, control).ifPresent(items::add)));
        String id = id(section);
        Optional<XmlElement> rule = setRules.take(id);
        return new ItemSet(
                new ItemSetId(id),
                title(section).isEmpty() ? id : title(section),
                rule.map(of -> Attributes.isTrue(of, "floor-at-zero")).orElse(false),
                shared(items)
                        ? rule.map(of -> Attributes.word(of, "stimulus", ItemSet.Stimulus.values(), "case"))
                                .orElse(ItemSet.Stimulus.CASE)
                        : ItemSet.Stimulus.NONE,
                selection(section),
                items);
    }

    /** Returns whether several items are about the same. */
    private boolean shared(List<Item> items) {
        return items.size() > 1
                && items.stream().map(item -> stimuli(item.id())).distinct().count() == 1
                && !stimuli(items.getFirst().id()).isEmpty();
    }

    private List<String> stimuli(ItemId item) {
        return Optional.ofNullable(itemTexts.get(item)).stream()
                .flatMap(text -> text.stimuli().stream())
                .map(PaperText.Stimulus::id)
                .toList();
    }

    private static Selection selection(XmlElement section) {
        Optional<XmlElement> selection = section.element("qti-selection");
        boolean shuffled = section.element("qti-ordering")
                .map(ordering -> Attributes.isTrue(ordering, "shuffle"))
                .orElse(false);
        if (selection.filter(one -> Attributes.isTrue(one, "with-replacement")).isPresent()) {
            throw new IllegalArgumentException("an item cannot be asked twice; with-replacement is not supported");
        }
        return new Selection(
                selection.map(one -> Attributes.whole(one, "select", "0")).orElse(0),
                that(section, "required"),
                shuffled,
                that(section, "fixed"));
    }

    /** Returns the items of a section that say so of themselves. */
    private static Set<ItemId> that(XmlElement section, String attribute) {
        return section.elements("qti-assessment-item-ref")
                .filter(ref -> Attributes.isTrue(ref, attribute))
                .map(ref -> new ItemId(id(ref)))
                .collect(Collectors.toSet());
    }

    private Optional<Item> item(XmlElement ref, SessionControl outer) {
        SessionControl control = outer.inside(ref, problems);
        ItemId id = new ItemId(id(ref));
        Optional<XmlElement> root = document(href(ref), "the test names this item");
        return root.flatMap(element -> new ItemReader(
                                id.value(),
                                element,
                                markup,
                                files,
                                problems,
                                file -> document(file, "an item refers to this stimulus"))
                        .read())
                .map(read -> {
                    itemTexts.put(id, read.text());
                    key.put(id, read.key());
                    feedback.put(id, read.feedback());
                    root.map(QtiPackageReader::id).ifPresent(own -> ownNames.putIfAbsent(own, id));
                    return new Item(
                            id,
                            read.interactions(),
                            weight(ref, "MARKS").orElseGet(() -> read.key().most()),
                            weight(ref, "PENALTY").orElse(Rational.ZERO),
                            read.credit(),
                            entering(id.value(), control));
                });
    }

    private static Optional<Rational> weight(XmlElement ref, String name) {
        return ref.elements("qti-weight")
                .filter(weight -> weight.attribute("identifier").orElse("").equals(name))
                .findFirst()
                .map(weight -> Attributes.rational(weight, "value"));
    }

    private static String href(XmlElement element) {
        return PackageFiles.resolve(element.file(), element.attribute("href").orElse(""));
    }

    private static String id(XmlElement element) {
        return element.attribute("identifier").orElse("");
    }

    private static String title(XmlElement element) {
        return element.attribute("title").orElse("");
    }
}

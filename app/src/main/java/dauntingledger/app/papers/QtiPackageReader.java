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
import dauntingledger.rulebook.paper.ResponseId;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.scoring.Key;
import dauntingledger.rulebook.scoring.KeyRule;
import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

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

    private final Problems problems;
    private final XmlReader xml;
    private final PackageFiles files;
    private final MarkupWriter markup;
    private final Map<ItemId, ItemText> itemTexts = new LinkedHashMap<>();
    private final Map<ItemId, Map<ResponseId, KeyRule>> key = new LinkedHashMap<>();
    private final Map<String, Duration> partLimits = new LinkedHashMap<>();
    private final References setRules = new References("set");
    private final References sectionRules = new References("section");
    private final References enteringRules = new References("entering");

    private QtiPackageReader(PackageFiles files, Problems problems) {
        this.files = files;
        this.problems = problems;
        this.xml = new XmlReader(problems);
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
     * @param media the files of its exhibits that are sent as they are, by path
     * @param folders the folders of the other languages, by tag
     */
    record One(PaperText text, Key key, Map<String, Papers.Medium> media, Map<String, String> folders) {}

    private One read() {
        Optional<XmlElement> side = document(SIDE_FILE, "a package needs this side file; see docs/PACKAGES.md");
        Optional<XmlElement> test =
                document(MANIFEST, "a package needs a manifest").flatMap(this::test);
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
        return new One(text, judged, exhibits.media(), rest.folders());
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
            problems.add(path, 0, ifMissing);
        }
        return file.flatMap(bytes -> xml.read(path, bytes));
    }

    private Optional<XmlElement> test(XmlElement manifest) {
        List<XmlElement> resources = manifest.descendants()
                .filter(element -> element.name().equals("resource"))
                .toList();
        for (XmlElement resource : resources) {
            String href = resource.attribute("href").orElse("");
            if (files.file(href).isEmpty()) {
                problems.add(resource, "the package has no file '" + href + "'");
            }
        }
        List<XmlElement> tests = resources.stream()
                .filter(resource -> resource.attribute("type").orElse("").startsWith("imsqti_test_xmlv3p"))
                .toList();
        if (tests.size() != 1) {
            problems.add(
                    manifest,
                    "a package must hold exactly one test (type imsqti_test_xmlv3p0), but holds " + tests.size());
            return Optional.empty();
        }
        return document(tests.getFirst().attribute("href").orElse(""), "the manifest names this test");
    }

    private Map<String, Stage.Block> blocks(XmlElement test) {
        Map<String, Stage.Block> blocks = new LinkedHashMap<>();
        test.elements("qti-test-part").forEach(part -> {
            String id = part.attribute("identifier").orElse("");
            SessionControl control = SessionControl.of(part, problems);
            limit(part).ifPresent(limit -> partLimits.put(id, limit));
            List<Section> sections = new ArrayList<>();
            part.elements("qti-assessment-section")
                    .forEach(section -> attempt(section, () -> {
                        sections.add(section(section, control));
                    }));
            String title = sections.isEmpty() ? id : sections.getFirst().title();
            attempt(part, () -> blocks.put(id, new Stage.Block(new StageId(id), title, sections, true)));
        });
        return blocks;
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
        if (inner.isEmpty()) {
            sets.add(set(section, control));
        }
        inner.forEach(set -> attempt(set, () -> sets.add(set(set, control))));
        return new Section(new SectionId(id(section)), title(section), movement(section, control), sets);
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
                .forEach(ref -> attempt(ref, () -> item(ref, control).ifPresent(items::add)));
        String id = id(section);
        boolean floor = setRules.take(id)
                .map(rule -> Attributes.isTrue(rule, "floor-at-zero"))
                .orElse(false);
        return new ItemSet(new ItemSetId(id), title(section), floor, items);
    }

    private Optional<Item> item(XmlElement ref, SessionControl outer) {
        SessionControl control = outer.inside(ref, problems);
        ItemId id = new ItemId(id(ref));
        String path = PackageFiles.resolve(ref.file(), ref.attribute("href").orElse(""));
        Optional<XmlElement> root = document(path, "the test names this item");
        return root.flatMap(element -> new QtiItemReader(
                                element, markup, problems, file -> document(file, "an item refers to this stimulus"))
                        .read())
                .map(read -> {
                    itemTexts.put(id, read.text());
                    key.put(id, read.key());
                    return new Item(
                            id,
                            read.interactions(),
                            weight(ref, "MARKS", Rational.ONE),
                            weight(ref, "PENALTY", Rational.ZERO),
                            read.credit(),
                            entering(id.value(), control));
                });
    }

    private static Rational weight(XmlElement ref, String name, Rational otherwise) {
        return ref.elements("qti-weight")
                .filter(weight -> weight.attribute("identifier").orElse("").equals(name))
                .findFirst()
                .map(weight -> Rational.parse(weight.attribute("value").orElse("")))
                .orElse(otherwise);
    }

    private void attempt(XmlElement where, Runnable reading) {
        try {
            reading.run();
        } catch (IllegalArgumentException e) {
            problems.add(where, String.valueOf(e.getMessage()));
        }
    }

    private static String id(XmlElement element) {
        return element.attribute("identifier").orElse("");
    }

    private static String title(XmlElement element) {
        return element.attribute("title").orElse("");
    }
}

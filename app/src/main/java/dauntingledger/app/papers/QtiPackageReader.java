package dauntingledger.app.papers;

import dauntingledger.rulebook.marking.MarkingScheme;
import dauntingledger.rulebook.paper.Finding;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.MalformedPaperException;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.results.ResultRules;
import dauntingledger.rulebook.scoring.Key;
import java.io.IOException;
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
     * @param ownNames what items call themselves, where their places in the test call them otherwise
     * @param folders the folders of the other languages, by tag
     */
    record One(
            PaperText text,
            Key key,
            ResultRules results,
            Map<ItemId, MarkingScheme> schemes,
            Map<ItemId, List<Feedback>> feedback,
            Map<String, ItemId> ownNames,
            Map<String, String> folders) {}

    private One read() {
        DocumentReader documents = new DocumentReader(files, xml, problems);
        Optional<XmlElement> test = documents
                .document(MANIFEST, "a package needs a manifest")
                .flatMap(manifest -> new ManifestReader(documents, problems).test(manifest));
        Optional<XmlElement> side =
                files.has(SIDE_FILE) ? documents.document(SIDE_FILE, "") : test.map(ManifestReader::plainSideFile);
        problems.throwIfAny();
        XmlElement rules = side.orElseThrow();
        TestReader.Read asked = new TestReader(documents, files, markup, problems).read(test.orElseThrow(), rules);
        ExhibitReader exhibits = new ExhibitReader(files, xml, markup, problems);
        Optional<SideFileReader.Read> read =
                new SideFileReader(rules, markup, exhibits, problems).read(asked.blocks(), asked.limits());
        problems.throwIfAny();
        SideFileReader.Read rest = read.orElseThrow();
        Paper paper = paper(rules, rest);
        Key judged = new Key(asked.keys());
        judged.findings(paper).forEach(finding -> note(rules, finding));
        if (rest.about().purpose() == PaperText.Purpose.OFFICIAL) {
            paper.items()
                    .filter(item -> judged.of(item.id()).template().draws())
                    .map(item -> new Finding(
                            "item " + item.id(),
                            "its numbers are drawn anew for each candidate, which only a paper for practice can have:"
                                    + " answers to an official one are compared with each other"))
                    .forEach(finding -> note(rules, finding));
        }
        rest.results().findings(paper).forEach(finding -> note(rules, finding));
        problems.throwIfAny();
        PaperText text = new PaperText(
                paper.languages().first(), paper, rest.about(), rest.pages(), asked.texts(), exhibits.texts());
        return new One(
                text, judged, rest.results(), asked.schemes(), asked.feedback(), asked.ownNames(), rest.folders());
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
}

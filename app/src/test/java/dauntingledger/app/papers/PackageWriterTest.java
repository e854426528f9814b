package dauntingledger.app.papers;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What is exported imports to an equal paper. */
class PackageWriterTest {

    private static final String ITEM = """
            <qti-assessment-item xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0" identifier="%s" title="%s" adaptive="false" time-dependent="false">
              <qti-response-declaration identifier="RESPONSE" cardinality="multiple" base-type="identifier">
                <qti-correct-response><qti-value>C0</qti-value></qti-correct-response>
              </qti-response-declaration>
              <qti-outcome-declaration identifier="SCORE" cardinality="single" base-type="float"/>
              <qti-item-body><p>%s</p><qti-choice-interaction response-identifier="RESPONSE" shuffle="%s" max-choices="0">%s</qti-choice-interaction></qti-item-body>
              <qti-response-processing template="https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/match_correct.xml"/>
            </qti-assessment-item>
            """;

    @ParameterizedTest
    @MethodSource("dauntingledger.app.papers.Packages#demoNames")
    void writesEveryDemoPaperSoThatItImportsToAnEqualOne(String name) throws IOException {
        byte[] kept = Packages.demo(name).zip();
        ReadPaper read = QtiPackageReader.read(kept);
        byte[] written = PackageWriter.write(kept, read);
        ReadPaper again = QtiPackageReader.read(written);

        assertEqual(again, read);
        assertThat(PackageWriter.write(written, again)).isEqualTo(written);
    }

    @Test
    void writesWhatBelongsToThePaperAndNamesAllOfIt() throws IOException {
        Packages sent = Packages.demo()
                .with("marking-notes.txt", "for markers only")
                .with("items/forgotten.xml", "<qti-assessment-item/>")
                .replacing(
                        "imsmanifest.xml",
                        "</resources>",
                        "<resource identifier=\"forgotten\" type=\"imsqti_item_xmlv3p0\" href=\"items/forgotten.xml\"/>"
                                + "</resources><!-- checked by two -->");
        Map<String, String> written = unpacked(PackageWriter.write(sent.zip(), sent.read()));
        String manifest = written.getOrDefault("imsmanifest.xml", "");

        assertThat(written).doesNotContainKeys("marking-notes.txt", "items/forgotten.xml");
        assertThat(manifest).doesNotContain("forgotten", "checked by two");
        assertThat(written.keySet())
                .filteredOn(path -> !path.equals("imsmanifest.xml"))
                .allSatisfy(path -> assertThat(manifest).contains("href=\"" + path + "\""));
    }

    @Property(tries = 60)
    void writesAnyPaperSoThatItImportsToAnEqualOne(@ForAll("papers") Packages paper) throws IOException {
        ReadPaper read = paper.read();

        assertEqual(QtiPackageReader.read(PackageWriter.write(paper.zip(), read)), read);
    }

    @Property(tries = 300)
    void writesAnyDocumentSoThatTheSameIsRead(@ForAll("documents") XmlElement document) {
        Problems problems = new Problems();
        XmlElement read =
                new XmlReader(problems).read("a.xml", XmlWriter.write(document)).orElseThrow();

        assertThat(problems.count()).isZero();
        assertThat(plain(read)).isEqualTo(plain(document));
    }

    @Provide
    Arbitrary<Packages> papers() {
        Arbitrary<List<String>> options = words().list().ofMinSize(2).ofMaxSize(6);
        return Combinators.combine(words(), words(), options, Arbitraries.of("true", "false"))
                .as((title, words, texts, shuffle) -> List.of(title, words, choices(texts), shuffle))
                .list()
                .ofMinSize(1)
                .ofMaxSize(5)
                .map(items -> {
                    Packages paper = Packages.empty();
                    StringBuilder resources = new StringBuilder();
                    for (int i = 0; i < items.size(); i++) {
                        List<String> item = items.get(i);
                        String path = "items/q" + i + ".xml";
                        paper.with(path, ITEM.formatted("q" + i, item.get(0), item.get(1), item.get(3), item.get(2)));
                        resources.append("<resource identifier=\"q%d\" type=\"imsqti_item_xmlv3p0\" href=\"%s\"/>"
                                .formatted(i, path));
                    }
                    return paper.with(
                            "imsmanifest.xml",
                            "<manifest identifier=\"paper\"><resources>" + resources + "</resources></manifest>");
                });
    }

    private static String choices(List<String> texts) {
        StringBuilder choices = new StringBuilder();
        for (int i = 0; i < texts.size(); i++) {
            choices.append("<qti-simple-choice identifier=\"C%d\">%s</qti-simple-choice>".formatted(i, texts.get(i)));
        }
        return choices.toString();
    }

    /** Words as a document writes them: with references where they need them. */
    private static Arbitrary<String> words() {
        return Arbitraries.of("a", "Ünder", " ", "&amp;", "&lt;b&gt;", "&quot;", "½ °", "𝛼", "&#13;", "x\n y")
                .list()
                .ofMinSize(1)
                .ofMaxSize(5)
                .map(pieces -> "w" + String.join("", pieces));
    }

    @Provide
    Arbitrary<XmlElement> documents() {
        return element(3);
    }

    private static Arbitrary<XmlElement> element(int depth) {
        Arbitrary<String> texts = Arbitraries.of(" ", "\t", "\n", "\r", "&", "<", ">", "\"", "'", "a", "ß€", "𝛼")
                .list()
                .ofMaxSize(6)
                .map(pieces -> String.join("", pieces));
        Arbitrary<Object> children = depth == 0
                ? texts.map(Object.class::cast)
                : Arbitraries.oneOf(List.of(
                        texts.map(Object.class::cast), element(depth - 1).map(Object.class::cast)));
        return Combinators.combine(
                        Arbitraries.of("qti-item-body", "dl:grid", "math", "p", "svg"),
                        Arbitraries.maps(Arbitraries.of("title", "lang", "dl:expected", "x"), texts)
                                .ofMaxSize(3),
                        children.list().ofMaxSize(4))
                .as((name, attributes, inner) ->
                        new XmlElement("a.xml", 0, name, new LinkedHashMap<>(attributes), inner));
    }

    /** What a document says, wherever it stands in its file: texts side by side are one. */
    private static List<Object> plain(XmlElement element) {
        List<Object> children = new ArrayList<>();
        for (Object child : element.children()) {
            if (child instanceof XmlElement inner) {
                children.add(plain(inner));
            } else if (!child.equals("")) {
                boolean follows = !children.isEmpty() && children.getLast() instanceof String;
                children.add(follows ? children.removeLast() + (String) child : child);
            }
        }
        return List.of(element.name(), element.attributes(), children);
    }

    private static void assertEqual(ReadPaper again, ReadPaper read) {
        assertThat(again.key()).isEqualTo(read.key());
        assertThat(again)
                .usingRecursiveComparison()
                .usingOverriddenEquals()
                .ignoringFields("notes")
                .isEqualTo(read);
    }

    private static Map<String, String> unpacked(byte[] zip) throws IOException {
        Map<String, String> files = new LinkedHashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                files.put(entry.getName(), new String(in.readAllBytes(), StandardCharsets.UTF_8));
            }
        }
        return files;
    }
}

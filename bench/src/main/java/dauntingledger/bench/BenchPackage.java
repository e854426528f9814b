package dauntingledger.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Writes a package with one section of questions, ten hours long and without notices. */
final class BenchPackage {

    private final ByteArrayOutputStream out = new ByteArrayOutputStream();
    private final ZipOutputStream zip = new ZipOutputStream(out);
    private final StringBuilder refs = new StringBuilder();

    BenchPackage item(String name, String text) throws IOException {
        String href = "items/" + name + ".xml";
        refs.append("<qti-assessment-item-ref identifier=\"%s\" href=\"%s\"/>".formatted(name, href));
        return file(href, text.getBytes(StandardCharsets.UTF_8));
    }

    BenchPackage file(String path, byte[] content) throws IOException {
        zip.putNextEntry(new ZipEntry(path));
        zip.write(content);
        zip.closeEntry();
        return this;
    }

    /**
     * Returns the package.
     *
     * @param id of the paper and of its block
     * @param more what else stands in its side file
     */
    byte[] zip(String id, String title, String more) throws IOException {
        file("test.xml", TEST.formatted(id, id, id, title, refs).getBytes(StandardCharsets.UTF_8));
        file("imsmanifest.xml", MANIFEST.getBytes(StandardCharsets.UTF_8));
        file("daunting-ledger.xml", SIDE_FILE.formatted(id, title, id, id, more).getBytes(StandardCharsets.UTF_8));
        zip.close();
        return out.toByteArray();
    }

    private static final String TEST = """
            <qti-assessment-test identifier="%s"><qti-test-part identifier="%s" navigation-mode="nonlinear"
              submission-mode="simultaneous"><qti-time-limits max-time="36000"/><qti-assessment-section
              identifier="%s-section" title="%s">%s</qti-assessment-section></qti-test-part></qti-assessment-test>
            """;

    private static final String MANIFEST = """
            <manifest><resources><resource identifier="t" type="imsqti_test_xmlv3p0" href="test.xml"/></resources>
            </manifest>
            """;

    private static final String SIDE_FILE = """
            <paper xmlns="urn:daunting-ledger:paper:1" id="%s" version="1" title="%s">
              <route>
                <instructions id="instructions" title="Instructions"/>
                <block part="%s"/>
                <hand-in id="hand-in" title="Hand in" within="PT5M"/>
              </route>
              <section ref="%s-section" tools="marks notes scientific-calculator worksheet sketch"/>
              %s
            </paper>
            """;
}

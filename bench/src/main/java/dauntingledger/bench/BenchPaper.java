package dauntingledger.bench;

import static java.util.Objects.requireNonNull;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** A package with one long section of single choices, without notices. */
final class BenchPaper {

    static final int QUESTIONS = 210;

    private BenchPaper() {}

    static byte[] zip() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            StringBuilder refs = new StringBuilder();
            for (int i = 1; i <= QUESTIONS; i++) {
                String href = "items/q" + i + ".xml";
                refs.append("<qti-assessment-item-ref identifier=\"q%d\" href=\"%s\"/>".formatted(i, href));
                add(zip, href, item(i));
            }
            add(zip, "test.xml", TEST.formatted(refs));
            add(zip, "imsmanifest.xml", MANIFEST);
            add(zip, "daunting-ledger.xml", SIDE_FILE);
            zip.putNextEntry(new ZipEntry("tide-tables.pdf"));
            zip.write(tideTables());
            zip.closeEntry();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
        return out.toByteArray();
    }

    /** Returns the forty pages of tide tables that ship with the demo papers. */
    private static byte[] tideTables() throws IOException {
        try (InputStream in = requireNonNull(
                BenchPaper.class.getResourceAsStream("/demo/papers/pilot-licence/exhibits/tide-tables.pdf"))) {
            return in.readAllBytes();
        }
    }

    private static void add(ZipOutputStream zip, String path, String text) throws IOException {
        zip.putNextEntry(new ZipEntry(path));
        zip.write(text.getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }

    private static String item(int number) {
        return ITEM.formatted(number, number, number % 60);
    }

    private static final String ITEM = """
            <qti-assessment-item identifier="q%d">
              <qti-response-declaration identifier="R1" cardinality="single" base-type="identifier">
                <qti-correct-response><qti-value>A</qti-value></qti-correct-response>
              </qti-response-declaration>
              <qti-item-body>
                <p>Question %d: a vessel leaves the outer mark %d minutes before high water and keeps to the fairway.
                  Which of the following holds when she passes the second gate on the flood?</p>
                <qti-choice-interaction response-identifier="R1" max-choices="1">
                  <qti-simple-choice identifier="A">She has the stream behind her.</qti-simple-choice>
                  <qti-simple-choice identifier="B">She has the stream against her.</qti-simple-choice>
                  <qti-simple-choice identifier="C">The water stands.</qti-simple-choice>
                  <qti-simple-choice identifier="D">None of these can be said.</qti-simple-choice>
                </qti-choice-interaction>
              </qti-item-body>
              <qti-response-processing
                template="https://purl.imsglobal.org/spec/qti/v3p0/rptemplates/match_correct.xml"/>
            </qti-assessment-item>
            """;

    private static final String TEST = """
            <qti-assessment-test identifier="long"><qti-test-part identifier="long" navigation-mode="nonlinear"
              submission-mode="simultaneous"><qti-time-limits max-time="36000"/><qti-assessment-section
              identifier="long-section" title="A long section">%s</qti-assessment-section></qti-test-part>
            </qti-assessment-test>
            """;

    private static final String MANIFEST = """
            <manifest><resources><resource identifier="t" type="imsqti_test_xmlv3p0" href="test.xml"/></resources>
            </manifest>
            """;

    private static final String SIDE_FILE = """
            <paper xmlns="urn:daunting-ledger:paper:1" id="long" version="1" title="A long paper">
              <route>
                <instructions id="instructions" title="Instructions"/>
                <block part="long"/>
                <hand-in id="hand-in" title="Hand in" within="PT5M"/>
              </route>
              <section ref="long-section" tools="marks notes scientific-calculator worksheet sketch"/>
              <exhibit id="tables" title="Tide tables" href="tide-tables.pdf"/>
            </paper>
            """;
}

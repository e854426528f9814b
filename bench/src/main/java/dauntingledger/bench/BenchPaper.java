package dauntingledger.bench;

import static java.util.Objects.requireNonNull;

import java.io.IOException;
import java.io.InputStream;

/** A package with one long section of single choices, without notices. */
final class BenchPaper {

    static final int QUESTIONS = 210;

    private BenchPaper() {}

    static byte[] zip() {
        try {
            BenchPackage paper = new BenchPackage();
            for (int i = 1; i <= QUESTIONS; i++) {
                paper.item("q" + i, item(i));
            }
            paper.file("tide-tables.pdf", tideTables());
            return paper.zip(
                    "long", "A long paper", "<exhibit id=\"tables\" title=\"Tide tables\" href=\"tide-tables.pdf\"/>");
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Returns the forty pages of tide tables that ship with the demo papers. */
    private static byte[] tideTables() throws IOException {
        try (InputStream in = requireNonNull(
                BenchPaper.class.getResourceAsStream("/demo/papers/pilot-licence/exhibits/tide-tables.pdf"))) {
            return in.readAllBytes();
        }
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
}

package dauntingledger.app.papers;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.papers.PackageRefusedException.Problem;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.ItemKey;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Packages that know nothing of our side file and our namespace. */
class ForeignPackageTest {

    private static final ResponseId RESPONSE = new ResponseId("RESPONSE");
    private static final String CHOICE = """
            <qti-response-declaration identifier="RESPONSE" cardinality="single" base-type="identifier">
              <qti-correct-response><qti-value>B</qti-value></qti-correct-response>
            </qti-response-declaration>
            %s
            <qti-item-body class="page">
              <div class="row"><div class="col"><p data-x="1">How deep? <math><mi>h</mi><mo>=</mo><mn>3</mn></math></p>
                <qti-choice-interaction response-identifier="RESPONSE" max-choices="1" shuffle="true">
                  <qti-prompt>Choose.</qti-prompt>
                  <qti-simple-choice identifier="A">2 m</qti-simple-choice>
                  <qti-simple-choice identifier="B" fixed="true">3 m</qti-simple-choice>
                  <qti-simple-choice identifier="C">4 m</qti-simple-choice>
                </qti-choice-interaction></div></div>
            </qti-item-body>
            %s""";
    private static final String MATCH_CORRECT =
            "<qti-response-processing template=\"http://www.imsglobal.org/question/qti_v3p0/rptemplates/match_correct\"/>";

    @Test
    void areReadByTheirTestAlone() {
        ReadPaper read = withTest(
                        "<qti-selection select=\"2\"/><qti-ordering shuffle=\"true\"/>",
                        item("a", CHOICE.formatted("", MATCH_CORRECT)),
                        item("b", CHOICE.formatted("", MATCH_CORRECT)),
                        item("c", CHOICE.formatted("", MATCH_CORRECT)))
                .read();
        Paper paper = read.in("").paper();

        assertThat(paper.route()).extracting(Stage::title).containsExactly("Depths", "Hand in");
        assertThat(paper.items())
                .hasSize(3)
                .allSatisfy(item -> assertThat(item.marks()).isEqualTo(Rational.ONE));
        ItemSet set = paper.sections().findFirst().orElseThrow().sets().getFirst();
        assertThat(set.selection().number()).isEqualTo(2);
        assertThat(paper.drawn(5).items()).hasSize(2);
        assertThat(paper.drawn(5)).isEqualTo(paper.drawn(5));
        assertThat(IntStream.range(0, 50)
                        .mapToObj(
                                seed -> paper.drawn(seed).items().map(Item::id).toList())
                        .distinct())
                .hasSize(6);
    }

    @Test
    void showTheirOptionsInTheOrderThatWasDrawn() {
        PaperText text = withTest("", item("a", CHOICE.formatted("", MATCH_CORRECT)))
                .read()
                .in("");
        Item drawn = text.paper().drawn(3).items().findFirst().orElseThrow();
        Choice choice = (Choice) drawn.interactions().getFirst();
        PaperText.Part.Options options = requireNonNull(text.items().get(new ItemId("a"))).of(drawn).parts().stream()
                .filter(PaperText.Part.Options.class::isInstance)
                .map(PaperText.Part.Options.class::cast)
                .findFirst()
                .orElseThrow();

        assertThat(options.options()).extracting(PaperText.Option::choice).isEqualTo(choice.choices());
        assertThat(options.options()).extracting(PaperText.Option::letter).containsExactly("A", "B", "C");
        assertThat(choice.choices().get(1).value()).isEqualTo("B");
    }

    @Test
    void mayHoldItemsWithoutATest() {
        Packages items = Packages.empty()
                .with("imsmanifest.xml", manifest(resource("i1", "imsqti_item_xmlv3p0", "i1.xml")))
                .with("i1.xml", item("i1", CHOICE.formatted("", MATCH_CORRECT)));

        assertThat(items.read().in("").paper().items())
                .extracting(item -> item.id().value())
                .containsExactly("i1");
    }

    @Test
    void areScoredByTheirGeneralRules() {
        String declared = """
                <qti-outcome-declaration identifier="SCORE" cardinality="single" base-type="float"/>
                <qti-outcome-declaration identifier="MAXSCORE" cardinality="single" base-type="float"><qti-default-value><qti-value>4</qti-value></qti-default-value></qti-outcome-declaration>
                <qti-outcome-declaration identifier="GRADE" cardinality="single" base-type="identifier">
                  <qti-interpolation-table default-value="low"><qti-interpolation-table-entry source-value="3" target-value="high"/></qti-interpolation-table>
                </qti-outcome-declaration>""";
        String rules = """
                <qti-response-processing>
                  <qti-response-condition>
                    <qti-response-if><qti-is-null><qti-variable identifier="RESPONSE"/></qti-is-null>
                      <qti-set-outcome-value identifier="SCORE"><qti-base-value base-type="float">0</qti-base-value></qti-set-outcome-value></qti-response-if>
                    <qti-response-else-if><qti-match><qti-variable identifier="RESPONSE"/><qti-correct identifier="RESPONSE"/></qti-match>
                      <qti-set-outcome-value identifier="SCORE"><qti-product><qti-base-value base-type="float">2</qti-base-value><qti-base-value base-type="integer">2</qti-base-value></qti-product></qti-set-outcome-value></qti-response-else-if>
                    <qti-response-else>
                      <qti-set-outcome-value identifier="SCORE"><qti-base-value base-type="float">-0.5</qti-base-value></qti-set-outcome-value>
                      <qti-exit-response/></qti-response-else>
                  </qti-response-condition>
                  <qti-lookup-outcome-value identifier="GRADE"><qti-variable identifier="SCORE"/></qti-lookup-outcome-value>
                </qti-response-processing>""";
        ItemKey key = withTest("", item("a", CHOICE.formatted(declared, rules)))
                .read()
                .key()
                .of(new ItemId("a"));

        assertThat(key.most()).isEqualTo(Rational.of(4));
        assertThat(judged(key, "B").score()).isEqualTo(Rational.of(4));
        assertThat(requireNonNull(judged(key, "B").outcomes().get("GRADE")).elements())
                .containsExactly("high");
        assertThat(judged(key, "A").score()).isEqualTo(Rational.parse("-0.5"));
        assertThat(requireNonNull(judged(key, "A").outcomes().get("GRADE")).elements())
                .isEmpty();
        assertThat(key.judge(Map.of()).score()).isEqualTo(Rational.ZERO);
        assertThat(requireNonNull(key.judge(Map.of()).outcomes().get("GRADE")).elements())
                .containsExactly("low");
    }

    private static ItemKey.Judgement judged(ItemKey key, String choice) {
        return key.judge(
                Map.of(RESPONSE, new Value(Value.Cardinality.SINGLE, Value.BaseType.IDENTIFIER, List.of(choice))));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "<qti-random><qti-variable identifier=\"RESPONSE\"/></qti-random> | 'qti-random' in line",
                "<qti-custom-operator class=\"x\"/> | 'qti-custom-operator' in line",
                "<qti-variable identifier=\"OTHER\"/> | nothing is declared that is called 'OTHER'",
                "<qti-map-response identifier=\"RESPONSE\"/> | declares no mapping",
                "<qti-sum/> | it takes 1 or more operands, but has 0",
            })
    void areRefusedForWhatCannotBeWorkedOut(String expression, String why) {
        String rules = "<qti-response-processing><qti-set-outcome-value identifier=\"SCORE\">" + expression
                + "</qti-set-outcome-value></qti-response-processing>";

        assertThat(withTest("", item("a", CHOICE.formatted("", rules))).problems())
                .anySatisfy(problem -> {
                    assertThat(problem.what()).contains(why);
                    assertThat(problem.file()).isEqualTo("a.xml");
                    assertThat(problem.line()).isPositive();
                });
    }

    @Test
    void sayWhatIsLeftOutOfThem() {
        String catalog = MATCH_CORRECT + "<qti-catalog-info/>";

        assertThat(withTest("", item("a", CHOICE.formatted("", catalog))).read().notes())
                .extracting(Problem::toString)
                .singleElement()
                .satisfies(note -> assertThat(note).contains("a.xml:", "'qti-catalog-info' is left out"));
    }

    @ParameterizedTest
    @CsvSource({
        "./a.xml, a.xml",
        "items/./a.xml, items/a.xml",
        "items/the%20first.xml, items/the first.xml",
        "a%.xml, a%.xml"
    })
    void mayNameTheirFilesAsReferencesDo(String href, String path) throws IOException {
        Packages sent = Packages.empty()
                .with(path, item("a", CHOICE.formatted("", MATCH_CORRECT)))
                .with("imsmanifest.xml", manifest(resource("a", "imsqti_item_xmlv3p0", href)));
        ReadPaper read = sent.read();

        assertThat(read.in("").paper().items()).hasSize(1);
        assertThat(QtiPackageReader.read(PackageWriter.write(sent.zip(), read)).key())
                .isEqualTo(read.key());
    }

    @Test
    void keepWhatIsSaidToAnAnswerApartFromTheQuestion() {
        String said = MATCH_CORRECT
                + "<qti-modal-feedback outcome-identifier=\"SCORE\" identifier=\"1\" show-hide=\"show\"><p>Well.</p></qti-modal-feedback>";
        String inline = CHOICE.replace(
                "4 m</qti-simple-choice>",
                "4 m<qti-feedback-inline outcome-identifier=\"SCORE\" identifier=\"1\" show-hide=\"hide\">Too deep.</qti-feedback-inline></qti-simple-choice>");
        ReadPaper read = withTest("", item("a", inline.formatted("", said))).read();
        ItemId item = new ItemId("a");
        List<Feedback> feedback = read.feedbackIn("", item);

        assertThat(feedback).extracting(Feedback::html).containsExactly("Too deep.", "<p>Well.</p>");
        assertThat(requireNonNull(read.in("").items().get(item)).parts().toString())
                .doesNotContain("Too deep", "Well");
        Map<String, Value> right =
                Map.of("SCORE", new Value(Value.Cardinality.SINGLE, Value.BaseType.FLOAT, List.of("1")));
        assertThat(feedback).extracting(one -> one.isFor(right)).containsExactly(false, true);
        assertThat(feedback).extracting(one -> one.isFor(Map.of())).containsExactly(true, false);
    }

    @Test
    void nameFeedbackThatDependsOnNothing() {
        String said = MATCH_CORRECT
                + "<qti-modal-feedback outcome-identifier=\"MOOD\" identifier=\"x\"><p>Well.</p></qti-modal-feedback>";

        assertThat(withTest("", item("a", CHOICE.formatted("", said))).problems())
                .extracting(Problem::what)
                .containsExactly("there is no outcome 'MOOD'");
    }

    @Test
    void areAskedOneAfterTheOtherWithinTheirInteractions() {
        Item item = withTest("", item("a", CHOICE.formatted("", MATCH_CORRECT)))
                .read()
                .in("")
                .paper()
                .items()
                .findFirst()
                .orElseThrow();

        assertThat(item.interactions()).extracting(Interaction::response).containsExactly(RESPONSE);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"slider", "upload", "drawing", "end-attempt", "graphic-associate", "custom", "portable-custom"})
    void nameAnInteractionThatIsNotSupported(String kind) {
        String name = "qti-" + kind + "-interaction";
        String inner = CHOICE.formatted("", MATCH_CORRECT)
                .replace("</qti-item-body>", "<" + name + " response-identifier=\"RESPONSE\"/></qti-item-body>");

        assertThat(withTest("", item("a", inner)).problems())
                .extracting(Problem::what)
                .containsExactly("'" + name + "' is not supported");
    }

    @Nested
    class WithAPicture {

        @Test
        void haveItSentWithItsSizeAndItsWords() {
            PaperText.ItemText text = picture("plan.png", "Plan of the lock", png(40, 30))
                    .read()
                    .in("")
                    .items()
                    .get(new ItemId("a"));

            assertThat(requireNonNull(text).media())
                    .extracting(Papers.Medium::type)
                    .containsExactly("image/png");
            assertThat(text.parts().getFirst())
                    .isEqualTo(
                            new PaperText.Part.Html(
                                    "<p><img class=\"picture\" data-media=\"a/0\" alt=\"Plan of the lock\" width=\"40\" height=\"30\"></p>"));
        }

        @Test
        void areRefusedForOneThatIsNotWhatItsNameSays() {
            assertThat(picture("plan.png", "Plan", new byte[] {1, 2, 3}).problems())
                    .extracting(Problem::what)
                    .containsExactly("the file does not begin as files of that kind do: it is not what its name says");
            assertThat(picture("plan.bmp", "Plan", new byte[] {1}).problems())
                    .singleElement()
                    .satisfies(problem -> assertThat(problem.what()).contains(".svg, .png"));
        }

        @Test
        void areRefusedForOneWithoutWords() {
            assertThat(picture("plan.png", "", png(4, 4)).problems())
                    .singleElement()
                    .satisfies(problem -> assertThat(problem.what()).contains("needs a text in 'alt'"));
        }

        private static Packages picture(String file, String alternative, byte[] bytes) {
            String inner = CHOICE.formatted("", MATCH_CORRECT)
                    .replace(
                            "<qti-item-body class=\"page\">",
                            "<qti-item-body><p><img src=\"" + file + "\" alt=\"" + alternative + "\"/></p>");
            return withTest("", item("a", inner)).with(file, bytes);
        }

        private static byte[] png(int width, int height) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            try {
                ImageIO.write(new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB), "png", out);
            } catch (IOException e) {
                throw new IllegalStateException(e);
            }
            return out.toByteArray();
        }
    }

    private static Packages withTest(String drawing, String... items) {
        StringBuilder refs = new StringBuilder();
        StringBuilder resources = new StringBuilder(resource("t", "imsqti_test_xmlv3p0", "t.xml"));
        Packages packages = Packages.empty();
        for (int i = 0; i < items.length; i++) {
            String id = String.valueOf((char) ('a' + i));
            refs.append("<qti-assessment-item-ref identifier=\"")
                    .append(id)
                    .append("\" href=\"")
                    .append(id)
                    .append(".xml\"/>");
            resources.append(resource(id, "imsqti_item_xmlv3p0", id + ".xml"));
            packages = packages.with(id + ".xml", items[i]);
        }
        return packages.with("imsmanifest.xml", manifest(resources.toString()))
                .with("t.xml", """
                        <qti-assessment-test xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0" identifier="depths" title="Depths">
                          <qti-test-part identifier="p" navigation-mode="nonlinear" submission-mode="simultaneous">
                            <qti-assessment-section identifier="s" title="Depths" visible="true">%s%s</qti-assessment-section>
                          </qti-test-part>
                        </qti-assessment-test>""".formatted(drawing, refs));
    }

    private static String item(String id, String inner) {
        return """
                <qti-assessment-item xmlns="http://www.imsglobal.org/xsd/imsqtiasi_v3p0" identifier="%s" title="%s" adaptive="false" time-dependent="false">
                %s
                </qti-assessment-item>""".formatted(id, id, inner);
    }

    private static String manifest(String resources) {
        return "<manifest xmlns=\"http://www.imsglobal.org/xsd/qti/qtiv3p0/imscp_v1p1\" identifier=\"m\"><resources>"
                + resources + "</resources></manifest>";
    }

    private static String resource(String id, String type, String href) {
        return "<resource identifier=\"" + id + "\" type=\"" + type + "\" href=\"" + href + "\"/>";
    }
}

package dauntingledger.app.papers;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.papers.PackageRefusedException.Problem;
import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.Stage;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class QtiPackageReaderTest {

    private static final String ITEM = "items/goes-first.xml";

    @Nested
    class TheDemoPaper {

        private final ReadPaper read = Packages.demo().read();
        private final Paper paper = read.in("").paper();

        @Test
        void holdsItsRouteAndClocks() {
            assertThat(paper.route())
                    .extracting(stage -> stage.getClass().getSimpleName())
                    .containsExactly(
                            "Notice",
                            "Instructions",
                            "Block",
                            "Break",
                            "Block",
                            "Break",
                            "Block",
                            "Break",
                            "Block",
                            "HandIn");
            assertThat(paper.boxes()).extracting(box -> box.limit().toMinutes()).containsExactly(20L, 35L, 15L, 50L);
            assertThat(paper.boxes().getFirst().warnings())
                    .containsExactly(Duration.ofMinutes(5), Duration.ofMinutes(1));
        }

        @Test
        void holdsTwoSectionsOfAtLeastFourteenQuestionsInSetsAndACase() {
            assertThat(paper.sections()).hasSize(5);
            assertThat(paper.sections().limit(2)).allSatisfy(section -> {
                assertThat(section.questions()).isGreaterThanOrEqualTo(14);
                assertThat(section.sets()).hasSizeGreaterThan(1);
            });
            assertThat(paper.sections().map(Section::sets).flatMap(List::stream))
                    .filteredOn(set -> set.floorAtZero())
                    .extracting(set -> set.id().value())
                    .containsExactly("buoyage");
        }

        @Test
        void holdsMarksAndPenaltiesFromItsWeights() {
            Item first = item("goes-first");

            assertThat(first.marks()).isEqualTo(Rational.of(2));
            assertThat(first.penalty()).isEqualTo(Rational.of(1, 2));
            assertThat(item("two-blasts").credit()).isEqualTo(Item.Credit.PARTS);
            assertThat(item("anchor-ball").credit()).isEqualTo(Item.Credit.WHOLE);
            assertThat(item("report").credit()).isEqualTo(Item.Credit.JUDGED);
            assertThat(item("tow-rope").interactions()).hasSize(2);
        }

        @Test
        void drawsItsFiguresIntoThePage() {
            Part figure = requireNonNull(read.in("").items().get(new ItemId("out-of-place")))
                    .parts()
                    .get(1);

            assertThat(((Part.Html) figure).html())
                    .contains("role=\"img\"", "aria-label=\"Plan of a channel", "<svg viewBox=")
                    .doesNotContain("xmlns", "<img");
        }

        @Test
        void showsNoAnswerInWhatIsRead() {
            assertThat(read.in("").toString()).doesNotContain("qti-", "mapped", "correct=", "PerOption");
        }

        @Test
        void hasAKeyForEveryQuestion() {
            assertThat(read.key().findings(paper)).isEmpty();
        }

        private Item item(String id) {
            return paper.items()
                    .filter(item -> item.id().value().equals(id))
                    .findFirst()
                    .orElseThrow();
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            maxCharsPerColumn = 8192,
            value = {
                "items/anchor-ball.xml | max-choices=\"2\" | max-choices=\"9\" | most (9)",
                "items/goes-first.xml | <qti-value>B</qti-value> | <qti-value>Z</qti-value> | does not offer",
                "items/goes-first.xml | cardinality=\"single\" | cardinality=\"record\" | cardinality must be",
                "items/goes-first.xml | cardinality=\"single\" | cardinality=\"ordered\" | cardinality must be 'single'",
                "items/goes-first.xml | shuffle=\"false\" | shuffle=\"maybe\" | must be true or false",
                "items/goes-first.xml | match_correct | map_response_point | declares no area mapping",
                "items/goes-first.xml | match_correct | match_nothing | there is no template",
                "items/goes-first.xml | adaptive=\"false\" | adaptive=\"true\" | adaptive items are not supported",
                "items/goes-first.xml | qti-choice-interaction | qti-slider-interaction | 'qti-slider-interaction' is not supported",
                "items/goes-first.xml | response-identifier=\"R1\" | response-identifier=\"R7\" | no 'qti-response-declaration'",
                "items/past-moored.xml | qti-equal | qti-random | 'qti-random' in line",
                "items/past-moored.xml | base-type=\"float\" | base-type=\"file\" | the base type 'file' is not supported",
                "items/past-moored.xml | <qti-value>4</qti-value> | <qti-value>four</qti-value> | not a number",
                "test.xml | nonlinear | backwards | navigation-mode",
                "test.xml | allow-skipping=\"true\" | max-attempts=\"many\" | whole number",
                "test.xml | max-time=\"1200\" | max-time=\"soon\" | whole number of seconds",
                "test.xml | items/goes-first.xml | items/gone.xml | the test names this item",
                "daunting-ledger.xml | PT20M | 20 minutes | span of time like PT45M",
                "daunting-ledger.xml | part=\"tides\" | part=\"tales\" | no part 'tales'",
                "daunting-ledger.xml | <break | <nap | no kind of stage 'nap'",
                "daunting-ledger.xml | left=\"PT1M\" | left=\"PT30M\" | below the limit",
                "daunting-ledger.xml | at-once | someday | score-release must be one of [at-once, later]",
                "imsmanifest.xml | <resource identifier=\"test\" | <resource identifier=\"second\" type=\"imsqti_test_xmlv3p0\" href=\"test.xml\"/><resource identifier=\"test\" | one test at most",
                "imsmanifest.xml | href=\"test.xml\" | href=\"toast.xml\" | no file 'toast.xml'",
            })
    void namesFileAndReasonOfWhatItCannotRead(String file, String what, String by, String reason) {
        List<Problem> problems = Packages.demo().replacing(file, what, by).problems();

        assertThat(problems).anySatisfy(problem -> assertThat(problem.what()).contains(reason));
    }

    @Test
    void namesTheLine() {
        Packages broken = Packages.demo().replacing(ITEM, "shuffle=\"false\"", "shuffle=\"maybe\"");

        assertThat(broken.problems())
                .containsExactly(new Problem(
                        ITEM,
                        broken.lineOf(ITEM, "<qti-choice-interaction"),
                        "shuffle must be true or false, but is 'maybe'"));
    }

    @Test
    void listsTheProblemsOfAllFilesAtOnce() {
        List<Problem> problems = Packages.demo()
                .replacing(ITEM, "shuffle=\"false\"", "shuffle=\"maybe\"")
                .replacing("items/past-moored.xml", "qti-equal", "qti-random")
                .replacing("test.xml", "nonlinear", "backwards")
                .problems();

        assertThat(problems).extracting(Problem::file).contains(ITEM, "items/past-moored.xml", "test.xml");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<script>alert(1)</script>",
                "<p onclick=\"alert(1)\">text</p>",
                "<iframe src=\"https://elsewhere.example/\"/>",
                "<form action=\"https://elsewhere.example/\"><input/></form>",
                "<style>p { display: none }</style>",
                "<video src=\"https://elsewhere.example/x.mp4\"/>",
                "<p><img src=\"https://elsewhere.example/x.svg\" alt=\"x\"/></p>",
                "<p><img src=\"figures/channel.svg\"/></p>",
                "<svg><foreignObject/></svg>",
                "<svg><path d=\"M0 0\" fill=\"url(https://elsewhere.example/)\"/></svg>",
                "<object data=\"x\"/>",
            })
    void letsNoScriptStyleOrLinkIntoAText(String markup) {
        assertThat(Packages.demo()
                        .replacing(ITEM, "<qti-item-body>", "<qti-item-body>" + markup)
                        .problems())
                .isNotEmpty()
                .allSatisfy(problem -> assertThat(problem.file()).isEqualTo(ITEM));
    }

    @Test
    void takesLinksAndStylesAwayAndSaysSo() {
        ReadPaper read = Packages.demo()
                .replacing(
                        ITEM,
                        "<qti-item-body>",
                        "<qti-item-body><p style=\"position:fixed\" class=\"x\" align=\"left\"><a href=\"javascript:alert(1)\">text</a></p>")
                .read();

        assertThat(read.notes())
                .extracting(Problem::what)
                .containsExactly(
                        "the style is left out",
                        "the attribute 'align' is left out",
                        "the link is taken away; its text stays");
        assertThat(requireNonNull(read.in("").items().get(new ItemId("goes-first")))
                        .parts()
                        .getFirst())
                .isEqualTo(new Part.Html("<p>text</p>"));
    }

    @Test
    void letsNoScriptIntoADrawing() {
        Packages hostile =
                Packages.demo().replacing("items/figures/channel.svg", "<path", "<script>alert(1)</script><path");

        assertThat(hostile.problems())
                .anySatisfy(problem -> assertThat(problem.toString())
                        .startsWith("items/figures/channel.svg:")
                        .contains("'script' is not allowed in a figure"));
    }

    @Test
    void readsNoEntitiesFromElsewhere() {
        String xxe = "<?xml version=\"1.0\"?><!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/hostname\">]><x>&e;</x>";
        String laughs = "<?xml version=\"1.0\"?><!DOCTYPE x [<!ENTITY a \"ha\"><!ENTITY b \"&a;&a;\">]><x>&b;</x>";

        assertThat(Packages.demo().with(ITEM, xxe).problems()).isNotEmpty();
        assertThat(Packages.demo().with(ITEM, laughs).problems()).isNotEmpty();
    }

    @Test
    void boundsDepthSizeAndPaths() {
        String deep = "<p>".repeat(200) + "</p>".repeat(200);

        assertThat(Packages.demo()
                        .replacing(ITEM, "<qti-item-body>", "<qti-item-body>" + deep)
                        .problems())
                .anySatisfy(problem -> assertThat(problem.what()).contains("inside one another"));
        assertThat(Packages.demo().with("big.bin", new byte[6 << 20]).problems())
                .anySatisfy(problem -> assertThat(problem.what()).contains("5 MB for a file"));
        assertThat(Packages.demo().with("../evil.xml", "<x/>").problems())
                .anySatisfy(problem -> assertThat(problem.what()).contains("must be relative"));
    }

    @Test
    void refusesWhatUnpacksToFarMoreThanItsSize() {
        Packages bomb = Packages.demo();
        for (int i = 0; i < 12; i++) {
            bomb = bomb.with("zeros-" + i + ".bin", new byte[5 << 20]);
        }
        Packages hostile = bomb;

        assertThat(hostile.problems())
                .anySatisfy(problem -> assertThat(problem.what()).contains("unpacks to more than"));
    }

    @Test
    void readsNoMoreOfALongTextThanIsAllowed() {
        byte[] long100 = new byte[100 << 20];
        Arrays.fill(long100, (byte) 'a');

        assertThat(Packages.demo().with(ITEM, long100).problems())
                .anySatisfy(problem -> assertThat(problem.toString()).contains(ITEM, "5 MB for a file"));
    }

    @Test
    void isNotLedInACircle() {
        Packages circle = Packages.demo()
                .replacing("imsmanifest.xml", "</resources>", """
                        <resource identifier="c1" type="webcontent"><dependency identifierref="c2"/></resource>
                        <resource identifier="c2" type="webcontent"><dependency identifierref="c1"/></resource></resources>""")
                .replacing(
                        ITEM,
                        "<qti-item-body>",
                        "<qti-assessment-stimulus-ref identifier=\"self\" href=\"goes-first.xml\"/><qti-item-body>");

        assertThat(circle.problems())
                .extracting(Problem::what)
                .containsExactly("a stimulus must hold a 'qti-stimulus-body'");
    }

    @Test
    void refusesAnEncodingThatIsNotWhatTheDocumentSays() {
        byte[] wrong = "<?xml version=\"1.0\" encoding=\"UTF-8\"?><qti-assessment-item title=\"\u00e4\"/>"
                .getBytes(StandardCharsets.ISO_8859_1);

        assertThat(Packages.demo().with(ITEM, wrong).problems())
                .anySatisfy(problem -> assertThat(problem.what()).contains("not well-formed XML"));
    }

    @Test
    void saysWhatIsMissing() {
        assertThat(Packages.empty().problems()).extracting(Problem::file).contains("package", "imsmanifest.xml");
        assertThat(Packages.demo().with(ITEM, "<qti-assessment-item>").problems())
                .anySatisfy(problem -> assertThat(problem.what()).contains("not well-formed XML"));
    }

    @Test
    void readsTheBlockOfAPartWithItsOwnTitle() {
        ReadPaper read = Packages.demo()
                .replacing("test.xml", "Rules and buoyage", "Rules &amp; marks")
                .read();

        assertThat(read.in("").paper().blocks().map(Stage.Block::title)).contains("Rules & marks");
    }
}

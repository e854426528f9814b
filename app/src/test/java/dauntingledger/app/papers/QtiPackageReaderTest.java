package dauntingledger.app.papers;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import dauntingledger.app.papers.PackageRefusedException.Problem;
import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.Stage;
import java.io.IOException;
import java.time.Duration;
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

        private final ReadPaper read = read(Packages.demo());
        private final Paper paper = read.in("").paper();

        @Test
        void holdsItsRouteAndClocks() {
            assertThat(paper.route())
                    .extracting(stage -> stage.getClass().getSimpleName())
                    .containsExactly("Notice", "Instructions", "Block", "Break", "Block", "Break", "Block", "HandIn");
            assertThat(paper.boxes()).extracting(box -> box.limit().toMinutes()).containsExactly(20L, 35L, 15L);
            assertThat(paper.boxes().getFirst().warnings())
                    .containsExactly(Duration.ofMinutes(5), Duration.ofMinutes(1));
        }

        @Test
        void holdsTwoSectionsOfAtLeastFourteenQuestionsInSetsAndACase() {
            assertThat(paper.sections()).hasSize(3);
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
            value = {
                "items/anchor-ball.xml | max-choices=\"2\" | max-choices=\"9\" | most (9)",
                "items/goes-first.xml | <qti-value>B</qti-value> | <qti-value>Z</qti-value> | does not offer",
                "items/goes-first.xml | cardinality=\"single\" | cardinality=\"record\" | cardinality must be",
                "items/goes-first.xml | shuffle=\"false\" | shuffle=\"true\" | shuffled options are not supported",
                "items/goes-first.xml | match_correct | map_response_point | only the templates",
                "items/goes-first.xml | response-identifier=\"R1\" | response-identifier=\"R7\" | no 'qti-response-declaration'",
                "items/past-moored.xml | qti-equal | qti-lt | only 'qti-match' and 'qti-equal'",
                "items/past-moored.xml | base-type=\"float\" | base-type=\"string\" | only numbers can be typed",
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
                "imsmanifest.xml | imsqti_test_xmlv3p0 | webcontent | exactly one test",
                "imsmanifest.xml | href=\"test.xml\" | href=\"toast.xml\" | no file 'toast.xml'",
            })
    void namesFileAndReasonOfWhatItCannotRead(String file, String what, String by, String reason) {
        List<Problem> problems = refused(Packages.demo().replacing(file, what, by));

        assertThat(problems).anySatisfy(problem -> assertThat(problem.what()).contains(reason));
    }

    @Test
    void namesTheLine() {
        Packages broken = Packages.demo().replacing(ITEM, "shuffle=\"false\"", "shuffle=\"true\"");

        assertThat(refused(broken))
                .containsExactly(new Problem(
                        ITEM,
                        broken.lineOf(ITEM, "<qti-choice-interaction"),
                        "shuffled options are not supported; write shuffle=\"false\""));
    }

    @Test
    void listsTheProblemsOfAllFilesAtOnce() {
        List<Problem> problems = refused(Packages.demo()
                .replacing(ITEM, "shuffle=\"false\"", "shuffle=\"true\"")
                .replacing("items/past-moored.xml", "qti-equal", "qti-lt")
                .replacing("test.xml", "nonlinear", "backwards"));

        assertThat(problems).extracting(Problem::file).contains(ITEM, "items/past-moored.xml", "test.xml");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "<script>alert(1)</script>",
                "<p onclick=\"alert(1)\">text</p>",
                "<p style=\"position:fixed\">text</p>",
                "<iframe src=\"https://elsewhere.example/\"/>",
                "<p><a href=\"javascript:alert(1)\">text</a></p>",
                "<p><img src=\"https://elsewhere.example/x.svg\" alt=\"x\"/></p>",
                "<p><img src=\"figures/channel.svg\"/></p>",
                "<svg><foreignObject/></svg>",
                "<svg><path d=\"M0 0\" fill=\"url(https://elsewhere.example/)\"/></svg>",
                "<object data=\"x\"/>",
            })
    void letsNoScriptStyleOrLinkIntoAText(String markup) {
        assertThat(refused(Packages.demo().replacing(ITEM, "<qti-item-body>", "<qti-item-body>" + markup)))
                .isNotEmpty()
                .allSatisfy(problem -> assertThat(problem.file()).isEqualTo(ITEM));
    }

    @Test
    void letsNoScriptIntoADrawing() {
        Packages hostile =
                Packages.demo().replacing("items/figures/channel.svg", "<path", "<script>alert(1)</script><path");

        assertThat(refused(hostile))
                .anySatisfy(problem -> assertThat(problem.toString())
                        .startsWith("items/figures/channel.svg:")
                        .contains("'script' is not allowed in a figure"));
    }

    @Test
    void readsNoEntitiesFromElsewhere() {
        String xxe = "<?xml version=\"1.0\"?><!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/hostname\">]><x>&e;</x>";
        String laughs = "<?xml version=\"1.0\"?><!DOCTYPE x [<!ENTITY a \"ha\"><!ENTITY b \"&a;&a;\">]><x>&b;</x>";

        assertThat(refused(Packages.demo().with(ITEM, xxe))).isNotEmpty();
        assertThat(refused(Packages.demo().with(ITEM, laughs))).isNotEmpty();
    }

    @Test
    void boundsDepthSizeAndPaths() {
        String deep = "<p>".repeat(200) + "</p>".repeat(200);

        assertThat(refused(Packages.demo().replacing(ITEM, "<qti-item-body>", "<qti-item-body>" + deep)))
                .anySatisfy(problem -> assertThat(problem.what()).contains("inside one another"));
        assertThat(refused(Packages.demo().with("big.bin", new byte[6 << 20])))
                .anySatisfy(problem -> assertThat(problem.what()).contains("5 MB for a file"));
        assertThat(refused(Packages.demo().with("../evil.xml", "<x/>")))
                .anySatisfy(problem -> assertThat(problem.what()).contains("must be relative"));
    }

    @Test
    void saysWhatIsMissing() {
        assertThat(refused(Packages.demo().without("daunting-ledger.xml")))
                .anySatisfy(problem -> assertThat(problem.what()).contains("side file"));
        assertThat(refused(Packages.empty())).extracting(Problem::file).contains("package", "imsmanifest.xml");
        assertThat(refused(Packages.demo().with(ITEM, "<qti-assessment-item>")))
                .anySatisfy(problem -> assertThat(problem.what()).contains("not well-formed XML"));
    }

    @Test
    void readsTheBlockOfAPartWithItsOwnTitle() {
        ReadPaper read = read(Packages.demo().replacing("test.xml", "Rules and buoyage", "Rules &amp; marks"));

        assertThat(read.in("").paper().blocks().map(Stage.Block::title)).contains("Rules & marks");
    }

    private static ReadPaper read(Packages packages) {
        try {
            return QtiPackageReader.read(packages.zip());
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static List<Problem> refused(Packages packages) {
        return catchThrowableOfType(PackageRefusedException.class, () -> QtiPackageReader.read(packages.zip()))
                .problems();
    }
}

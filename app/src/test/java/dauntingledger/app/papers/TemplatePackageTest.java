package dauntingledger.app.papers;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.papers.PackageRefusedException.Problem;
import dauntingledger.app.papers.PaperText.ItemText;
import dauntingledger.app.papers.PaperText.Part;
import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.ItemKey;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Items with template declarations and template processing of QTI 3.0. */
class TemplatePackageTest {

    private static final ItemId RANGE = new ItemId("range");
    private static final ResponseId R1 = new ResponseId("R1");
    private static final String FILE = "items/range.xml";
    private static final Pattern ASKED =
            Pattern.compile("low water was ([\\d.]+) m and high water ([\\d.]+) m\\. What was the range\\?");

    private final Packages tides = Packages.demo("tides-practice");

    private static ItemText text(ReadPaper drawn, ItemId item) {
        return requireNonNull(drawn.in("en").items().get(item));
    }

    private static String html(ItemText text) {
        return text.parts().stream()
                .filter(Part.Html.class::isInstance)
                .map(part -> ((Part.Html) part).html())
                .reduce("", String::concat);
    }

    @Test
    void everyCandidateReadsOtherNumbersAndIsJudgedByThem() {
        ReadPaper read = tides.read();

        for (int seed = 1; seed <= 20; seed++) {
            ReadPaper drawn = read.drawn(seed);
            Matcher asked = ASKED.matcher(html(text(drawn, RANGE)));
            assertThat(asked.find()).isTrue();
            Rational range = Rational.parse(asked.group(2)).minus(Rational.parse(asked.group(1)));
            ItemKey key = drawn.key().of(RANGE);
            assertThat(key.accepts(R1, Value.typed(Numeral.write(range)))).isTrue();
            assertThat(key.accepts(R1, Value.typed(Numeral.write(range.plus(Rational.of(1, 10))))))
                    .isFalse();
            assertThat(drawn.feedbackIn("en", RANGE).getFirst().html()).contains("= " + Numeral.write(range));
        }
        assertThat(html(text(read.drawn(1), RANGE))).isNotEqualTo(html(text(read.drawn(2), RANGE)));
    }

    @Test
    void nothingIsLeftUnprintedInFortyQuestionsOrInWhatIsSaidToThem() {
        ReadPaper drawn = tides.read().drawn(77);

        assertThat(drawn.in("en").items()).hasSize(40).allSatisfy((item, text) -> {
            assertThat(html(text) + text.firstWords()).doesNotContainPattern("[\uE000\uE001]");
            assertThat(drawn.feedbackIn("en", item))
                    .hasSize(1)
                    .allSatisfy(said -> assertThat(said.html()).doesNotContainPattern("[\uE000\uE001]"));
            ItemKey key = drawn.key().of(item);
            Value correct = requireNonNull(key.responses().get(R1)).correct();
            assertThat(key.judge(Map.of(R1, Value.typed(correct.elements().getFirst())))
                            .score())
                    .as(item.value())
                    .isEqualTo(key.most());
        });
    }

    @ParameterizedTest
    @CsvSource({"%.1f,4.0", "%.2f,4.00", "%i,4", "%03d,004", "'',4"})
    void printsInTheFormatOfTheStandard(String format, String written) {
        Map<String, Value> values =
                Map.of("R", new Value(Value.Cardinality.SINGLE, Value.BaseType.FLOAT, List.of("4")));
        String token = "\uE000R|" + format + "\uE001";

        assertThat(Printed.inHtml(values, "en").apply("a range of " + token + " m"))
                .isEqualTo("a range of " + written + " m");
        assertThat(Printed.inText(values, "de").apply(token)).isEqualTo(written.replace('.', ','));
    }

    @Test
    void printsWordsEscapedAndNegativeNumbersWithAMinus() {
        Map<String, Value> values = Map.of(
                "SHIP", new Value(Value.Cardinality.SINGLE, Value.BaseType.STRING, List.of("<b>$1")),
                "SET", new Value(Value.Cardinality.SINGLE, Value.BaseType.FLOAT, List.of("-3/4")));

        assertThat(Printed.inHtml(values, "en").apply("\uE000SHIP|\uE001 \uE000SET|\uE001"))
                .isEqualTo("&lt;b&gt;$1 \u22120.75");
    }

    @Nested
    class ARefusedOne {

        private List<String> problems(Packages changed) {
            return changed.problems().stream().map(Problem::what).toList();
        }

        @Test
        void printsAVariableThatIsNotDeclared() {
            assertThat(problems(tides.replacing(
                            FILE, "qti-printed-variable identifier=\"L\"", "qti-printed-variable identifier=\"Q\"")))
                    .contains("there is no template variable 'Q' to print");
        }

        @Test
        void hasAFormatThatNobodyKnows() {
            assertThat(problems(tides.replacing(FILE, "format=\"%.1f\"", "format=\"%s%n\"")))
                    .contains("the format must be like %d, %i, %03d or %.1f, but is '%s%n'");
        }

        @Test
        void setsWhatIsNotDeclared() {
            assertThat(problems(tides.replacing(
                            FILE,
                            "qti-set-template-value identifier=\"R\"",
                            "qti-set-template-value identifier=\"Q\"")))
                    .contains("there is no template variable 'Q'");
        }

        @Test
        void drawsWhereAnAnswerIsJudged() {
            assertThat(problems(tides.replacing(
                            FILE,
                            "<qti-correct identifier=\"R1\"/></qti-equal>",
                            "<qti-random-integer min=\"1\" max=\"3\"/></qti-equal>")))
                    .containsExactly("'qti-random-integer' in line 24 can stand in template processing only");
        }

        @Test
        void hasNothingToDrawFrom() {
            assertThat(problems(tides.replacing(FILE, "min=\"4\" max=\"16\"", "min=\"16\" max=\"4\"")))
                    .contains("there are no whole numbers to draw from 16 to 4");
        }

        @Test
        void canComeToNothingInSomeDrawOnly() {
            assertThat(problems(tides.replacing(
                            FILE,
                            "<qti-set-correct-response identifier=\"R1\"><qti-variable identifier=\"R\"/>",
                            "<qti-set-correct-response identifier=\"R1\"><qti-divide><qti-variable identifier=\"R\"/>"
                                    + "<qti-random-integer min=\"0\" max=\"20\"/></qti-divide>")))
                    .anyMatch(problem -> problem.contains("the correct response 'R1' can come to nothing"));
        }

        @Test
        void isPartOfAnOfficialPaper() {
            assertThat(problems(tides.replacing("daunting-ledger.xml", "purpose=\"practice\"", "purpose=\"official\"")))
                    .anyMatch(problem -> problem.contains("item range")
                            && problem.contains("which only a paper for practice can have"));
        }
    }
}

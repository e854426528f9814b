package dauntingledger.rulebook.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Finding;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.testing.SamplePapers;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CohortTest {

    private static final SectionId LAW = new SectionId("law");
    private static final SectionId TIDES = new SectionId("tides");
    private static final SectionId RADIO = new SectionId("radio");
    private static final Rational TWENTY = Rational.of(20);

    /** Returns a score of three sections of 20 marks each. */
    private static Score score(String law, String tides, String radio) {
        return score(law, tides, radio, 0);
    }

    private static Score score(String law, String tides, String radio, int pending) {
        return new Score(List.of(section(LAW, law, pending), section(TIDES, tides, 0), section(RADIO, radio, 0)));
    }

    private static Score.OfSection section(SectionId id, String marks, int pending) {
        return new Score.OfSection(id, Rational.parse(marks), TWENTY, Rational.of(pending), List.of());
    }

    private static ResultRules rules(Map<SectionId, SectionRule> sections, PassRule... pass) {
        return new ResultRules(sections, Optional.empty(), List.of(pass), List.of(), Optional.empty(), true, false, 0);
    }

    private static SectionRule least(long marks) {
        return new SectionRule(Rational.ONE, false, Optional.of(Bar.mark(Rational.of(marks))));
    }

    private static Result only(ResultRules rules, Score score) {
        return Cohort.results(rules, Map.of("one", score)).getFirst();
    }

    private static Optional<Result.Outcome> outcome(ResultRules rules, Score score) {
        return only(rules, score).outcome();
    }

    @Test
    void addsSectionsUpWhereNothingIsSaid() {
        Result result = only(ResultRules.NONE, score("12", "1/3", "-2"));

        assertThat(result.marks().total()).isEqualTo(Rational.parse("31/3"));
        assertThat(result.marks().most()).isEqualTo(Rational.of(60));
        assertThat(result.outcome()).isEmpty();
        assertThat(result.percentile()).isEqualTo(Rational.of(50));
    }

    @Test
    void weighsSectionsAndHoldsThemAtZero() {
        ResultRules rules = rules(Map.of(
                LAW, new SectionRule(Rational.parse("3/2"), false, Optional.empty()),
                RADIO, new SectionRule(Rational.of(2), true, Optional.empty())));

        Result result = only(rules, score("10", "5", "-4"));

        assertThat(result.marks().total()).isEqualTo(TWENTY);
        assertThat(result.marks().most()).isEqualTo(Rational.of(90));
    }

    @Test
    void takesTheSectionsOfTheGreatestShares() {
        ResultRules rules = new ResultRules(
                Map.of(TIDES, new SectionRule(Rational.of(3), false, Optional.empty())),
                Optional.of(2),
                List.of(),
                List.of(),
                Optional.empty(),
                false,
                false,
                0);

        Result result = only(rules, score("12", "10", "9"));
        assertThat(result.marks().total()).isEqualTo(Rational.of(42));
        assertThat(result.marks().most()).isEqualTo(Rational.of(80));
        assertThat(only(rules, score("10", "10", "10")).marks().sections())
                .as("of the same share, what weighs more counts first, then what comes first")
                .extracting(Marks.OfSection::counts)
                .containsExactly(true, true, false);
    }

    @ParameterizedTest
    @CsvSource({"36, 12, 12, 12, PASS", "36, 12, 12, 35/3, FAIL", "36.5, 12, 12, 12, FAIL", "0, 0, 0, 0, PASS"})
    void passesByAMark(String mark, String law, String tides, String radio, Result.Outcome expected) {
        ResultRules rules = rules(Map.of(), new PassRule.Total(Bar.mark(Rational.parse(mark))));

        assertThat(outcome(rules, score(law, tides, radio))).contains(expected);
    }

    @Test
    void passesByAShareExactly() {
        ResultRules rules = rules(Map.of(), new PassRule.Total(Bar.share(Rational.of(2, 3))));

        assertThat(outcome(rules, score("20", "20", "0"))).contains(Result.Outcome.PASS);
        assertThat(outcome(rules, score("20", "19.999", "0"))).contains(Result.Outcome.FAIL);
    }

    @ParameterizedTest
    @CsvSource({
        "8, 8, 8, 0, PASS",
        "7, 20, 20, 0, FAIL",
        "7, 9, 8, 1, PASS",
        "7, 8, 8, 1, FAIL",
        "6, 20, 20, 1, FAIL",
        "7, 7, 9, 2, FAIL",
        "7, 7, 10, 2, PASS",
        "7.5, 7.5, 9, 1, PASS"
    })
    void passesBySectionMinimumsWithCompensation(
            String law, String tides, String radio, int compensates, Result.Outcome expected) {
        ResultRules rules = rules(
                Map.of(LAW, least(8), TIDES, least(8), RADIO, least(8)),
                new PassRule.Sections(Optional.empty(), Rational.of(compensates)));

        assertThat(outcome(rules, score(law, tides, radio))).contains(expected);
    }

    @ParameterizedTest
    @CsvSource({"8, 8, 0, PASS", "8, 0, 8, PASS", "8, 7, 7, FAIL"})
    void passesByTwoOfThreeSections(String law, String tides, String radio, Result.Outcome expected) {
        ResultRules rules = rules(
                Map.of(LAW, least(8), TIDES, least(8), RADIO, least(8)),
                new PassRule.Sections(Optional.of(2), Rational.ZERO));

        assertThat(outcome(rules, score(law, tides, radio))).contains(expected);
    }

    @Test
    void asksForEveryRule() {
        ResultRules rules = rules(
                Map.of(LAW, least(8)),
                new PassRule.Sections(Optional.empty(), Rational.ZERO),
                new PassRule.Total(Bar.mark(Rational.of(30))));

        assertThat(outcome(rules, score("8", "20", "2"))).contains(Result.Outcome.PASS);
        assertThat(outcome(rules, score("7", "20", "20"))).contains(Result.Outcome.FAIL);
        assertThat(outcome(rules, score("8", "20", "1"))).contains(Result.Outcome.FAIL);
    }

    @Test
    void countsThoseBelowAndHalfOfThoseEqual() {
        Map<String, Score> scores = new LinkedHashMap<>();
        scores.put("a", score("10", "0", "0"));
        scores.put("b", score("20", "0", "0"));
        scores.put("c", score("0", "20", "0"));
        scores.put("d", score("20", "20", "0"));

        assertThat(Cohort.results(ResultRules.NONE, scores))
                .extracting(result -> result.percentile().toString())
                .containsExactly("25/2", "50", "50", "175/2");
    }

    @Test
    void passesByPercentileOnceNobodyWaits() {
        ResultRules rules = new ResultRules(
                Map.of(),
                Optional.empty(),
                List.of(new PassRule.Total(Bar.percentile(Rational.of(50)))),
                List.of(new Grade("upper half", Bar.percentile(Rational.of(50)))),
                Optional.empty(),
                true,
                false,
                0);
        Map<String, Score> scores = new LinkedHashMap<>();
        scores.put("a", score("10", "0", "0"));
        scores.put("b", score("20", "0", "0"));
        assertThat(Cohort.results(rules, scores))
                .extracting(Result::outcome)
                .containsExactly(Optional.of(Result.Outcome.FAIL), Optional.of(Result.Outcome.PASS));

        scores.put("c", score("0", "0", "0", 6));
        assertThat(Cohort.results(rules, scores)).allSatisfy(result -> {
            assertThat(result.outcome()).contains(Result.Outcome.PENDING);
            assertThat(result.grade()).isEmpty();
        });
    }

    @Test
    void waitsForWhomAMarkerIsAwaitedAlone() {
        ResultRules rules = rules(Map.of(), new PassRule.Total(Bar.mark(Rational.of(5))));
        Map<String, Score> scores = new LinkedHashMap<>();
        scores.put("a", score("10", "0", "0", 6));
        scores.put("b", score("10", "0", "0"));

        assertThat(Cohort.results(rules, scores))
                .extracting(Result::outcome)
                .containsExactly(Optional.of(Result.Outcome.PENDING), Optional.of(Result.Outcome.PASS));
    }

    @ParameterizedTest
    @CsvSource({"54, distinction", "53.9, good", "42, good", "41.999, ''", "60, distinction"})
    void givesTheBestGradeThatIsReached(String total, String grade) {
        ResultRules rules = new ResultRules(
                Map.of(),
                Optional.empty(),
                List.of(),
                List.of(
                        new Grade("distinction", Bar.share(Rational.of(9, 10))),
                        new Grade("good", Bar.share(Rational.of(7, 10)))),
                Optional.empty(),
                false,
                false,
                0);

        assertThat(only(rules, score(total, "0", "0")).grade().orElse("")).isEqualTo(grade);
    }

    @ParameterizedTest
    @CsvSource({
        "LINES, 0, 200",
        "LINES, 30, 500",
        "LINES, 10, 300",
        "LINES, 1/20, 201",
        "LINES, 1/21, 200",
        "LINES, -5, 200",
        "LINES, 60, 800",
        "LINES, 61, 800",
        "STEPS, 29, 200",
        "STEPS, 30, 500",
        "STEPS, -1, 200"
    })
    void tellsTotalsOnAScale(Scale.Kind kind, String total, String value) {
        Scale scale = new Scale(kind, List.of(point(0, 200), point(30, 500), point(60, 800)), 0);

        assertThat(scale.of(Rational.parse(total))).isEqualTo(new BigDecimal(value));
    }

    private static Scale.Point point(long mark, long value) {
        return new Scale.Point(Rational.of(mark), Rational.of(value));
    }

    @Test
    void refusesRulesThatAreNone() {
        assertThatThrownBy(() -> Bar.share(Rational.of(3, 2))).hasMessageContaining("0 to 1");
        assertThatThrownBy(() -> Bar.percentile(Rational.of(101))).hasMessageContaining("0 to 100");
        assertThatThrownBy(() -> new SectionRule(Rational.ZERO, false, Optional.empty()))
                .hasMessageContaining("weight");
        assertThatThrownBy(() -> new Scale(Scale.Kind.LINES, List.of(point(1, 1), point(1, 2)), 0))
                .hasMessageContaining("rise");
        assertThatThrownBy(() -> new Scale(Scale.Kind.STEPS, List.of(point(1, 1)), 7))
                .hasMessageContaining("decimals");
    }

    @Test
    void findsWhatDoesNotGoWithThePaper() {
        ResultRules rules = new ResultRules(
                Map.of(LAW, SectionRule.PLAIN),
                Optional.of(9),
                List.of(new PassRule.Sections(Optional.empty(), Rational.ZERO)),
                List.of(
                        new Grade("good", Bar.share(Rational.of(1, 2))),
                        new Grade("good", Bar.share(Rational.of(3, 4)))),
                Optional.empty(),
                false,
                false,
                0);

        assertThat(rules.findings(SamplePapers.pilot()))
                .extracting(Finding::problem)
                .anyMatch(what -> what.contains("no section 'law'"))
                .anyMatch(what -> what.contains("best 9 sections"))
                .anyMatch(what -> what.contains("0 of them have one"))
                .anyMatch(what -> what.contains("two grades are called 'good'"))
                .anyMatch(what -> what.contains("does not come below"));
        assertThat(ResultRules.NONE.findings(SamplePapers.pilot())).isEmpty();
    }

    @Property(tries = 200)
    void percentilesAreFairToAll(@ForAll @Size(min = 1, max = 60) List<@IntRange(min = 0, max = 20) Integer> marks) {
        List<Rational> totals = marks.stream().map(Rational::of).toList();
        Map<Rational, Rational> percentiles = Cohort.percentiles(totals);

        Rational sum = totals.stream().map(percentiles::get).reduce(Rational.ZERO, Rational::plus);
        assertThat(sum.dividedBy(Rational.of(totals.size()))).as("on average").isEqualTo(Rational.of(50));
        List<Rational> sorted = new ArrayList<>(percentiles.keySet());
        sorted.sort(Rational::compareTo);
        for (int i = 1; i < sorted.size(); i++) {
            assertThat(percentiles.get(sorted.get(i))).isGreaterThan(percentiles.get(sorted.get(i - 1)));
        }
        assertThat(percentiles.values())
                .allSatisfy(percentile ->
                        assertThat(percentile).isGreaterThan(Rational.ZERO).isLessThan(Rational.of(100)));
    }
}

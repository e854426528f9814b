package dauntingledger.rulebook.statistics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dauntingledger.rulebook.accommodation.Accommodations.Kind;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.statistics.Attempt.Chosen;
import dauntingledger.rulebook.statistics.Attempt.Standing;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import net.jqwik.api.constraints.Size;
import org.apache.commons.math3.stat.StatUtils;
import org.apache.commons.math3.stat.descriptive.rank.Percentile;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;

class ExamStatisticsTest {

    private static final Chosen KEY = chosen("K");
    private static final Chosen RIVAL = chosen("R");
    private static final Chosen IDLE = chosen("I");

    private static Chosen chosen(String value) {
        return new Chosen(new ResponseId("RESPONSE"), value);
    }

    private static Attempt attempt(int score, Chosen... chosen) {
        return new Attempt(Standing.ANSWERED, Optional.of(Rational.of(score)), Duration.ofSeconds(10), List.of(chosen));
    }

    private static final Attempt BLANK =
            new Attempt(Standing.BLANK, Optional.of(Rational.ZERO), Duration.ofSeconds(40), List.of());
    private static final Attempt NOT_REACHED =
            new Attempt(Standing.NOT_REACHED, Optional.of(Rational.ZERO), Duration.ZERO, List.of());

    /** A cohort: each attempt at a first question by somebody with so many marks, who has as many at a second one. */
    private static ExamStatistics of(List<Attempt> attempts, List<Integer> marks) {
        List<Participant> cohort = new ArrayList<>();
        for (int i = 0; i < attempts.size(); i++) {
            Rational total = Rational.of(marks.get(i));
            cohort.add(
                    new Participant(Set.of(), total, List.of(total), List.of(attempts.get(i), attempt(marks.get(i)))));
        }
        Rational most = Rational.of(100);
        return ExamStatistics.of(
                new ExamStatistics.Shape(
                        most,
                        List.of(new ExamStatistics.Section(2, most)),
                        List.of(
                                new ExamStatistics.Question(
                                        new ItemId("one"), Rational.ONE, List.of(KEY, RIVAL, IDLE), Set.of(KEY)),
                                new ExamStatistics.Question(new ItemId("rest"), most, List.of(), Set.of()))),
                cohort);
    }

    private static List<Integer> rising(int count) {
        return IntStream.rangeClosed(1, count).boxed().toList();
    }

    private static List<Attempt> attempts(int first, Attempt one, int second, Attempt other) {
        List<Attempt> attempts = new ArrayList<>();
        IntStream.range(0, first).forEach(i -> attempts.add(one));
        IntStream.range(0, second).forEach(i -> attempts.add(other));
        return attempts;
    }

    @Nested
    class AQuestion {

        @Test
        void thatTheWeakKnowAndTheStrongDoNotHasADoubtfulKey() {
            QuestionFigures question = of(attempts(15, attempt(1, KEY), 15, attempt(0, RIVAL)), rising(30))
                    .questions()
                    .getFirst();
            assertThat(question.discrimination().orElseThrow()).isNegative();
            assertThat(question.doubts()).containsExactly(Doubt.KEY, Doubt.RIVAL, Doubt.IDLE);
            assertThat(question.options())
                    .extracting(QuestionFigures.OptionFigures::count)
                    .containsExactly(15, 15, 0);
            assertThat(question.options().get(0).meanTotal()).hasValue(Rational.of(8));
            assertThat(question.options().get(1).meanTotal()).hasValue(Rational.of(23));
            assertThat(question.options().get(2).meanTotal()).isEmpty();
        }

        @Test
        void thatTheStrongKnowIsGood() {
            QuestionFigures question = of(attempts(15, attempt(0, RIVAL, IDLE), 15, attempt(1, KEY)), rising(30))
                    .questions()
                    .getFirst();
            assertThat(question.doubts()).isEmpty();
            assertThat(question.facility()).hasValue(Rational.of(1, 2));
        }

        @Test
        void ofWhichNobodyKnowsMuchIsHardAndOneThatAllKnowIsEasy() {
            assertThat(of(attempts(25, attempt(0, RIVAL, IDLE), 5, attempt(1, KEY)), rising(30))
                            .questions()
                            .getFirst()
                            .doubts())
                    .containsExactly(Doubt.HARD);
            assertThat(of(attempts(1, attempt(0, RIVAL, IDLE), 29, attempt(1, KEY)), rising(30))
                            .questions()
                            .getFirst()
                            .doubts())
                    .containsExactly(Doubt.EASY);
        }

        @Test
        void thatManyLeaveBlankOrDoNotReachIsSaidToBeSo() {
            List<Attempt> attempts = attempts(7, BLANK, 13, attempt(1, KEY, RIVAL, IDLE));
            attempts.addAll(attempts(3, NOT_REACHED, 0, BLANK));
            QuestionFigures question = of(attempts, rising(23)).questions().getFirst();
            assertThat(question.answered()).isEqualTo(13);
            assertThat(question.blank()).isEqualTo(7);
            assertThat(question.notReached()).isEqualTo(3);
            assertThat(question.doubts()).contains(Doubt.SKIPPED, Doubt.NOT_REACHED);
        }

        @Test
        void ofFewIsNotDoubted() {
            assertThat(of(attempts(9, attempt(1, KEY), 10, attempt(0, RIVAL)), rising(19))
                            .questions()
                            .getFirst()
                            .doubts())
                    .isEmpty();
        }

        @Test
        void thatWaitsForAMarkerHasNoFiguresAndIsLeftOutOfTheOthers() {
            Attempt waiting =
                    new Attempt(Standing.ANSWERED, Optional.empty(), Duration.ofSeconds(1), List.of(chosen("text")));
            ExamStatistics statistics = of(attempts(1, waiting, 29, attempt(1, KEY)), rising(30));
            assertThat(statistics.questions().getFirst().facility()).isEmpty();
            assertThat(statistics.questions().getFirst().discrimination()).isEmpty();
            assertThat(statistics.whole().alpha()).isEmpty();
            assertThat(statistics.questions().getLast().facility()).isPresent();
        }

        @Test
        void countsTheTimeOfThoseWhoSawIt() {
            List<Attempt> attempts = attempts(3, NOT_REACHED, 2, BLANK);
            attempts.add(attempt(1, KEY));
            assertThat(of(attempts, rising(6)).questions().getFirst().time())
                    .isEqualTo(new Quartiles(Duration.ofSeconds(25), Duration.ofSeconds(40), Duration.ofSeconds(40)));
        }
    }

    @Test
    void bandsBeginWhereTheySay() {
        assertThat(List.of("0.24", "0.25", "0.49", "0.5", "0.79", "0.8", "0.95", "0.951"))
                .extracting(facility -> Difficulty.of(Rational.parse(facility)))
                .containsExactly(
                        Difficulty.VERY_HARD,
                        Difficulty.HARD,
                        Difficulty.HARD,
                        Difficulty.MIDDLING,
                        Difficulty.MIDDLING,
                        Difficulty.EASY,
                        Difficulty.EASY,
                        Difficulty.VERY_EASY);
        assertThat(List.of("-0.01", "0", "0.149", "0.15", "0.299", "0.3"))
                .extracting(discrimination -> Separation.of(new BigDecimal(discrimination)))
                .containsExactly(
                        Separation.AGAINST,
                        Separation.NONE,
                        Separation.NONE,
                        Separation.LITTLE,
                        Separation.LITTLE,
                        Separation.CLEAR);
    }

    @Test
    void aFacilityMovesFromATenthOn() {
        Optional<Rational> half = Optional.of(Rational.of(1, 2));
        assertThat(Moved.between(half, Optional.of(Rational.of(3, 5))).isMuch()).isTrue();
        assertThat(Moved.between(half, Optional.of(Rational.of(2, 5))).isMuch()).isTrue();
        assertThat(Moved.between(half, Optional.of(Rational.of(59, 100))).isMuch())
                .isFalse();
        assertThat(Moved.between(half, Optional.empty()).by()).isEmpty();
        assertThat(Moved.between(half, Optional.empty()).isMuch()).isFalse();
    }

    @Property(tries = 60)
    void aQuestionHasTheFiguresOfTheCommandLine(@ForAll long seed) {
        Random random = new Random(seed);
        List<Integer> marks = IntStream.range(0, 3 + random.nextInt(30))
                .mapToObj(i -> random.nextInt(99))
                .toList();
        List<Attempt> attempts =
                marks.stream().map(one -> attempt(random.nextInt(2), KEY)).toList();
        List<Statistics.OfItem> plain = Statistics.of(List.of(
                        new Statistics.Scores(
                                new ItemId("one"),
                                Rational.ONE,
                                attempts.stream()
                                        .map(one -> one.score().orElseThrow())
                                        .toList(),
                                0),
                        new Statistics.Scores(
                                new ItemId("rest"),
                                Rational.of(100),
                                marks.stream().map(Rational::of).toList(),
                                0)))
                .items();
        List<QuestionFigures> figures = of(attempts, marks).questions();
        for (int i = 0; i < plain.size(); i++) {
            assertThat(figures.get(i).facility()).hasValue(plain.get(i).facility());
            assertThat(figures.get(i).discrimination().map(one -> one.setScale(20, RoundingMode.HALF_UP)))
                    .isEqualTo(plain.get(i).discrimination().map(one -> one.setScale(20, RoundingMode.HALF_UP)));
        }
    }

    @Test
    void whoWasNotAskedAQuestionIsNoPartOfItsFigures() {
        List<Attempt> attempts = attempts(10, attempt(1, KEY), 10, attempt(0, RIVAL));
        attempts.addAll(attempts(7, Attempt.NOT_ASKED, 0, BLANK));
        ExamStatistics statistics = of(attempts, rising(27));
        QuestionFigures drawn = statistics.questions().getFirst();
        assertThat(drawn.candidates()).isEqualTo(20);
        assertThat(drawn.facility()).hasValue(Rational.of(1, 2));
        assertThat(drawn.discrimination().orElseThrow()).isNegative();
        assertThat(statistics.questions().getLast().candidates()).isEqualTo(27);
        assertThat(statistics.whole().alpha()).isEmpty();
    }

    @Property(tries = 200)
    void quartilesAreThoseOfAnotherLibrary(
            @ForAll @Size(min = 1, max = 60) List<@LongRange(max = 9_999_999) Long> millis) {
        Percentile oracle = new Percentile().withEstimationType(Percentile.EstimationType.R_7);
        double[] plain = millis.stream().mapToDouble(Long::doubleValue).toArray();
        Quartiles quartiles =
                Quartiles.of(millis.stream().map(Duration::ofMillis).toList());
        assertThat((double) quartiles.lower().toMillis()).isCloseTo(oracle.evaluate(plain, 25), within(1.0));
        assertThat((double) quartiles.median().toMillis()).isCloseTo(oracle.evaluate(plain, 50), within(1.0));
        assertThat((double) quartiles.upper().toMillis()).isCloseTo(oracle.evaluate(plain, 75), within(1.0));
        assertThat(Quartiles.of(List.of())).isEqualTo(Quartiles.NONE);
    }

    @Property(tries = 100)
    void theWholeIsWhatAnotherLibraryMakesOfIt(@ForAll long seed) {
        Random random = new Random(seed);
        List<Integer> marks = IntStream.range(0, 2 + random.nextInt(60))
                .mapToObj(i -> random.nextInt(99))
                .toList();
        ExamStatistics.Part whole = of(
                        marks.stream().map(one -> attempt(one % 2, KEY)).toList(), marks)
                .whole();
        double[] plain = marks.stream().mapToDouble(Integer::doubleValue).toArray();
        double deviation = Math.sqrt(StatUtils.populationVariance(plain));
        assertThat(whole.marks().mean().rounded(9).doubleValue()).isCloseTo(StatUtils.mean(plain), within(1e-6));
        assertThat(whole.marks().deviation().doubleValue()).isCloseTo(deviation, within(1e-6));
        whole.error()
                .ifPresent(error -> assertThat(error.doubleValue())
                        .isCloseTo(
                                deviation
                                        * Math.sqrt(1
                                                - whole.alpha()
                                                        .orElseThrow()
                                                        .rounded(15)
                                                        .doubleValue()),
                                within(1e-6)));
        assertThat(whole.histogram().counts().stream()
                        .mapToInt(Integer::intValue)
                        .sum())
                .isEqualTo(marks.size());
    }

    @Nested
    class AHistogram {

        private static List<Rational> marks(long... marks) {
            return LongStream.of(marks).mapToObj(Rational::of).toList();
        }

        @Test
        void hasStretchesThatPeopleCanRead() {
            Histogram histogram = Histogram.of(marks(0, 4, 5, 99, 100), Rational.of(100));
            assertThat(histogram.width()).isEqualTo(Rational.of(5));
            assertThat(histogram.counts()).hasSize(20).startsWith(2, 1).endsWith(2);
            assertThat(histogram.end()).isEqualTo(Rational.of(100));
        }

        @Test
        void beginsBelowNothingWhereSomebodyLostMarks() {
            Histogram histogram = Histogram.of(marks(-7, 144), Rational.of(144));
            assertThat(histogram.width()).isEqualTo(Rational.of(10));
            assertThat(histogram.from()).isEqualTo(Rational.of(-10));
            assertThat(histogram.counts().getFirst()).isEqualTo(1);
            assertThat(histogram.counts().getLast()).isEqualTo(1);
        }

        @Test
        void isThereForNobodyToo() {
            assertThat(Histogram.of(List.of(), Rational.of(6)).counts())
                    .hasSize(6)
                    .containsOnly(0);
        }
    }

    @Nested
    class AGroup {

        private static List<Participant> people(int count, Kind... granted) {
            return IntStream.range(0, count)
                    .mapToObj(i -> new Participant(Set.of(granted), Rational.of(i), List.of(), List.of()))
                    .toList();
        }

        @SafeVarargs
        private static Set<Set<Kind>> told(List<Participant>... groups) {
            return Groups.of(java.util.stream.Stream.of(groups)
                            .flatMap(List::stream)
                            .toList())
                    .keySet();
        }

        @Test
        void isToldOfFromTenOn() {
            assertThat(told(people(40), people(10, Kind.TIME))).containsExactly(Set.of(), Set.of(Kind.TIME));
            assertThat(Groups.of(people(3))).isEmpty();
        }

        @Test
        void thatIsSmallerCannotBeWorkedOutFromTheRest() {
            assertThat(told(people(40), people(9, Kind.TIME))).isEmpty();
            assertThat(told(people(40), people(12, Kind.TIME), people(3, Kind.BREAKS)))
                    .containsExactly(Set.of());
            assertThat(told(people(40), people(6, Kind.TIME), people(6, Kind.BREAKS)))
                    .containsExactly(Set.of());
        }
    }

    @Test
    void aDeviationIsARoot() {
        assertThat(Column.root(Rational.of(9, 4))).isEqualByComparingTo(new BigDecimal("1.5"));
    }
}

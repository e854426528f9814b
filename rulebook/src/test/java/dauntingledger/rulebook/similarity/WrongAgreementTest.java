package dauntingledger.rulebook.similarity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dauntingledger.rulebook.similarity.WrongAgreement.Answers;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.apache.commons.math3.distribution.BinomialDistribution;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;

class WrongAgreementTest {

    @Nested
    class TheChance {

        @Property(tries = 200)
        void isThatOfTheBinomialDistributionWhereAllAreAlike(
                @ForAll @IntRange(min = 1, max = 60) int events,
                @ForAll @IntRange(max = 60) int least,
                @ForAll @DoubleRange(min = 0.01, max = 0.99) double chance) {
            double expected = 1 - new BinomialDistribution(events, chance).cumulativeProbability(least - 1);
            assertThat(WrongAgreement.atLeast(least, Collections.nCopies(events, chance)))
                    .isCloseTo(expected, within(1e-9));
        }

        @Property(tries = 200)
        void isThatOfGoingThroughEverythingThatCanHappen(
                @ForAll @Size(min = 1, max = 10) List<@DoubleRange(max = 1) Double> events,
                @ForAll @IntRange(max = 10) int least) {
            double expected = 0;
            for (int happening = 0; happening < 1 << events.size(); happening++) {
                double likely = 1;
                for (int i = 0; i < events.size(); i++) {
                    likely *= (happening >> i & 1) == 1 ? events.get(i) : 1 - events.get(i);
                }
                expected += Integer.bitCount(happening) >= least ? likely : 0;
            }
            assertThat(WrongAgreement.atLeast(least, events)).isCloseTo(expected, within(1e-12));
        }

        @Test
        void staysExactWhereItIsTiny() {
            assertThat(WrongAgreement.atLeast(30, Collections.nCopies(30, 0.25)))
                    .isCloseTo(Math.pow(0.25, 30), within(1e-30));
        }
    }

    private static List<Answers> guessing(Random random, int candidates, int questions) {
        List<Answers> cohort = new ArrayList<>();
        for (int i = 0; i < candidates; i++) {
            int[] wrong = new int[questions];
            for (int question = 0; question < questions; question++) {
                wrong[question] = random.nextInt(4);
            }
            cohort.add(new Answers(String.format("P%03d", i), wrong));
        }
        return cohort;
    }

    @Test
    void whoeverCopiedIsFirst() {
        List<Answers> cohort = guessing(new Random(3), 40, 50);
        int[] copied = cohort.get(12).wrong().clone();
        copied[0] = 0;
        copied[1] = 1;
        cohort.set(13, new Answers("P013", copied));
        WrongAgreement agreement = WrongAgreement.of(50, cohort);
        WrongAgreement.Pair first = agreement.pairs(5).getFirst();
        assertThat(first.one()).isEqualTo("P012");
        assertThat(first.other()).isEqualTo("P013");
        assertThat(first.same()).isGreaterThanOrEqualTo(first.bothWrong() - 1);
        assertThat(first.byChance())
                .isEqualTo(first.chance() * agreement.compared())
                .isLessThan(1e-6);
        assertThat(first.isSuspect()).isTrue();
    }

    @Test
    void whoGuessesByThemselvesIsHardlyEverSuspected() {
        Random random = new Random(11);
        int suspected = 0;
        for (int exam = 0; exam < 100; exam++) {
            WrongAgreement agreement = WrongAgreement.of(60, guessing(random, 30, 60));
            suspected += (int) agreement.pairs(100).stream()
                    .filter(WrongAgreement.Pair::isSuspect)
                    .count();
        }
        assertThat(suspected).isLessThanOrEqualTo(3);
    }

    @Test
    void whatAllGotWrongInTheSameWayTellsNothing() {
        List<Answers> cohort = List.of(
                new Answers("A", new int[] {1, 1, 1}),
                new Answers("B", new int[] {1, 1, 1}),
                new Answers("C", new int[] {1, 1, 1}));
        assertThat(WrongAgreement.of(3, cohort).pairs(10)).isEmpty();
    }

    @Test
    void isWorkedOutByHandForFourCandidates() {
        // Each question: two chose the first wrong option, two others; so the chance is (2/4)² + (1/4)² + (1/4)² = 3/8.
        int[] ones = Collections.nCopies(20, 1).stream().mapToInt(i -> i).toArray();
        int[] twos = Collections.nCopies(20, 2).stream().mapToInt(i -> i).toArray();
        int[] threes = Collections.nCopies(20, 3).stream().mapToInt(i -> i).toArray();
        List<Answers> cohort = List.of(
                new Answers("A", ones), new Answers("B", twos), new Answers("C", ones), new Answers("D", threes));
        assertThat(WrongAgreement.of(20, cohort).pairs(10)).singleElement().satisfies(pair -> {
            assertThat(pair.one() + pair.other()).isEqualTo("AC");
            assertThat(pair.bothWrong()).isEqualTo(20);
            assertThat(pair.same()).isEqualTo(20);
            assertThat(pair.expected()).isCloseTo(7.5, within(1e-12));
            assertThat(pair.chance()).isCloseTo(Math.pow(3 / 8.0, 20), within(1e-18));
        });
    }

    @Test
    void answersToOtherQuestionsAreRefused() {
        assertThatThrownBy(() -> WrongAgreement.of(3, List.of(new Answers("A", new int[] {1, 2}))))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("'A' has answers to 2");
    }
}

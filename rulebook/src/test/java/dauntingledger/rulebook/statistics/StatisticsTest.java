package dauntingledger.rulebook.statistics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.apache.commons.math3.stat.StatUtils;
import org.apache.commons.math3.stat.correlation.PearsonsCorrelation;
import org.junit.jupiter.api.Test;

class StatisticsTest {

    private static Statistics.Scores scores(String item, int most, int... scores) {
        return new Statistics.Scores(
                new ItemId(item),
                Rational.of(most),
                IntStream.of(scores).mapToObj(Rational::of).toList(),
                (int) IntStream.of(scores).filter(score -> score == 0).count());
    }

    @Test
    void areWorkedOutByHandForFourCandidatesAndThreeItems() {
        Statistics statistics = Statistics.of(
                List.of(scores("easy", 1, 1, 1, 1, 0), scores("hard", 1, 1, 0, 0, 0), scores("double", 2, 2, 2, 0, 0)));

        assertThat(statistics.items())
                .extracting(Statistics.OfItem::facility)
                .containsExactly(Rational.of(3, 4), Rational.of(1, 4), Rational.of(1, 2));
        assertThat(statistics.items()).extracting(Statistics.OfItem::blank).containsExactly(1, 3, 2);
        // easy: scores 1 1 1 0, the others 3 2 0 0; covariance 5/16, variances 3/16 and 27/16
        assertThat(statistics.items().getFirst().discrimination().orElseThrow().doubleValue())
                .isCloseTo(5 / 9.0, within(1e-12));
        // variances 3/16, 3/16 and 1; totals 4 3 1 0 with 5/2
        assertThat(statistics.alpha()).hasValue(Rational.of(3, 2).times(Rational.of(9, 20)));
    }

    @Test
    void sayNothingWhereNothingVaries() {
        Statistics same = Statistics.of(List.of(scores("one", 1, 1, 1), scores("two", 1, 0, 0)));
        assertThat(same.items())
                .allSatisfy(item -> assertThat(item.discrimination()).isEmpty());
        assertThat(same.alpha()).isEmpty();
        assertThat(Statistics.of(List.of()).alpha()).isEmpty();
        assertThat(Statistics.of(List.of(scores("alone", 1, 0, 1))).alpha()).isEmpty();
    }

    @Test
    void refuseScoresThatAreNoTable() {
        assertThatThrownBy(() -> Statistics.of(List.of(scores("one", 1, 1, 1), scores("two", 1, 0))))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("'two' has 1");
        assertThatThrownBy(() -> scores("none", 0, 1)).isInstanceOf(IllegalArgumentException.class);
    }

    @Property(tries = 60)
    void areWhatAnotherLibraryMakesOfThem(@ForAll long seed) {
        Random random = new Random(seed);
        int candidates = 2 + random.nextInt(40);
        int items = 2 + random.nextInt(8);
        List<Statistics.Scores> table = new ArrayList<>();
        double[][] plain = new double[items][candidates];
        for (int i = 0; i < items; i++) {
            List<Rational> scores = new ArrayList<>();
            for (int j = 0; j < candidates; j++) {
                int quarters = random.nextInt(9);
                plain[i][j] = quarters / 4.0;
                scores.add(Rational.of(quarters, 4));
            }
            table.add(new Statistics.Scores(new ItemId("q" + i), Rational.of(2), scores, 0));
        }
        double[] totals = new double[candidates];
        double parts = 0;
        for (int i = 0; i < items; i++) {
            for (int j = 0; j < candidates; j++) {
                totals[j] += plain[i][j];
            }
            parts += StatUtils.populationVariance(plain[i]);
        }

        Statistics statistics = Statistics.of(table);
        for (int i = 0; i < items; i++) {
            double[] others = new double[candidates];
            for (int j = 0; j < candidates; j++) {
                others[j] = totals[j] - plain[i][j];
            }
            double expected = new PearsonsCorrelation().correlation(plain[i], others);
            double found = statistics
                    .items()
                    .get(i)
                    .discrimination()
                    .map(BigDecimal::doubleValue)
                    .orElse(Double.NaN);
            if (Double.isNaN(expected)) {
                assertThat(found).isNaN();
            } else {
                assertThat(found).isCloseTo(expected, within(1e-9));
            }
            assertThat(statistics.items().get(i).facility().rounded(12).doubleValue())
                    .isCloseTo(StatUtils.mean(plain[i]) / 2, within(1e-9));
        }
        double whole = StatUtils.populationVariance(totals);
        if (whole > 0) {
            assertThat(statistics.alpha().orElseThrow().rounded(12).doubleValue())
                    .isCloseTo(items / (items - 1.0) * (1 - parts / whole), within(1e-9));
        }
    }
}

package dauntingledger.rulebook.marking;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.marking.Agreement.Pair;
import dauntingledger.rulebook.marking.Agreement.Weights;
import dauntingledger.rulebook.number.Rational;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AgreementTest {

    /** Returns pairs of marks by a table: in row i and column j, how often the one gave i and the other j. */
    private static List<Pair> pairs(String table) {
        List<Pair> pairs = new ArrayList<>();
        String[] rows = table.split(" / ");
        for (int i = 0; i < rows.length; i++) {
            String[] cells = rows[i].split(" ");
            for (int j = 0; j < cells.length; j++) {
                pairs.addAll(Collections.nCopies(Integer.parseInt(cells[j]), new Pair(Rational.of(i), Rational.of(j))));
            }
        }
        return pairs;
    }

    @ParameterizedTest
    @CsvSource({
        "20 5 / 10 15, 7/10, 1, 2/5, 2/5",
        "11 3 0 / 1 9 2 / 0 2 12, 4/5, 1, 139/179, 23/27",
        "5 2 1 0 / 1 6 2 0 / 0 1 7 2 / 0 0 2 6, 24/35, 34/35, 254/359, 1109/1354",
        "0 5 / 5 0, 0, 1, -1, -1",
        "0 0 5 / 0 0 0 / 5 0 0, 0, 0, -1, -1",
        "4 0 / 0 6, 1, 1, 1, 1"
    })
    void isAsWorkedOutByHand(String table, String exact, String withinOne, String linear, String quadratic) {
        Agreement agreement = Agreement.of(pairs(table), Weights.LINEAR);

        assertThat(agreement.exact()).isEqualTo(Rational.parse(exact));
        assertThat(agreement.withinOne()).isEqualTo(Rational.parse(withinOne));
        assertThat(agreement.kappa()).contains(Rational.parse(linear));
        assertThat(Agreement.of(pairs(table), Weights.QUADRATIC).kappa()).contains(Rational.parse(quadratic));
    }

    @Test
    void saysNothingWhereEverybodyGetsTheSame() {
        assertThat(Agreement.of(pairs("7"), Weights.LINEAR).kappa()).isEmpty();
        assertThatThrownBy(() -> Agreement.of(List.of(), Weights.LINEAR)).hasMessageContaining("nothing");
    }

    @Test
    void takesHalfMarks() {
        List<Pair> pairs =
                List.of(new Pair(Rational.of(1, 2), Rational.of(1)), new Pair(Rational.of(5, 2), Rational.of(1)));

        assertThat(Agreement.of(pairs, Weights.LINEAR).withinOne()).isEqualTo(Rational.of(1, 2));
    }

    @Property(tries = 200)
    void isTheSameEitherWayRoundAndOneAtMost(
            @ForAll @Size(min = 1, max = 30) List<@IntRange(min = 0, max = 6) Integer> ones,
            @ForAll @Size(value = 30) List<@IntRange(min = 0, max = 6) Integer> others) {
        List<Pair> pairs = new ArrayList<>();
        List<Pair> turned = new ArrayList<>();
        for (int i = 0; i < ones.size(); i++) {
            pairs.add(new Pair(Rational.of(ones.get(i)), Rational.of(others.get(i))));
            turned.add(new Pair(Rational.of(others.get(i)), Rational.of(ones.get(i))));
        }
        Agreement agreement = Agreement.of(pairs, Weights.QUADRATIC);

        assertThat(Agreement.of(turned, Weights.QUADRATIC)).isEqualTo(agreement);
        agreement.kappa().ifPresent(kappa -> {
            assertThat(kappa).isLessThanOrEqualTo(Rational.ONE);
            assertThat(kappa.equals(Rational.ONE)).isEqualTo(agreement.exact().equals(Rational.ONE));
        });
    }
}

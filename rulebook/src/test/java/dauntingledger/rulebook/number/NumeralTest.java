package dauntingledger.rulebook.number;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.BigRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Scale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NumeralTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "3/4 | 3/4",
                "0.75 | 3/4",
                "'0,75' | 3/4",
                "7.5e-1 | 3/4",
                "75E-2 | 3/4",
                ".75 | 3/4",
                "3. | 3",
                "' 12 ' | 12",
                "+5 | 5",
                "-2 | -2",
                "\u22122 | -2",
                "-6/8 | -3/4",
                "1e3 | 1000",
                "0 | 0",
                "-0.0 | 0",
                "007 | 7",
                "3 / 4 | 3/4"
            })
    void readsNumbersAsPeopleTypeThem(String typed, String number) {
        assertThat(Numeral.read(typed)).map(Rational::toString).contains(number);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                " ",
                "abc",
                "1.2.3",
                "1,234.5",
                "1/0",
                "1/",
                "/2",
                "1/2/3",
                "--1",
                "e5",
                "1e",
                "1e99",
                "1e-31",
                "½",
                "4 m",
                "1_000",
                "0x10",
                "12345678901234567890123456789012345678901"
            })
    void refusesWhatIsNotOneNumberRatherThanGuess(String typed) {
        assertThat(Numeral.read(typed)).isEqualTo(Optional.empty());
    }

    @Property
    void readsEveryDecimalExactly(@ForAll @BigRange(min = "-99999", max = "99999") @Scale(6) BigDecimal value) {
        assertThat(Numeral.read(value.toPlainString())).contains(Rational.of(value));
    }

    @Property
    void readsBackWhatARationalWrites(@ForAll int above, @ForAll @IntRange(min = 1, max = 100_000) int below) {
        Rational number = Rational.of(above, below);

        assertThat(Rational.parse(number.toString())).isEqualTo(number);
    }

    @Property
    void additionAndMultiplicationUndoEachOther(
            @ForAll @IntRange(min = -999, max = 999) int a,
            @ForAll @IntRange(min = 1, max = 999) int b,
            @ForAll @IntRange(min = -999, max = 999) int c,
            @ForAll @IntRange(min = 1, max = 999) int d) {
        Rational x = Rational.of(a, b);
        Rational y = Rational.of(c, d);

        assertThat(x.plus(y).minus(y)).isEqualTo(x);
        if (!y.isZero()) {
            assertThat(x.times(y).dividedBy(y)).isEqualTo(x);
        }
        assertThat(Integer.signum(x.compareTo(y))).isEqualTo(x.minus(y).signum());
    }

    @Test
    void dividesByZeroNever() {
        assertThatThrownBy(() -> Rational.of(1, 0)).isInstanceOf(ArithmeticException.class);
        assertThatThrownBy(() -> Rational.ONE.dividedBy(Rational.ZERO)).isInstanceOf(ArithmeticException.class);
        assertThatThrownBy(() -> Rational.parse("many")).hasMessageContaining("'many'");
    }
}

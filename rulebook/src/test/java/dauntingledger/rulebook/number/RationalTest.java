package dauntingledger.rulebook.number;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RationalTest {

    @ParameterizedTest
    @CsvSource({"1/3, 2, 0.33", "2/3, 2, 0.67", "1/8, 2, 0.13", "-1/8, 2, -0.13", "5/2, 0, 3", "50, 2, 50.00"})
    void isRoundedWithHalvesAwayFromZero(String number, int decimals, String rounded) {
        assertThat(Rational.parse(number).rounded(decimals).toPlainString()).isEqualTo(rounded);
    }
}

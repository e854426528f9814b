package dauntingledger.rulebook.number;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.CharRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;

class CheckDigitTest {

    @Test
    void isThatOfTheExampleInTheStandard() {
        assertThat(CheckDigit.of("0794")).isEqualTo(5);
        assertThat(CheckDigit.isRight("07945")).isTrue();
        assertThat(CheckDigit.isRight("07946")).isFalse();
        assertThat(CheckDigit.isRight("5")).isFalse();
    }

    @Property
    void noticesEveryWrongDigit(
            @ForAll @CharRange(from = '0', to = '9') @StringLength(min = 1, max = 14) String digits,
            @ForAll @IntRange(max = 13) int place,
            @ForAll @IntRange(min = 1, max = 9) int off) {
        String whole = digits + CheckDigit.of(digits);
        int at = place % whole.length();
        char wrong = (char) ('0' + (whole.charAt(at) - '0' + off) % 10);

        assertThat(CheckDigit.isRight(whole)).isTrue();
        assertThat(CheckDigit.isRight(whole.substring(0, at) + wrong + whole.substring(at + 1)))
                .isFalse();
    }

    @Test
    void isOfDigitsOnly() {
        assertThatThrownBy(() -> CheckDigit.of("12a")).hasMessageContaining("12a");
    }
}

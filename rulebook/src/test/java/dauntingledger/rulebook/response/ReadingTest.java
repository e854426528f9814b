package dauntingledger.rulebook.response;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import java.text.Normalizer;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReadingTest {

    private static final Reading.AsNumber METRES =
            new Reading.AsNumber(Map.of("m", Rational.ONE, "cm", Rational.of(1, 100)), 2, 3);

    @ParameterizedTest
    @CsvSource({
        "4.2 m, 21/5",
        "420cm, 21/5",
        "'4,20 m', 21/5",
        "4.2, ''",
        "4 m, ''",
        "4.213 m, ''",
        "4.2 ft, ''",
        "m, ''"
    })
    void readsNumbersWithUnitsAndFigures(String typed, String read) {
        assertThat(METRES.read(typed).orElse("")).isEqualTo(read);
    }

    @ParameterizedTest
    @CsvSource({"0.0042, 2", "1200, 4", "1.20e3, 3", "-0.50, 2", "'3/4', 1", "0, 0"})
    void countsSignificantFigures(String typed, int figures) {
        assertThat(Numeral.significantFigures(typed)).isEqualTo(figures);
    }

    @ParameterizedTest
    @CsvSource({"728/5, 145.6", "-3/4, -0.75", "1/3, 1/3", "1200, 1200", "0, 0", "1e30, 1000000000000000000000000000000"
    })
    void writesNumbersAsPeopleReadThem(String exact, String written) {
        assertThat(Numeral.write(Rational.parse(exact))).isEqualTo(written);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "CASE | Tern Ness | tern ness",
                "SPACE | '  Tern   Ness ' | Tern Ness",
                "ACCENTS | Bjørn Åsen-Čížek | Bjorn Asen-Cizek",
                "PUNCTUATION | Tern-Ness! (W.) | TernNess W",
            })
    void ignoresWhatMakesNoDifference(Reading.Difference difference, String typed, String read) {
        assertThat(new Reading.AsWords(Set.of(difference)).read(typed)).hasValue(read);
    }

    @Test
    void stripsAccentsAsTheUnicodeStandardTakesLettersApart() {
        for (char c = '\u00C0'; c <= '\u017F'; c++) {
            String letter = String.valueOf(c);
            String apart = Normalizer.normalize(letter, Normalizer.Form.NFD).replaceAll("\\p{M}", "");
            if (apart.length() == 1 && apart.charAt(0) < 128) {
                assertThat(Accents.strip(letter)).as(letter).isEqualTo(apart);
            }
        }
        assertThat(Accents.strip("e\u0301")).isEqualTo("e");
    }
}

package dauntingledger.rulebook.response;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dauntingledger.rulebook.response.ChartElement.Place;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ChartElementTest {

    private static final Place HERE = new Place(100, 80);

    @ParameterizedTest
    @CsvSource({
        "line, 90, 40, line 100 80 140 80",
        "line, 0, '7,5', line 100 80 100 72.5",
        "line, 1.8e2, 3/4, line 100 80 100 80.75",
        "line, -90, +20, line 100 80 80 80",
        "line, 450, 20, line 100 80 120 80",
        "arc, '', 2.5e1, arc 100 80 25",
        "arc, north, 25, arc 100 80 25",
        "point, '', '', point 100 80"
    })
    void isLaidOffAsItIsTyped(String pen, String bearing, String distance, String drawn) {
        assertThat(ChartElement.laidOff(pen, HERE, bearing, distance)).hasToString("Optional[" + drawn + "]");
    }

    @ParameterizedTest
    @CsvSource({
        "line, '', 40",
        "line, 90, ''",
        "line, north, 40",
        "line, 90, far",
        "line, 90, 0",
        "line, 90, -40",
        "arc, '', 0",
        "arc, '', 4.0.0"
    })
    void isNotLaidOffWhereWhatIsTypedSaysNothing(String pen, String bearing, String distance) {
        assertThat(ChartElement.laidOff(pen, HERE, bearing, distance)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "brush"})
    void isLaidOffWithAPenThatThereIs(String pen) {
        assertThatThrownBy(() -> ChartElement.laidOff(pen, HERE, "90", "40"))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("there is no pen");
    }

    @ParameterizedTest
    @CsvSource({"100, 30, 0", "150, 80, 90", "100, 130, 180", "50, 80, 270"})
    void bearingsGoRoundTheCompass(double x, double y, double bearing) {
        assertThat(HERE.bearing(new Place(x, y))).isEqualTo(bearing);
    }

    @ParameterizedTest
    @CsvSource({"0, 40", "89.9, 1", "222.5, 60", "359.9, 12.5"})
    void aLineHasTheBearingAndTheLengthThatItWasLaidOffWith(double bearing, double distance) {
        Place there = HERE.towards(bearing, distance);

        assertThat(HERE.bearing(there)).isCloseTo(bearing, within(1e-9));
        assertThat(HERE.distance(there)).isCloseTo(distance, within(1e-9));
    }
}

package dauntingledger.rulebook.program;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.program.Comparison.Way;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.AlphaChars;
import net.jqwik.api.constraints.Size;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ComparisonTest {

    private static String text(String written) {
        return written == null
                ? ""
                : written.replace("\\n", "\n").replace("\\r", "\r").replace('_', ' ');
    }

    @ParameterizedTest
    @CsvSource({
        // way, wanted, written, admitted, the first other line
        "EXACT,a\\n,a\\n,true,0",
        "EXACT,a\\n,a,false,2",
        "EXACT,a\\nb,a\\nc,false,2",
        "LINES,a\\nb\\n,a\\nb,true,0",
        "LINES,a\\nb,a_\\nb__\\n\\n\\n,true,0",
        "LINES,a\\nb,a\\r\\nb\\r\\n,true,0",
        "LINES,a\\nb,_a\\nb,false,1",
        "LINES,a\\nb,a,false,2",
        "LINES,a,a\\nb,false,2",
        "LINES,a\\n\\nb,a\\nb,false,2",
        "LINES,,\\n\\n,true,0",
        "NUMBERS,1.00,1,true,0",
        "NUMBERS,1.00,1.01,true,0",
        "NUMBERS,1.00,1.011,false,1",
        "NUMBERS,1.00_go,1.005__go,true,0",
        "NUMBERS,1_2,1_2_3,false,1",
        "NUMBERS,1.5,1e0,false,1",
        "NUMBERS,100,1e2,true,0",
        "NUMBERS,0.5,1/2,false,1",
        "NUMBERS,0.5,'0,5',false,1",
        "NUMBERS,go,stop,false,1",
        "NUMBERS,nan,nan,true,0",
        "SET,a\\nb,b\\na\\n,true,0",
        "SET,a\\na\\nb,a\\nb,false,3",
        "SET,a\\nb,a\\nb\\nb,false,3",
        "SET,a\\nb,b\\n\\nc,false,3",
        "SET,,,true,0"
    })
    void saysWhatIsAsGood(Way way, String wanted, String written, boolean admitted, int firstOther) {
        Comparison comparison = new Comparison(way, way == Way.NUMBERS ? Rational.of(1, 100) : Rational.ZERO);
        assertThat(comparison.admits(text(wanted), text(written))).isEqualTo(admitted);
        assertThat(comparison.firstOther(text(wanted), text(written))).isEqualTo(firstOther);
    }

    @Property(tries = 300)
    void whatIsAdmittedIsTheSameAsItsWayHasIt(
            @ForAll Way way,
            @ForAll @Size(max = 4) List<@AlphaChars @StringLength(max = 2) String> wanted,
            @ForAll @Size(max = 4) List<@AlphaChars @StringLength(max = 2) String> written) {
        Comparison comparison = new Comparison(way, Rational.ZERO);
        String one = String.join("\n", wanted);
        String other = String.join("\n", written);
        assertThat(comparison.admits(one, other)).isEqualTo(essence(way, one).equals(essence(way, other)));
        assertThat(comparison.firstOther(one, other) == 0).isEqualTo(comparison.admits(one, other));
        assertThat(comparison.admits(one, one)).isTrue();
    }

    /** Returns what alone counts of a text of letters. */
    private static List<String> essence(Way way, String text) {
        return switch (way) {
            case EXACT -> List.of(text);
            case LINES, NUMBERS -> text.stripTrailing().lines().toList();
            case SET -> text.lines().filter(line -> !line.isEmpty()).sorted().toList();
        };
    }

    @Property(tries = 200)
    void aSetDoesNotMindTheOrder(
            @ForAll @Size(max = 6) List<@AlphaChars @StringLength(max = 2) String> lines, @ForAll long seed) {
        List<String> shuffled = new ArrayList<>(lines);
        Collections.shuffle(shuffled, new Random(seed));
        assertThat(new Comparison(Way.SET, Rational.ZERO).admits(String.join("\n", lines), String.join("\n", shuffled)))
                .isTrue();
    }

    @Test
    void aSetOfManyLinesIsComparedInNoTime() {
        List<String> lines =
                IntStream.range(0, 200_000).mapToObj(String::valueOf).toList();
        String one = String.join("\n", lines);
        String other = String.join("\n", lines.reversed());
        Comparison comparison = new Comparison(Way.SET, Rational.ZERO);
        assertTimeoutPreemptively(
                Duration.ofSeconds(10),
                () -> assertThat(comparison.firstOther(one, other)).isZero());
    }

    @ParameterizedTest
    @CsvSource({"ENDED,1,1,PASSED", "ENDED,1,2,OTHER_OUTPUT", "ERROR,1,1,ERROR", "OUT_OF_TIME,'','',OUT_OF_TIME"})
    void onlyWhatRanToItsEndIsCompared(Ending ran, String wanted, String written, Ending ending) {
        assertThat(Comparison.LINES.ending(ran, wanted, written)).isEqualTo(ending);
    }

    @Test
    void aToleranceBelowNothingIsRefused() {
        assertThatThrownBy(() -> new Comparison(Way.NUMBERS, Rational.of(-1)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("a tolerance must be 0 or more, but is -1");
    }
}

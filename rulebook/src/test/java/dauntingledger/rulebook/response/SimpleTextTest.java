package dauntingledger.rulebook.response;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.response.SimpleText.Line;
import dauntingledger.rulebook.response.SimpleText.Run;
import dauntingledger.rulebook.response.SimpleText.Style;
import java.util.List;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Chars;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SimpleTextTest {

    @Test
    void hasStrongAndSlantedLettersAndPoints() {
        SimpleText text = SimpleText.of("She *touched* the _Hopper Sill_.\n\n- at 15:02\n- came off at *15:06*");

        assertThat(text.lines())
                .containsExactly(
                        new Line(
                                false,
                                List.of(
                                        new Run(Style.PLAIN, "She "),
                                        new Run(Style.STRONG, "touched"),
                                        new Run(Style.PLAIN, " the "),
                                        new Run(Style.SLANTED, "Hopper Sill"),
                                        new Run(Style.PLAIN, "."))),
                        new Line(true, List.of(new Run(Style.PLAIN, "at 15:02"))),
                        new Line(true, List.of(new Run(Style.PLAIN, "came off at "), new Run(Style.STRONG, "15:06"))));
    }

    @ParameterizedTest
    @CsvSource({"3 * 4 * 5", "2*3*4", "file_name_here", "*not closed", "* spaced *", "-no point", "**", "_"})
    void leavesOtherSignsAsTheyAre(String typed) {
        assertThat(SimpleText.of(typed).lines()).containsExactly(new Line(false, List.of(new Run(Style.PLAIN, typed))));
    }

    @Property
    void losesNothingButTheSignsThatSet(@ForAll @Chars({'a', '*', '_', ' ', '-', '\n'}) String typed) {
        String kept = SimpleText.of(typed).lines().stream()
                .flatMap(line -> line.runs().stream())
                .map(Run::text)
                .collect(Collectors.joining());

        assertThat(kept.replaceAll("[^a]", "")).isEqualTo(typed.replaceAll("[^a]", ""));
    }
}

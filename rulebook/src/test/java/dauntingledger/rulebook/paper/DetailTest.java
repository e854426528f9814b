package dauntingledger.rulebook.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.paper.Detail.Kind;
import dauntingledger.rulebook.paper.Detail.Problem;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class DetailTest {

    private static final Detail BORN = new Detail("born", "Born on", Kind.DATE, List.of(), false);

    @Test
    void saysWhatIsWrongWithAValue() {
        Detail phone = new Detail("phone", "Telephone", Kind.TEXT, List.of(), true);
        Detail size = new Detail("size", "Size", Kind.CHOICE, List.of("S", "L"), false);

        assertThat(phone.problem(" ")).contains(Problem.MISSING);
        assertThat(phone.problem("1".repeat(201))).contains(Problem.TOO_LONG);
        assertThat(phone.problem("1\n2")).contains(Problem.CONTROL_CHARACTER);
        assertThat(phone.problem("0461 33")).isEmpty();
        assertThat(size.problem("M")).contains(Problem.NO_CHOICE);
        assertThat(size.problem("")).isEmpty();
        assertThat(size.problem("L")).isEmpty();
    }

    @Property
    void knowsTheDaysThatTheCalendarHas(
            @ForAll @IntRange(max = 9999) int year,
            @ForAll @IntRange(max = 14) int month,
            @ForAll @IntRange(max = 33) int day) {
        String text = String.format("%04d-%02d-%02d", year, month, day);

        assertThat(BORN.problem(text).isEmpty()).as(text).isEqualTo(isDay(text));
    }

    private static boolean isDay(String text) {
        try {
            LocalDate.parse(text);
            return true;
        } catch (DateTimeException e) {
            return false;
        }
    }

    @Test
    void refusesWhatCouldNotBeAsked() {
        assertThat(BORN.problem("yesterday")).isEqualTo(Optional.of(Problem.NO_DATE));
        assertThatThrownBy(() -> new Detail("A b", "x", Kind.TEXT, List.of(), false))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Detail("a", "x", Kind.CHOICE, List.of("one"), false))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Detail("a", "x", Kind.TEXT, List.of("one", "two"), false))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Detail("a", " ", Kind.TEXT, List.of(), false))
                .isInstanceOf(IllegalArgumentException.class);
    }
}

package dauntingledger.rulebook.exam;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.exam.ExamHours.Problem;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ExamHoursTest {

    private static ExamHours on(String day, String doors, String opens, String late, @Nullable String closes) {
        return new ExamHours(
                LocalDate.parse(day),
                LocalTime.parse(doors),
                LocalTime.parse(opens),
                LocalTime.parse(late),
                closes == null ? Optional.empty() : Optional.of(LocalTime.parse(closes)),
                ZoneId.of("Europe/Berlin"));
    }

    @ParameterizedTest
    @CsvSource({
        "2026-07-01, 2026-07-01T07:00:00Z",
        "2026-12-01, 2026-12-01T08:00:00Z",
        "2027-03-28, 2027-03-28T07:00:00Z",
        "2026-10-25, 2026-10-25T08:00:00Z"
    })
    void areThoseOfTheClockOnTheWallInSummerAndWinter(String day, Instant opens) {
        assertThat(on(day, "08:30", "09:00", "09:30", null).window().opens()).isEqualTo(opens);
    }

    @Test
    void takeInTheNightTheClockIsPutBackTheFirstOfTwoHoursAndLastAnHourLonger() {
        ExamHours hours = on("2026-10-24", "23:00", "23:30", "23:45", "04:00");

        assertThat(hours.problems()).isEmpty();
        assertThat(Duration.between(
                        hours.window().opens(), hours.window().ends().orElseThrow()))
                .isEqualTo(Duration.ofMinutes(330));
        assertThat(on("2026-10-25", "02:30", "02:30", "05:00", null).window().opens())
                .isEqualTo(Instant.parse("2026-10-25T00:30:00Z"));
    }

    @ParameterizedTest
    @CsvSource({
        "2027-03-28, 02:15, 09:00, 09:30,      , LEFT_OUT",
        "2027-03-27, 23:00, 02:30, 03:00,      , LEFT_OUT",
        "2026-12-01, 09:00, 09:00, 09:00,      , ORDER",
        "2026-12-01, 08:30, 09:30, 09:00,      , ORDER",
        "2026-12-01, 08:30, 09:00, 09:30, 09:15, ORDER"
    })
    void sayWhatIsWrong(String day, String doors, String opens, String late, @Nullable String closes, Problem problem) {
        assertThat(on(day, doors, opens, late, closes).problems()).containsExactly(problem);
    }
}

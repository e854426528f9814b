package dauntingledger.rulebook.exam;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.exam.RosterCheck.Context;
import dauntingledger.rulebook.exam.RosterCheck.Result;
import dauntingledger.rulebook.exam.RosterCheck.Row;
import dauntingledger.rulebook.exam.RosterFinding.Problem;
import dauntingledger.rulebook.number.Rational;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RosterCheckTest {

    private static final Context CONTEXT = new Context(
            "BW-",
            Optional.of(Map.of("North", new RoomPlan(4, 6, Set.of(new Chair(1, 2)), Set.of(), Set.of()))),
            Set.of("en", "de"),
            "INV-1"::equals,
            false);

    private static Result check(String... lines) {
        List<Row> rows = new ArrayList<>();
        for (String line : lines) {
            rows.add(new Row(rows.size() + 1, Arrays.asList(line.split(",", -1))));
        }
        return RosterCheck.check(rows, CONTEXT);
    }

    @Test
    void readsWhatIsThereAndLeavesTheRestOpen() {
        Result result = check(
                "language,NUMBER,name,time_factor,aids,room,seat",
                "de, 40001 ,Åse Ørn,1.25,a lamp| a ruler ,North,b3",
                ",bw-40002,Bo,,,,");

        assertThat(result.findings()).isEmpty();
        assertThat(result.lines())
                .containsExactly(
                        new RosterLine(
                                "BW-40001",
                                "Åse Ørn",
                                "",
                                "North",
                                Optional.of(new Chair(2, 3)),
                                Optional.of(Rational.of(5, 4)),
                                Optional.empty(),
                                Optional.of(List.of("a lamp", "a ruler")),
                                "de",
                                Optional.empty()),
                        new RosterLine(
                                "BW-40002",
                                "Bo",
                                "",
                                "",
                                Optional.empty(),
                                Optional.empty(),
                                Optional.empty(),
                                Optional.empty(),
                                "",
                                Optional.empty()));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "1,;name;MISSING;''",
                ",Bo;number;MISSING;''",
                "a b,Bo;number;NUMBER_WRONG;A B",
                "inv-1,Bo;number;NUMBER_OF_STAFF;INV-1",
                "1,Bo,nobody;email;EMAIL_WRONG;nobody",
                "1,Bo,,South;room;UNKNOWN_ROOM;South",
                "1,Bo,,,B1;seat;SEAT_WITHOUT_ROOM;B1",
                "1,Bo,,North,A2;seat;SEAT_NOT_THERE;A2",
                "1,Bo,,North,Z9;seat;SEAT_NOT_THERE;Z9",
                "1,Bo,,North,chair;seat;SEAT_NOT_THERE;chair",
                "1,Bo,,,,0.9;time_factor;FACTOR_WRONG;0.9",
                "1,Bo,,,,4.01;time_factor;FACTOR_WRONG;4.01",
                "1,Bo,,,,much;time_factor;FACTOR_WRONG;much",
                "1,Bo,,,,,-5;extra_break_minutes;MINUTES_WRONG;-5",
                "1,Bo,,,,,241;extra_break_minutes;MINUTES_WRONG;241",
                "1,Bo,,,,,10;extra_break_minutes;NO_PLACE_FOR_BREAK;10",
                "1,Bo,,,,,,,fr;language;UNKNOWN_LANGUAGE;fr",
                "1,Bo,,,,,,,,more;'';CELLS_TOO_MANY;9"
            })
    void saysWhatIsWrongWithACell(String row, String column, Problem problem, String detail) {
        Result result = check("number,name,email,room,seat,time_factor,extra_break_minutes,aids,language", row);

        assertThat(result.findings()).containsExactly(new RosterFinding(2, column, problem, detail));
        assertThat(result.lines()).isEmpty();
    }

    @Test
    void saysWhatNobodySees() {
        assertThat(check("number,name", "1,Bo\u202eneB").findings())
                .containsExactly(new RosterFinding(2, "name", Problem.CONTROL_CHARACTER, ""));
        assertThat(check("number,name", "1,B\no").findings())
                .containsExactly(new RosterFinding(2, "name", Problem.CONTROL_CHARACTER, ""));
        assertThat(check("number,name", "1," + "x".repeat(121)).findings())
                .containsExactly(new RosterFinding(2, "name", Problem.TOO_LONG, "120"));
    }

    @Test
    void saysWhereSomethingIsThereTwice() {
        Result result = check("number,name,room,seat", "1,Bo,North,A1", "2,Cy,North,a1", "BW-1,Di,,");

        assertThat(result.findings())
                .containsExactly(
                        new RosterFinding(3, "seat", Problem.SEAT_TAKEN, "2"),
                        new RosterFinding(4, "number", Problem.TWICE, "2"));
    }

    @Test
    void refusesColumnsByName() {
        assertThat(check("number,pin,number", "1,2,3").findings())
                .containsExactly(
                        new RosterFinding(1, "pin", Problem.UNKNOWN_COLUMN, "pin"),
                        new RosterFinding(1, "number", Problem.COLUMN_TWICE, ""),
                        new RosterFinding(1, "name", Problem.COLUMN_MISSING, ""));
        assertThat(check("number,name").findings()).containsExactly(new RosterFinding(1, "", Problem.EMPTY_FILE, ""));
    }

    @Test
    void takesAidsAndBreaksAwayWhereAFileSaysSo() {
        RosterLine line = check("number,name,aids,extra_break_minutes", "1,Bo,-,0")
                .lines()
                .getFirst();

        assertThat(line.aids()).contains(List.of());
        assertThat(line.extraBreak()).contains(Duration.ZERO);
    }
}

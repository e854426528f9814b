package dauntingledger.app.exams;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Origin;
import dauntingledger.rulebook.exam.RosterColumn;
import dauntingledger.rulebook.exam.RosterFinding;
import dauntingledger.rulebook.exam.RosterFinding.Problem;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RosterTest extends OfficeWork {

    private Appointment of(Exam exam, String number) {
        return exams.roster(exam.id()).stream()
                .filter(sitting -> sitting.candidate().equals("BW-" + number))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void isTakenOverAsAWholeAndASecondTimeChangesNothing() {
        Rooms.Room room = newRoom(2, 3);
        Exam exam = newExam(room.id());
        String one = String.valueOf(nextNumber());
        String two = String.valueOf(nextNumber());
        String[] file = {
            "number;name;email;room;seat;time_factor;extra_break_minutes;aids;language",
            one + ";Åse Ørn;aase@brackwater.example;" + room.name() + ";B3;1,25;10;a lamp|a ruler;de",
            two + ";Bo;;" + room.name() + ";;;;;"
        };

        imports(exam, file);

        Appointment sitting = of(exam, one);
        assertThat(sitting.chair()).isEqualTo("B3");
        assertThat(sitting.room()).contains(room.id());
        assertThat(sitting.terms().accommodations().factor()).isEqualTo(Rational.of(5, 4));
        assertThat(sitting.terms().accommodations().longerBreaks()).isEqualTo(Duration.ofMinutes(10));
        assertThat(sitting.terms().accommodations().aids()).containsExactly("a lamp", "a ruler");
        assertThat(sitting.terms().code()).isEqualTo(exam.codes().get(room.id()));
        assertThat(sitting.terms().window()).isEqualTo(exam.hours().window());
        assertThat(candidates.find(one).orElseThrow().language()).isEqualTo("de");
        assertThat(candidates.find(one).orElseThrow().name()).isEqualTo("Åse Ørn");
        chairs.give(exam.id(), 5, false);
        List<Appointment> seated = exams.roster(exam.id());

        Rosters.Preview again = rosters.check(exam.id(), "roster.csv", csv(file));
        assertThat(again.isWithoutEffect()).isTrue();
        assertThat(again.same()).isEqualTo(2);
        rosters.confirm(exam.id(), again.digest());
        assertThat(exams.roster(exam.id())).isEqualTo(seated);
    }

    @Test
    void saysWhatAnotherFileWouldAddChangeAndRemove() {
        Rooms.Room room = newRoom(2, 3);
        Exam exam = newExam(room.id());
        int first = nextNumber();
        int second = nextNumber();
        int third = nextNumber();
        int byHand = nextNumber();
        imports(exam, "number,name", first + ",Ann", second + ",Bo");
        assertThat(rosters.put(
                        exam.id(),
                        Map.of(RosterColumn.NUMBER, String.valueOf(byHand), RosterColumn.NAME, "Hand"),
                        Origin.HAND))
                .isEmpty();

        Rosters.Preview preview = rosters.check(
                exam.id(),
                "roster.csv",
                csv("number,name,seat,room", first + ",Anna,A1," + room.name(), third + ",Cy,,"));

        assertThat(preview.added()).extracting(line -> line.number()).containsExactly("BW-" + third);
        assertThat(preview.changed()).singleElement().satisfies(change -> {
            assertThat(change.was()).containsExactly("Ann", "", "");
            assertThat(change.becomes()).containsExactly("Anna", room.name(), "A1");
        });
        assertThat(preview.removed()).extracting(Rosters.Who::number).containsExactly("BW-" + second);
        assertThat(exams.roster(exam.id())).as("nothing is changed yet").hasSize(3);
        rosters.confirm(exam.id(), preview.digest());
        assertThat(exams.roster(exam.id()))
                .extracting(Appointment::candidate)
                .containsExactlyInAnyOrder("BW-" + first, "BW-" + third, "BW-" + byHand);
    }

    @Test
    void takesNothingOfAFileWithAFinding() {
        Exam exam = newExam(newRoom(2, 3).id());

        Rosters.Preview preview =
                rosters.check(exam.id(), "roster.csv", csv("number,name", nextNumber() + ",Ann", ",Bo"));

        assertThat(preview.findings()).containsExactly(new RosterFinding(3, "number", Problem.MISSING, ""));
        assertThatThrownBy(() -> rosters.confirm(exam.id(), preview.digest()))
                .isInstanceOf(ExamChangeException.class)
                .hasMessageContaining("findings");
        assertThat(exams.roster(exam.id())).isEmpty();
    }

    @Test
    void givesNoChairToTwo() {
        Rooms.Room room = newRoom(1, 2);
        Exam exam = newExam(room.id());
        int first = nextNumber();
        int other = nextNumber();
        imports(exam, "number,name,room,seat", first + ",Ann," + room.name() + ",A1");

        List<RosterFinding> findings = rosters.put(
                exam.id(),
                Map.of(
                        RosterColumn.NUMBER,
                        String.valueOf(other),
                        RosterColumn.NAME,
                        "Bo",
                        RosterColumn.ROOM,
                        room.name(),
                        RosterColumn.SEAT,
                        "a1"),
                Origin.HAND);

        assertThat(findings).containsExactly(new RosterFinding(2, "seat", Problem.SEAT_TAKEN_BY, "BW-" + first));
        assertThat(exams.roster(exam.id())).hasSize(1);
    }

    @Test
    void leavesThoseAsTheyAreWhoHaveComeIn() {
        Rooms.Room room = newRoom(1, 2);
        Exam exam = exams.make(plan("pilot-licence", in(Duration.ofMinutes(10)), room.id()));
        int first = nextNumber();
        imports(exam, "number,name,room,seat", first + ",Ann," + room.name() + ",A1");
        does(of(exam, String.valueOf(first)), new Act.StageOpened(new StageId("conduct")));

        Rosters.Preview other = rosters.check(exam.id(), "roster.csv", csv("number,name", nextNumber() + ",Bo"));

        assertThat(other.findings()).containsExactly(new RosterFinding(1, "number", Problem.COME_IN, "BW-" + first));
        assertThatThrownBy(() -> rosters.remove(of(exam, String.valueOf(first))))
                .isInstanceOf(ExamChangeException.class)
                .hasMessageContaining("begun");
        Rosters.Preview same = rosters.check(
                exam.id(), "roster.csv", csv("number,name,room,seat", first + ",Ann," + room.name() + ",A1"));
        assertThat(same.isGood()).isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {",", ";", "\t"})
    void readsWhateverStandsBetweenCells(String between) {
        byte[] file = ("\uFEFF" + String.join(between, "number", "name", "aids") + "\n"
                        + String.join(between, "1", "\"Ann \"\"A\"\"" + between + "B\"", "x"))
                .getBytes(StandardCharsets.UTF_8);

        RosterFile.Read read = RosterFile.read(file);

        assertThat(read.findings()).isEmpty();
        assertThat(read.rows().get(1).cells()).containsExactly("1", "Ann \"A\"" + between + "B", "x");
    }

    @Test
    void readsWhatWasTakenOutHereAsItWas() {
        RosterFile.Read read = RosterFile.read(csv("number,name,aids", "1,\"'=cmd()\",\"'-\"", "2,'Ann,x"));

        assertThat(read.rows().get(1).cells()).containsExactly("1", "=cmd()", "-");
        assertThat(read.rows().get(2).cells()).containsExactly("2", "'Ann", "x");
    }

    @Test
    void namesTheLineInWhichARowBegins() {
        RosterFile.Read read = RosterFile.read(csv("number,name", "1,\"two\r\nlines\"", "", "2,Bo", "3,Cy"));

        assertThat(read.rows()).extracting(row -> row.line()).containsExactly(1, 2, 5, 6);
    }

    @Test
    void saysWhereItIsNoUtf8AndWhereQuotesAreBroken() {
        byte[] latin = "number,name\n1,Ann\n2,Åse\n".getBytes(StandardCharsets.ISO_8859_1);

        assertThat(RosterFile.read(latin).findings()).containsExactly(new RosterFinding(3, "", Problem.NOT_UTF_8, ""));
        assertThat(RosterFile.read(csv("number,name", "1,\"Ann\" B", "2,Bo")).findings())
                .extracting(RosterFinding::problem)
                .containsExactly(Problem.BROKEN_QUOTES);
    }
}

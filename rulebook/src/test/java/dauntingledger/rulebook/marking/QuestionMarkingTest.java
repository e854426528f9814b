package dauntingledger.rulebook.marking;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.marking.AnswerMarking.Refusal;
import dauntingledger.rulebook.marking.MarkingAct.AnswerId;
import dauntingledger.rulebook.marking.MarkingScheme.Combining;
import dauntingledger.rulebook.marking.MarkingScheme.Group;
import dauntingledger.rulebook.marking.MarkingScheme.Point;
import dauntingledger.rulebook.marking.MarkingScheme.Sample;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Samples by which markers are looked after, and a marker who is stopped. */
class QuestionMarkingTest {

    private static final ItemId REPORT = new ItemId("report");
    private static final PointId MARKS = new PointId("marks");
    private static final MarkingScheme SCHEME = new MarkingScheme(
            List.of(new Group(
                    "", Optional.empty(), false, List.of(new Point(MARKS, "", Rational.of(10), Rational.ONE)))),
            Rational.ZERO,
            1,
            Rational.ZERO,
            Combining.MEAN,
            List.of(sample("low", 2), sample("high", 9), sample("shown", 5)));

    private static Sample sample(String id, int marks) {
        return new Sample(id, "text", given(marks), "why", !id.equals("shown"));
    }

    private static MarksGiven given(int marks) {
        return MarksGiven.points(Map.of(MARKS, Rational.of(marks)));
    }

    private static MarkingAct marks(String sample, int marks) {
        return new MarkingAct.SampleMarked(REPORT, sample, given(marks));
    }

    @Test
    void saysHowFarAMarkerAgreesWithTheKnownMarks() {
        QuestionMarking marking = QuestionMarking.NONE
                .after(marks("low", 7), "A")
                .after(marks("low", 3), "A")
                .after(marks("high", 9), "A");

        Agreement agreement = marking.agreement("A", SCHEME).orElseThrow();
        assertThat(agreement.number()).isEqualTo(2);
        assertThat(agreement.exact()).isEqualTo(Rational.of(1, 2));
        assertThat(agreement.withinOne()).isEqualTo(Rational.ONE);
        assertThat(marking.agreement("B", SCHEME)).isEmpty();
    }

    @Test
    void aStoppedMarkerMarksNothingUntilReadmitted() {
        MarkingAct mark = new MarkingAct.Marked(new AnswerId(7, REPORT), given(3));
        QuestionMarking stopped =
                QuestionMarking.NONE.after(new MarkingAct.Stopped(REPORT, "A", "too far from the samples"), "C");

        assertThat(stopped.refusal(mark, "A", SCHEME)).contains(Refusal.STOPPED);
        assertThat(stopped.refusal(marks("low", 2), "A", SCHEME)).contains(Refusal.STOPPED);
        assertThat(stopped.refusal(mark, "B", SCHEME)).isEmpty();
        assertThat(stopped.after(new MarkingAct.Readmitted(REPORT, "A"), "C").refusal(mark, "A", SCHEME))
                .isEmpty();
    }

    @Test
    void refusesSamplesThatAreNone() {
        assertThat(QuestionMarking.NONE.refusal(marks("nowhere", 2), "A", SCHEME))
                .contains(Refusal.NO_SUCH_SAMPLE);
        assertThat(QuestionMarking.NONE.refusal(marks("low", 11), "A", SCHEME)).contains(Refusal.NOT_BY_SCHEME);
        assertThat(QuestionMarking.NONE.refusal(marks("low", 2), "A", SCHEME)).isEmpty();
    }
}

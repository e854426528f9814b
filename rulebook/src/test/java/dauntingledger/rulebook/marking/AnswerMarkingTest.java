package dauntingledger.rulebook.marking;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.marking.AnswerMarking.Refusal;
import dauntingledger.rulebook.marking.MarkingAct.AnswerId;
import dauntingledger.rulebook.marking.MarkingScheme.Combining;
import dauntingledger.rulebook.marking.MarkingScheme.Group;
import dauntingledger.rulebook.marking.MarkingScheme.Point;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.MarkingCodec;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AnswerMarkingTest {

    private static final Rational TEN = Rational.of(10);
    private static final PointId MARKS = new PointId("marks");
    private static final AnswerId ANSWER = new AnswerId(7, new ItemId("report"));

    private static MarkingScheme scheme(int markers) {
        return new MarkingScheme(
                List.of(new Group("", Optional.empty(), false, List.of(new Point(MARKS, "", TEN, Rational.ONE)))),
                Rational.ZERO,
                markers,
                Rational.of(2),
                Combining.MEAN,
                List.of());
    }

    private static MarksGiven given(int marks) {
        return MarksGiven.points(marks == 0 ? Map.of() : Map.of(MARKS, Rational.of(marks)));
    }

    /** Reads what people do: {@code A=5} marks, {@code C!4} decides, {@code A?} puts aside, {@code A-} takes back,
     * {@code O>R} asks R for a review, {@code O+} ends it with R's marks, {@code O/} with those before.
     */
    private static MarkingAct.OnAnswer act(String text) {
        String rest = text.substring(2);
        return switch (text.charAt(1)) {
            case '=' -> new MarkingAct.Marked(ANSWER, given(Integer.parseInt(rest)));
            case '!' -> new MarkingAct.Decided(ANSWER, given(Integer.parseInt(rest)));
            case '?' -> new MarkingAct.PutAside(ANSWER, "cannot be read");
            case '>' -> new MarkingAct.ReviewAsked(ANSWER, rest, "the candidate asks for it");
            case '+' -> new MarkingAct.ReviewEnded(ANSWER, true, "it earns more");
            case '/' -> new MarkingAct.ReviewEnded(ANSWER, false, "it stays");
            default -> new MarkingAct.TakenBack(ANSWER);
        };
    }

    private static String person(String text) {
        return text.substring(0, 1);
    }

    private static AnswerMarking after(String history, MarkingScheme scheme) {
        AnswerMarking marking = AnswerMarking.NONE;
        for (String text : history.split(" ")) {
            if (!text.isEmpty()) {
                assertThat(marking.refusal(act(text), person(text), scheme))
                        .as(text)
                        .isEmpty();
                marking = marking.after(act(text), person(text));
            }
        }
        return marking;
    }

    @ParameterizedTest
    @CsvSource({
        "1, '', ''",
        "1, A=5, 5",
        "1, A=5 A=6, 6",
        "1, A=5 A-, ''",
        "1, A?, ''",
        "1, A? C!3, 3",
        "1, A? A=4, 4",
        "2, A=5, ''",
        "2, A=5 B=6, 11/2",
        "2, A=5 B=7, 6",
        "2, A=5 B=8, ''",
        "2, A=5 B=8 C!7, 7",
        "2, A=5 B=8 B=6, 11/2",
        "2, A=5 B?, ''",
        "2, A=5 B? C!9, 9",
        "2, A=5 B=8 C!7 C!6, 6",
        "2, A=5 C=8 C!6, 6",
        "1, A=5 O>R, 5",
        "1, A=5 O>R R=8, 5",
        "1, A=5 O>R R=8 O+, 8",
        "1, A=5 O>R R=8 R=7 O+, 7",
        "1, A=5 O>R R=8 R- R=6 O+, 6",
        "1, A=5 O>R R=8 O/, 5",
        "1, A=5 O>R O/, 5",
        "1, A=5 O>R O>Q Q=9 O+, 9",
        "2, A=5 B=8 C!7 O>R R=9 O+, 9",
        "1, A=5 O>R R=8 O+ O>Q Q=9 O+, 9"
    })
    void comesToTheMarkThatCounts(int markers, String history, String mark) {
        MarkingScheme scheme = scheme(markers);

        assertThat(after(history, scheme)
                        .mark(scheme, TEN)
                        .map(Rational::toString)
                        .orElse(""))
                .isEqualTo(mark);
    }

    @ParameterizedTest
    @CsvSource({
        "1, A=5, B=6, ENOUGH_MARKS",
        "2, A=5 B=6, D=6, ENOUGH_MARKS",
        "2, A=5 B=6, D?, ENOUGH_MARKS",
        "2, A=5, C!6, NOT_FOR_CHIEF",
        "2, A=5 B=6, C!6, NOT_FOR_CHIEF",
        "1, '', O>R, NOT_FINISHED",
        "1, A=5, O>A, REVIEWER_HAS_MARKED",
        "2, A=5 B=8 C!7, O>C, REVIEWER_HAS_MARKED",
        "1, A=5 O>R, A=6, UNDER_REVIEW",
        "1, A=5 O>R, A-, NOTHING_TO_TAKE_BACK",
        "1, A=5 O>R, R?, UNDER_REVIEW",
        "1, A=5 O>R R=8, O>Q, UNDER_REVIEW",
        "1, A=5 O>R R=8, C!6, NOT_FOR_CHIEF",
        "1, A=5 O>R, O+, NO_REVIEW",
        "1, A=5, O/, NO_REVIEW",
        "2, A=5 B=8 C!6, A=6, DECIDED",
        "2, A=5 B=8 C!6, B?, DECIDED",
        "2, A=5 B=8 C!6, B-, DECIDED",
        "1, '', A-, NOTHING_TO_TAKE_BACK",
        "1, A=5, B-, NOTHING_TO_TAKE_BACK",
        "1, '', A=11, NOT_BY_SCHEME"
    })
    void refusesWhatCannotBe(int markers, String history, String act, Refusal refusal) {
        MarkingScheme scheme = scheme(markers);

        assertThat(after(history, scheme).refusal(act(act), person(act), scheme))
                .contains(refusal);
    }

    @ParameterizedTest
    @CsvSource({
        "2, '', A, true",
        "2, A=5, A, false",
        "2, A=5, B, true",
        "2, A=5 B=6, D, false",
        "2, A?, B, false",
        "2, A? A-, B, true",
        "1, A=5 O>R, R, true",
        "1, A=5 O>R, B, false",
        "1, A=5 O>R R=8, R, false"
    })
    void liesOnTheDeskOfWhoIsToMarkIt(int markers, String history, String person, boolean wants) {
        MarkingScheme scheme = scheme(markers);

        assertThat(after(history, scheme).wants(person, scheme)).isEqualTo(wants);
    }

    @ParameterizedTest
    @CsvSource({
        "2, '', false",
        "2, A=5, false",
        "2, A=5 C=8, true",
        "2, A=5 C=6, false",
        "2, A=5 B=8, true",
        "2, A=5 C=8 D!6, false",
        "2, A=5 B=8 C!7, true",
        "2, A?, true"
    })
    void isDecidedByAChiefMarkerWhereItIsLeftToThem(int markers, String history, boolean decides) {
        MarkingScheme scheme = scheme(markers);

        assertThat(after(history, scheme).isDecidedBy("C", scheme)).isEqualTo(decides);
    }

    @ParameterizedTest
    @CsvSource({
        "A=5, A=5 O>R, true",
        "A=5, A=5 O>R R=8, true",
        "A=5, A=5 O>R R=8 O/, true",
        "A=5, A=5 O>R R=8 O+, false",
        "A=5, A=6, false",
        "A=5, A?, false",
        "A?, A? C!3, false"
    })
    void countsTheSameUntilAReviewEnds(String before, String after, boolean same) {
        MarkingScheme scheme = scheme(1);

        assertThat(after(after, scheme).countsAs(after(before, scheme))).isEqualTo(same);
    }

    @Test
    void hasNoMarkWhileTheChiefMarkerIsToDecideThoughBothMarksAreMoreThanTheQuestionIsWorth() {
        MarkingScheme scheme = scheme(2);
        AnswerMarking marking = after("A=6 B=9", scheme);

        assertThat(marking.isForChief(scheme)).isTrue();
        assertThat(marking.isFinished(scheme)).isFalse();
        assertThat(marking.mark(scheme, Rational.of(5))).isEmpty();
        assertThat(after("A=6 B=9 C!8", scheme).mark(scheme, Rational.of(5))).contains(Rational.of(5));
    }

    @Property(tries = 500)
    void neverWaitsForNobody(@ForAll long seed) {
        Random random = new Random(seed);
        MarkingScheme scheme = scheme(1 + random.nextInt(2));
        AnswerMarking marking = AnswerMarking.NONE;
        for (int i = 0; i < 12; i++) {
            String person = String.valueOf("ABCD".charAt(random.nextInt(4)));
            String kind = String.valueOf("=!?-".charAt(random.nextInt(4)));
            MarkingAct.OnAnswer act = act(person + kind + random.nextInt(11));
            if (marking.refusal(act, person, scheme).isEmpty()) {
                marking = marking.after(act, person);
            }
            boolean somebody = marking.isForChief(scheme) || marking.wants("X", scheme);
            assertThat(marking.mark(scheme, TEN).isPresent()).as("%s", marking).isNotEqualTo(somebody);
            assertThat(MarkingCodec.fromPlain(MarkingCodec.toPlain(act))).isEqualTo(act);
            assertThat(CanonicalJson.write(MarkingCodec.toPlain(act))).contains("\"sitting\":7");
        }
    }
}

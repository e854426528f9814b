package dauntingledger.rulebook.scoring;

import static dauntingledger.rulebook.testing.SamplePapers.R1;
import static dauntingledger.rulebook.testing.SamplePapers.R2;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Finding;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSet;
import dauntingledger.rulebook.paper.ItemSetId;
import dauntingledger.rulebook.paper.Movement;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Question;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.SamplePapers;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ScoreTest {

    private static final ChoiceId A = new ChoiceId("a");
    private static final ChoiceId B = new ChoiceId("b");
    private static final ChoiceId C = new ChoiceId("c");

    /** Key of the pilot paper: q1 a; q2 a and c, each for itself, b costs; q3 4.2 ± 0.1; q4 1 and 2; q5 b. */
    private static final Key PILOT = new Key(Map.of(
            new ItemId("q1"), SampleKeys.choice("a"),
            new ItemId("q2"), SampleKeys.mapped(Map.of("a", 1, "c", 1, "b", -1)),
            new ItemId("q3"),
                    SampleKeys.numbers(Map.of(R1, "4.2"), Map.of("tolerance-mode", "absolute", "tolerance", "0.1")),
            new ItemId("q4"), SampleKeys.numbers(Map.of(R1, "1", R2, "2"), Map.of()),
            new ItemId("q5"), SampleKeys.choice("b")));

    private final Desk desk = Desk.inBlockOne();

    @Test
    void giveFullMarksForFullAnswers() {
        desk.chooses("q1", "a")
                .chooses("q2", "a", "c")
                .types("q3", "4,25")
                .closes("one")
                .opens("two");
        desk.types("q4", "1")
                .does(new Act.Answered(new ItemId("q4"), R2, Value.typed("2.0")))
                .chooses("q5", "b");
        Score score = Score.of(PILOT, desk.sitting());

        assertThat(score.marks()).isEqualTo(score.most()).isEqualTo(Rational.of(10));
        assertThat(score.sections()).extracting(Score.OfSection::marks).containsExactly(Rational.of(7), Rational.of(3));
    }

    @Test
    void doNotTakeABlankForAWrongAnswer() {
        assertThat(Score.of(PILOT, desk.sitting()).marks()).isEqualTo(Rational.ZERO);
        assertThat(outcome("q1")).isEqualTo(Score.Outcome.BLANK);
    }

    @Test
    void takeThePenaltyOffForAWrongAnswer() {
        desk.chooses("q1", "d");

        assertThat(outcome("q1")).isEqualTo(Score.Outcome.WRONG);
        assertThat(Score.of(PILOT, desk.sitting()).marks()).isEqualTo(Rational.of(-1, 2));
    }

    @ParameterizedTest
    @CsvSource({"'a,c', 3, RIGHT", "'a,d', 3/2, PARTLY_RIGHT", "a, 3/2, PARTLY_RIGHT", "'a,b', 0, WRONG", "b, 0, WRONG"
    })
    void weighEachOptionForItself(String chosen, String marks, Score.Outcome outcome) {
        desk.chooses("q2", chosen.split(","));

        assertThat(Score.of(PILOT, desk.sitting()).marks()).isEqualTo(Rational.parse(marks));
        assertThat(outcome("q2")).isEqualTo(outcome);
    }

    @Test
    void shareTheMarksAmongTheParts() {
        desk.closes("one").opens("two").types("q4", "1");

        assertThat(Score.of(PILOT, desk.sitting()).marks()).isEqualTo(Rational.of(1, 2));
    }

    @ParameterizedTest
    @CsvSource({
        "4.2, absolute, 0.1, 4.3, true", "4.2, absolute, 0.1, 4.31, false", "4.2, absolute, 0.1, 4.1, true",
        "4.2, absolute, 0.1 0.3, 4.31, false", "4.2, absolute, 0.3 0.1, 4.5, true", "200, relative, 2, 196.08, true",
        "200, relative, 2, 196, false", "200, relative, 2, 204, true", "-200, relative, 2, -204, true",
        "0, relative, 2, 0, true", "0, relative, 2, 0.001, false", "3/4, exact, 0, 0.75, true",
        "3/4, exact, 0, 7.5e-1, true", "3/4, exact, 0, 0.7500001, false", "3/4, exact, 0, none, false"
    })
    void judgeNumbersWithinTheirTolerance(String key, String mode, String bound, String typed, boolean right) {
        ItemKey item = SampleKeys.numbers(Map.of(R1, key), Map.of("tolerance-mode", mode, "tolerance", bound));

        assertThat(item.judge(Map.of(R1, Value.typed(typed))).score()).isEqualTo(right ? Rational.ONE : Rational.ZERO);
    }

    @Test
    void tellApartWhatWaitsForAMarker() {
        Key key = new Key(Map.of(
                new ItemId("q1"), SampleKeys.choice("a"),
                new ItemId("q2"), SampleKeys.mapped(Map.of("a", 1, "c", 1)),
                new ItemId("q3"), SampleKeys.byPerson(),
                new ItemId("q4"), SampleKeys.numbers(Map.of(R1, "1", R2, "2"), Map.of()),
                new ItemId("q5"), SampleKeys.byPerson()));
        desk.chooses("q1", "a").types("q3", "4");
        Score score = Score.of(key, desk.sitting());

        assertThat(score.marks()).isEqualTo(Rational.of(2));
        assertThat(score.pending()).isEqualTo(Rational.of(2));
        assertThat(score.sections())
                .extracting(Score.OfSection::pending)
                .containsExactly(Rational.of(2), Rational.ZERO);
    }

    @Test
    void sayHowTheyCameAbout() {
        desk.chooses("q2", "a", "b");

        Score.Explanation explanation =
                Score.explain(PILOT, desk.sitting().questions().get(new ItemId("q2")), Map.of());

        assertThat(explanation.score().item()).isEqualTo(new ItemId("q2"));
        assertThat(explanation.outcomes()).containsKey(ItemKey.SCORE);
        assertThat(explanation.reasons()).singleElement().satisfies(reason -> {
            assertThat(reason.given().elements()).containsExactly("a", "b");
            assertThat(reason.expected().elements()).isEmpty();
            assertThat(reason.worths()).containsExactly(new Worth("a", Rational.ONE), new Worth("b", Rational.of(-1)));
        });
    }

    @Nested
    class OfASetWithAFloor {

        @Test
        void isNeverBelowZero() {
            assertThat(scoreOfTwoWrong(true)).isEqualTo(Rational.ZERO);
            assertThat(scoreOfTwoWrong(false)).isEqualTo(Rational.of(-2, 3));
        }

        private Rational scoreOfTwoWrong(boolean floorAtZero) {
            Item first = third("q1");
            Item second = third("q5");
            ItemSet set = ItemSet.of(new ItemSetId("set"), "Set", floorAtZero, List.of(first, second));
            Paper paper = SamplePapers.paper(
                    List.of(
                            new Stage.Block(
                                    SamplePapers.stage("one"),
                                    "One",
                                    List.of(new Section(new SectionId("s"), "S", Movement.FREE, List.of(set))),
                                    true),
                            SamplePapers.handIn()),
                    List.of());
            Desk candidate = new Desk(paper).opens("one").chooses("q1", "d").chooses("q5", "d");
            return Score.of(PILOT, candidate.sitting()).marks();
        }

        private static Item third(String id) {
            return SamplePapers.item(
                    id, Rational.ONE, Rational.of(1, 3), Item.Credit.WHOLE, SamplePapers.choice(R1, 4, 1, 1));
        }
    }

    @Nested
    class WithAKeyThatDoesNotFit {

        @Test
        void findsEveryGap() {
            Key key = new Key(Map.of(
                    new ItemId("q1"), SampleKeys.choice("z"),
                    new ItemId("q3"), SampleKeys.numbers(Map.of(R2, "4"), Map.of())));

            assertThat(key.findings(SamplePapers.pilot()))
                    .extracting(Finding::place)
                    .containsExactly("item q1, response R1", "item q2", "item q3, response R1", "item q4", "item q5");
        }

        @Test
        void asksHowMuchAnItemCanBeWorth() {
            ItemKey worthless =
                    new ItemKey(Map.of(R1, SampleKeys.single("a")), SampleKeys.SCORE, List.of(), ItemKey.Judge.RULES);

            assertThat(new Key(Map.of(new ItemId("q1"), worthless)).findings(SamplePapers.pilot()))
                    .extracting(Finding::toString)
                    .anySatisfy(finding -> assertThat(finding).contains("item q1", "MAXSCORE"));
        }

        @Test
        void refusesToScore() {
            assertThatThrownBy(() -> Score.of(new Key(Map.of()), desk.sitting()))
                    .isInstanceOf(IllegalStateException.class)
                    .hasMessageContaining("item q1");
        }
    }

    @Test
    void takeWhatCountsForNobodyOutOfTheMostAsWell() {
        desk.chooses("q1", "b").chooses("q2", "b");
        Rational all = Score.of(PILOT, desk.sitting()).most();
        Score score = Score.of(
                PILOT.corrected(
                        List.of(new Correction.TakenOut(new ItemId("q1")), new Correction.AllRight(new ItemId("q2")))),
                desk.sitting());

        Rational q1 = desk.sitting().questions().get(new ItemId("q1")).item().marks();
        Rational q2 = desk.sitting().questions().get(new ItemId("q2")).item().marks();
        assertThat(score.most()).isEqualTo(all.minus(q1));
        assertThat(score.marks()).isEqualTo(q2);
        assertThat(score.sections().getFirst().items())
                .extracting(Score.OfItem::outcome)
                .startsWith(Score.Outcome.TAKEN_OUT, Score.Outcome.RIGHT);
    }

    @Test
    void areExplainedByWhatAPersonGave() {
        ItemKey essay = new ItemKey(
                Map.of(R1, SampleKeys.single("b")),
                Map.of(
                        ItemKey.SCORE,
                        new OutcomeVariable(
                                OutcomeVariable.NUMBER.initial(), Optional.of(Rational.of(4)), Optional.empty())),
                List.of(),
                ItemKey.Judge.PERSON);
        Key byPerson = new Key(Map.of(new ItemId("q1"), essay));
        desk.chooses("q1", "b");
        Question question = desk.sitting().questions().get(new ItemId("q1"));

        assertThat(Score.explain(byPerson, question, Map.of()).score().outcome())
                .isEqualTo(Score.Outcome.PENDING);
        Score.OfItem score = Score.explain(byPerson, question, Map.of(new ItemId("q1"), Rational.ONE))
                .score();
        assertThat(score.outcome()).isEqualTo(Score.Outcome.PARTLY_RIGHT);
        assertThat(score.marks()).isEqualTo(question.item().marks().dividedBy(Rational.of(4)));
    }

    @Test
    void leaveABlankBlankWhereEveryAnswerIsRight() {
        Key key = PILOT.corrected(List.of(new Correction.AllRight(new ItemId("q1"))));
        assertThat(Score.item(key, desk.sitting().questions().get(new ItemId("q1")))
                        .outcome())
                .isEqualTo(Score.Outcome.BLANK);
    }

    private Score.Outcome outcome(String id) {
        return Score.item(PILOT, desk.sitting().questions().get(new ItemId(id))).outcome();
    }
}

package dauntingledger.rulebook.sitting;

import static dauntingledger.rulebook.testing.Desk.choosing;
import static dauntingledger.rulebook.testing.SamplePapers.R1;
import static dauntingledger.rulebook.testing.SamplePapers.R2;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.Clocks;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSetId;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.SamplePapers;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Named;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class SittingTest {

    private static final ItemId Q1 = new ItemId("q1");
    private static final ItemId Q2 = new ItemId("q2");

    @Nested
    class BeforeTheFirstSection {

        @Test
        void waitsBeforeTheFirstStageWithoutAClock() {
            Sitting sitting = new Desk(SamplePapers.pilot()).sitting();

            assertThat(sitting.route().position()).isEqualTo(new Position.Before(0));
            assertThat(sitting.clocks().all()).isEmpty();
            assertThat(sitting.questions().totals()).isEqualTo(new Totals(0, 0, 0, 5, 0));
        }

        @Test
        void goesOnByItselfAfterANoticeIsAccepted() {
            Desk desk = new Desk(SamplePapers.pilot())
                    .opens("conduct")
                    .does(new Act.NoticeAccepted(new StageId("conduct"), SamplePapers.DIGEST, ""));

            assertThat(desk.sitting().route().position()).isEqualTo(new Position.At(1));
        }

        @Test
        void acceptsANoticeOnlyByTheTextThatWasShown() {
            Desk desk = new Desk(SamplePapers.pilot()).opens("conduct");

            assertThat(desk.permits(new Act.NoticeAccepted(new StageId("conduct"), "00".repeat(32), "")))
                    .isEqualTo(Verdict.OTHER_TEXT);
        }

        @Test
        void endsWhenANoticeIsDeclinedOrItsTimeRunsOut() {
            Desk declining = new Desk(SamplePapers.pilot())
                    .opens("conduct")
                    .does(new Act.NoticeDeclined(new StageId("conduct")));
            Desk waiting = new Desk(SamplePapers.pilot()).opens("conduct").afterMinutes(10);

            assertThat(declining.sitting().route().position()).isEqualTo(new Position.Over(Position.Ending.DECLINED));
            assertThat(waiting.sitting().route().position()).isEqualTo(new Position.Over(Position.Ending.DECLINED));
        }

        @Test
        void letsNobodySkipAStageOrTouchAQuestion() {
            Desk desk = new Desk(SamplePapers.pilot()).opens("conduct");

            assertThat(desk.permits(new Act.StageOpened(new StageId("one")))).isEqualTo(Verdict.NOT_ON_THE_ROUTE);
            assertThat(desk.permits(choosing("q1", "a"))).isEqualTo(Verdict.NOT_OPEN_YET);
            assertThat(desk.permits(new Act.ReviewOpened())).isEqualTo(Verdict.WRONG_STAGE);
            assertThat(desk.permits(new Act.HandedIn())).isEqualTo(Verdict.WRONG_STAGE);
            assertThat(desk.permits(new Act.StageOpened(new StageId("nowhere"))))
                    .isEqualTo(Verdict.UNKNOWN_STAGE);
        }
    }

    @Nested
    class InABlock {

        private final Desk desk = Desk.inBlockOne();

        @Test
        void showsTheCandidatesOwnEntryInTheLedger() {
            desk.chooses("q1", "c").chooses("q2", "d", "b").types("q3", " 4.2 ");

            assertThat(desk.sitting().questions().in(2))
                    .extracting(Question::label)
                    .containsExactly("C", "BD", "4.2");
        }

        @Test
        void shortensALabelThatIsTooLongForItsCell() {
            desk.types("q3", "12345.67");

            assertThat(desk.question("q3").label()).isEqualTo("1234…");
            assertThat(desk.question("q3").fullLabel()).isEqualTo("12345.67");
        }

        @Test
        void tellsOpenedBlankPartAndFullApart() {
            desk.looksAt("q1").chooses("q2", "b").types("q3", "abc");

            assertThat(desk.question("q1").status()).isEqualTo(Question.Status.BLANK);
            assertThat(desk.question("q2").status()).isEqualTo(Question.Status.PART);
            assertThat(desk.question("q3").status()).isEqualTo(Question.Status.PART);
            assertThat(desk.question("q4").status()).isEqualTo(Question.Status.NOT_OPENED);
            assertThat(desk.types("q3", "1/3").question("q3").status()).isEqualTo(Question.Status.ANSWERED);
        }

        @Test
        void takesAnAnswerBack() {
            desk.looksAt("q1").chooses("q1", "a").does(new Act.Erased(Q1));

            assertThat(desk.question("q1").status()).isEqualTo(Question.Status.BLANK);
            assertThat(desk.permits(new Act.Erased(Q1))).isEqualTo(Verdict.ALREADY_SO);
        }

        @Test
        void countsAnEmptyValueAsBlank() {
            desk.looksAt("q3").types("q3", "7").types("q3", "");

            assertThat(desk.question("q3").status()).isEqualTo(Question.Status.BLANK);
            assertThat(desk.question("q3").label()).isEmpty();
        }

        @Test
        void keepsTheReviewMarkApartFromTheAnswer() {
            desk.does(new Act.Marked(Q1)).chooses("q1", "a");

            assertThat(desk.question("q1").marked()).isTrue();
            assertThat(desk.question("q1").status()).isEqualTo(Question.Status.ANSWERED);
            assertThat(desk.permits(new Act.Marked(Q1))).isEqualTo(Verdict.ALREADY_SO);
            assertThat(desk.does(new Act.Unmarked(Q1)).question("q1").marked()).isFalse();
        }

        @Test
        void strikesOptionsOutAndBringsThemBack() {
            ChoiceId a = new ChoiceId("a");
            desk.does(new Act.StruckOut(Q1, R1, a));

            assertThat(desk.question("q1").work().struck()).containsKey(R1);
            assertThat(desk.question("q1").status()).isEqualTo(Question.Status.NOT_OPENED);
            assertThat(desk.permits(new Act.StruckOut(Q1, R1, a))).isEqualTo(Verdict.ALREADY_SO);
            assertThat(desk.does(new Act.BroughtBack(Q1, R1, a))
                            .question("q1")
                            .work()
                            .struck())
                    .isEmpty();
        }

        @Test
        void bringsAStruckOptionBackWhenItIsChosen() {
            desk.does(new Act.StruckOut(Q1, R1, new ChoiceId("a"))).chooses("q1", "a");

            assertThat(desk.question("q1").work().struck()).isEmpty();
            assertThat(desk.permits(new Act.StruckOut(Q1, R1, new ChoiceId("a"))))
                    .isEqualTo(Verdict.CHOICE_IS_THE_ANSWER);
        }

        static Stream<Arguments> unfitActs() {
            Value letter = Value.choice(new ChoiceId("a"));
            return Stream.of(
                    act(new Act.Answered(new ItemId("q9"), R1, letter), Verdict.UNKNOWN_QUESTION),
                    act(new Act.Answered(Q1, new ResponseId("R9"), letter), Verdict.UNKNOWN_RESPONSE),
                    act(choosing("q1", "z"), Verdict.UNKNOWN_CHOICE),
                    act(choosing("q1", "a", "b"), Verdict.WRONG_SHAPE),
                    act(choosing("q2", "a", "a"), Verdict.WRONG_SHAPE),
                    act(choosing("q2", "a", "b", "c"), Verdict.TOO_MANY_CHOICES),
                    act(new Act.Answered(new ItemId("q3"), R1, letter), Verdict.WRONG_SHAPE),
                    act(new Act.Answered(new ItemId("q3"), R1, Value.typed("123456789")), Verdict.TOO_LONG),
                    act(new Act.StruckOut(Q1, R1, new ChoiceId("z")), Verdict.UNKNOWN_CHOICE),
                    act(new Act.StruckOut(new ItemId("q3"), R1, new ChoiceId("a")), Verdict.UNKNOWN_RESPONSE),
                    act(new Act.BlockClosed(new StageId("two")), Verdict.NOT_OPEN_YET),
                    act(new Act.BlockClosed(new StageId("rest")), Verdict.WRONG_STAGE),
                    act(choosing("q4", "a"), Verdict.NOT_OPEN_YET),
                    act(new Act.WalkBegun(Subset.MARKED), Verdict.NOTHING_TO_WALK));
        }

        @ParameterizedTest
        @MethodSource("unfitActs")
        void refusesWithAReasonAndChangesNothing(Act act, Verdict verdict) {
            List<Question> before = desk.sitting().questions().all();
            List<Entry> lines = List.copyOf(desk.ledger().entries());

            assertThat(desk.tries(act)).isEqualTo(verdict);
            assertThat(desk.sitting().questions().all()).isEqualTo(before);
            assertThat(desk.ledger().entries()).isEqualTo(lines);
        }

        private static Arguments act(Act act, Verdict verdict) {
            return Arguments.of(Named.of(act.toString(), act), verdict);
        }

        @Test
        void addsItsTotalsUpPerSectionAndSet() {
            desk.looksAt("q1").chooses("q2", "a", "b").does(new Act.Marked(Q2));

            Totals expected = new Totals(1, 0, 1, 1, 1);
            assertThat(desk.sitting().questions().totalsIn(2)).isEqualTo(expected);
            assertThat(desk.sitting().questions().totals(new SectionId("one-section")))
                    .isEqualTo(expected);
            assertThat(desk.sitting().questions().totals(new ItemSetId("one-set")))
                    .isEqualTo(expected);
            assertThat(expected.questions()).isEqualTo(3);
        }

        @Test
        void walksThroughASubsetAndEndsAtTheReviewPage() {
            desk.does(new Act.Marked(Q1))
                    .does(new Act.Marked(new ItemId("q3")))
                    .does(new Act.WalkBegun(Subset.MARKED))
                    .looksAt("q1");
            Walk walk = desk.sitting().questions().walk().orElseThrow();

            assertThat(desk.sitting().questions().after(Q1)).contains(new ItemId("q3"));
            assertThat(desk.sitting().questions().after(new ItemId("q3"))).isEmpty();
            assertThat(desk.sitting().questions().before(Q1)).isEmpty();

            desk.does(new Act.Unmarked(Q1));
            assertThat(desk.sitting().questions().walk()).contains(walk);

            desk.does(new Act.ReviewOpened());
            assertThat(desk.sitting().questions().walk()).isEmpty();
            assertThat(desk.sitting().questions().view()).isEqualTo(View.REVIEW);
            assertThat(desk.sitting().questions().after(Q1)).contains(Q2);
        }

        @Test
        void divideTheTimeLeftAmongTheQuestionsWithoutAFullAnswer() {
            desk.chooses("q1", "a").after(Duration.ofSeconds(61));

            assertThat(desk.sitting().clocks().pace()).contains(Duration.ofSeconds((20 * 60 - 61) / 2));
            desk.chooses("q2", "a", "b").types("q3", "1");
            assertThat(desk.sitting().clocks().pace()).isEmpty();
        }

        @Test
        void creditsTimeToTheQuestionInView() {
            desk.looksAt("q1")
                    .afterMinutes(2)
                    .looksAt("q2")
                    .afterMinutes(3)
                    .does(new Act.ReviewOpened())
                    .afterMinutes(1);

            assertThat(desk.question("q1").spent()).isEqualTo(Duration.ofMinutes(2));
            assertThat(desk.question("q2").spent()).isEqualTo(Duration.ofMinutes(3));
            assertThat(desk.sitting().route().record(2).orElseThrow().used()).isEqualTo(Duration.ofMinutes(6));
        }
    }

    @Nested
    class AtTheDeadline {

        private final Desk desk = Desk.inBlockOne().looksAt("q1");

        @ParameterizedTest
        @CsvSource({"1199999, PERMITTED", "1200000, TIME_RAN_OUT", "1200001, TIME_RAN_OUT"})
        void countsAnAnswerUpToButNotAtTheDeadline(long millis, Verdict verdict) {
            desk.after(Duration.ofMillis(millis));

            assertThat(desk.permits(choosing("q1", "a"))).isEqualTo(verdict);
        }

        @Test
        void closesTheSectionAsOfTheDeadlineHoweverLateSomebodyLooks() {
            desk.chooses("q1", "a").afterMinutes(23);
            StageRecord closed = desk.sitting().route().record(2).orElseThrow();

            assertThat(closed.ended()).isEqualTo(StageRecord.Ended.BY_TIME);
            assertThat(closed.endedAt()).isEqualTo(Desk.NINE.plus(Duration.ofMinutes(20)));
            assertThat(closed.used()).isEqualTo(Duration.ofMinutes(20));
            assertThat(desk.question("q1").sealed()).isTrue();
            assertThat(desk.question("q1").label()).isEqualTo("A");
            assertThat(desk.sitting().route().position()).isEqualTo(new Position.At(3));
            assertThat(desk.sitting().clocks().tightest().orElseThrow().left()).isEqualTo(Duration.ofMinutes(7));
        }

        @Test
        void runsThroughTheWholeRouteWhenNobodyActs() {
            desk.afterMinutes(20 + 10 + 30 + 5);

            assertThat(desk.sitting().route().position()).isEqualTo(new Position.Over(Position.Ending.HANDED_IN));
            assertThat(desk.sitting().route().unrecordedEndings())
                    .extracting(ending -> ending.stage().value())
                    .containsExactly("one", "rest", "two", "hand-in");
        }

        @Test
        void recordsAnEndingOnce() {
            desk.afterMinutes(21);
            Act ranOut = new Act.StageRanOut(new StageId("one"));

            assertThat(desk.does(ranOut).permits(ranOut)).isEqualTo(Verdict.ALREADY_SO);
            assertThat(desk.sitting().route().unrecordedEndings()).isEmpty();
            assertThat(desk.permits(new Act.StageRanOut(new StageId("two")))).isEqualTo(Verdict.NOT_ON_THE_ROUTE);
        }
    }

    @Nested
    class InABreak {

        private final Desk desk = Desk.inBlockOne().afterMinutes(5).closes("one");

        @Test
        void beginsByItselfWhenTheSectionIsClosed() {
            Clock clock = desk.sitting().clocks().tightest().orElseThrow();

            assertThat(desk.sitting().route().position()).isEqualTo(new Position.At(3));
            assertThat(clock.title()).isEqualTo("Break");
            assertThat(clock.deadline()).contains(desk.now().plus(Duration.ofMinutes(10)));
            assertThat(desk.permits(choosing("q1", "a"))).isEqualTo(Verdict.SECTION_CLOSED);
        }

        @Test
        void mayBeEndedEarly() {
            desk.afterMinutes(4).opens("two");

            assertThat(desk.sitting().clocks().tightest().orElseThrow().left()).isEqualTo(Duration.ofMinutes(30));
        }

        @Test
        void overrunRunsOnTheNextSectionsClock() {
            desk.afterMinutes(13);

            assertThat(desk.sitting().route().position()).isEqualTo(new Position.At(4));
            assertThat(desk.sitting().clocks().tightest().orElseThrow().left()).isEqualTo(Duration.ofMinutes(27));
        }
    }

    @Nested
    class WhenTheInvigilatorActs {

        private final Desk desk = Desk.inBlockOne().looksAt("q1").afterMinutes(5);
        private final Act grant =
                new Act.TimeGranted(new BoxId("one"), Duration.ofMinutes(2), By.NOBODY, Optional.empty());

        @Test
        void aPauseStopsTheClockAndTheCandidate() {
            desk.does(new Act.Paused(By.NOBODY, "")).afterMinutes(60);

            assertThat(desk.sitting().clocks().tightest().orElseThrow().left()).isEqualTo(Duration.ofMinutes(15));
            assertThat(desk.sitting().clocks().tightest().orElseThrow().deadline())
                    .isEmpty();
            assertThat(desk.permits(choosing("q1", "a"))).isEqualTo(Verdict.PAUSED);
            assertThat(desk.permits(new Act.BlockClosed(new StageId("one")))).isEqualTo(Verdict.PAUSED);
            assertThat(desk.permits(new Act.Paused(By.NOBODY, ""))).isEqualTo(Verdict.ALREADY_SO);

            desk.does(new Act.Resumed(By.NOBODY)).afterMinutes(1);
            assertThat(desk.sitting().clocks().tightest().orElseThrow().left()).isEqualTo(Duration.ofMinutes(14));
            assertThat(desk.question("q1").spent()).isEqualTo(Duration.ofMinutes(6));
        }

        @Test
        void aPauseInsideABreakStopsTheBreakToo() {
            desk.closes("one")
                    .afterMinutes(4)
                    .does(new Act.Paused(By.NOBODY, ""))
                    .afterMinutes(30)
                    .does(new Act.Resumed(By.NOBODY));

            assertThat(desk.sitting().clocks().tightest().orElseThrow().left()).isEqualTo(Duration.ofMinutes(6));
        }

        @Test
        void aGrantMovesTheDeadline() {
            desk.does(grant).afterMinutes(16);

            assertThat(desk.permits(choosing("q1", "a"))).isEqualTo(Verdict.PERMITTED);
            assertThat(desk.sitting().clocks().tightest().orElseThrow().allowance())
                    .isEqualTo(Duration.ofMinutes(22));
        }

        @Test
        void aGrantComesTooLateForABoxThatHasEnded() {
            desk.afterMinutes(15);

            assertThat(desk.permits(grant)).isEqualTo(Verdict.NOT_OPEN_YET);
            assertThat(desk.permits(new Act.TimeGranted(
                            new BoxId("nothing"), Duration.ofMinutes(1), By.NOBODY, Optional.empty())))
                    .isEqualTo(Verdict.UNKNOWN_TIME_BOX);
        }
    }

    @Nested
    class UnderNestedBoxes {

        private final Desk desk = new Desk(SamplePapers.paper(
                        List.of(
                                SamplePapers.block("one", SamplePapers.single("q1")),
                                SamplePapers.rest(Clocks.STAND_STILL),
                                SamplePapers.block("two", SamplePapers.single("q5")),
                                SamplePapers.handIn()),
                        List.of(
                                SamplePapers.box("all", 30, "one", "hand-in"),
                                SamplePapers.box("first", 20, "one", "one"))))
                .opens("one");

        @Test
        void theClockThatBitesFirstIsTheOneShown() {
            assertThat(desk.sitting().clocks().tightest().orElseThrow().title()).isEqualTo("Box first");
            desk.afterMinutes(5).closes("one").opens("two");
            assertThat(desk.sitting().clocks().tightest().orElseThrow().title()).isEqualTo("Box all");
            assertThat(desk.sitting().clocks().tightest().orElseThrow().left()).isEqualTo(Duration.ofMinutes(25));
        }

        @Test
        void aStoppedBreakHoldsTheOuterClockStill() {
            desk.afterMinutes(5).closes("one").afterMinutes(9);

            assertThat(desk.sitting().clocks().all())
                    .filteredOn(clock -> clock.title().equals("Box all"))
                    .singleElement()
                    .satisfies(clock -> {
                        assertThat(clock.left()).isEqualTo(Duration.ofMinutes(25));
                        assertThat(clock.deadline()).isEmpty();
                    });
        }

        @Test
        void theOuterBoxEndsEverythingItCovers() {
            desk.afterMinutes(5).closes("one").opens("two").afterMinutes(25);

            assertThat(desk.sitting().route().position()).isEqualTo(new Position.Over(Position.Ending.HANDED_IN));
            assertThat(desk.question("q5").sealed()).isTrue();
        }
    }

    @Nested
    class AtTheEnd {

        private final Desk desk =
                Desk.inBlockOne().closes("one").opens("two").afterMinutes(3).closes("two");

        @Test
        void isHandedInByConfirmation() {
            desk.does(new Act.HandedIn());

            assertThat(desk.sitting().route().position()).isEqualTo(new Position.Over(Position.Ending.HANDED_IN));
            assertThat(desk.permits(new Act.HandedIn())).isEqualTo(Verdict.SITTING_OVER);
            assertThat(desk.permits(new Act.ReviewOpened())).isEqualTo(Verdict.SITTING_OVER);
            assertThat(desk.permits(new Act.SeatTaken("s"))).isEqualTo(Verdict.SITTING_OVER);
        }

        @Test
        void isHandedInByTimeWithoutOne() {
            desk.after(Duration.ofMinutes(5).minusMillis(1));
            assertThat(desk.permits(new Act.HandedIn())).isEqualTo(Verdict.PERMITTED);

            desk.after(Duration.ofMillis(1));
            assertThat(desk.permits(new Act.HandedIn())).isEqualTo(Verdict.SITTING_OVER);
        }

        @Test
        void questionsOfSeveralPartsCountTheirParts() {
            Desk second = Desk.inBlockOne().closes("one").opens("two").types("q4", "3");

            assertThat(second.question("q4").label()).isEqualTo("1/2");
            assertThat(second.question("q4").status()).isEqualTo(Question.Status.PART);
            second.does(new Act.Answered(new ItemId("q4"), R2, Value.typed("4")));
            assertThat(second.question("q4").label()).isEqualTo("2/2");
        }
    }

    @Test
    void refusesToLookBackInTime() {
        Desk desk = Desk.inBlockOne().afterMinutes(1).looksAt("q1");

        assertThatThrownBy(() -> desk.ledger().sitting().asOf(Desk.NINE)).hasMessageContaining("lies before");
        assertThatThrownBy(() -> desk.sitting().questions().get(new ItemId("q9")))
                .hasMessageContaining("no question q9");
    }
}

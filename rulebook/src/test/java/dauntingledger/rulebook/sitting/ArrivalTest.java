package dauntingledger.rulebook.sitting;

import static dauntingledger.rulebook.testing.SamplePapers.stage;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Stage.Admission.Late;
import dauntingledger.rulebook.paper.Stage.Admission.Way;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.SamplePapers;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ArrivalTest {

    private static final Instant OPENS = Desk.NINE.plus(Duration.ofMinutes(10));
    private static final Window WINDOW =
            new Window(Desk.NINE.minus(Duration.ofMinutes(5)), OPENS, OPENS.plus(Duration.ofMinutes(15)));
    private static final Act AGREED = new Act.NoticeAccepted(stage("consent"), SamplePapers.DIGEST, "I agree");
    private static final Act CODE = new Act.CodeGiven(stage("door"), true);
    private static final Act WRONG_CODE = new Act.CodeGiven(stage("door"), false);
    private static final Act LEAVE = new Act.LeaveGiven(stage("door"), "Jonna Hartwell");

    private static Desk arriving(Late late, Way... ways) {
        return new Desk(SamplePapers.arrival(SamplePapers.door(late, ways)), WINDOW).opens("consent");
    }

    private static Desk atTheDoor(Late late, Way... ways) {
        return arriving(late, ways).does(AGREED).does(new Act.IdentityConfirmed(stage("identity")));
    }

    private static Desk atTheStation() {
        return atTheDoor(Late.NOT_ADMITTED, Way.CODE).does(CODE);
    }

    private static String stageOf(Desk desk) {
        return desk.sitting().stage().map(at -> at.id().value()).orElse("");
    }

    @Nested
    class ByTheHours {

        @ParameterizedTest
        @CsvSource({"-300001, TOO_EARLY", "-300000, PERMITTED", "1499999, PERMITTED", "1500000, TOO_LATE"})
        void letsNobodyInBeforeTheDoorsOrAfterTheClose(long millisFromNine, Verdict verdict) {
            Sitting sitting =
                    Sitting.of(SamplePapers.arrival(SamplePapers.door(Late.NOT_ADMITTED, Way.SCHEDULE)), WINDOW);

            assertThat(sitting.permits(new Act.StageOpened(stage("consent")), Desk.NINE.plusMillis(millisFromNine)))
                    .isEqualTo(verdict);
        }

        @Test
        void letsALatecomerAskAtTheDoorWhereThePaperDoes() {
            Desk desk = new Desk(SamplePapers.arrival(SamplePapers.door(Late.BY_LEAVE, Way.SCHEDULE)), WINDOW)
                    .afterMinutes(60);

            assertThat(desk.permits(new Act.StageOpened(stage("consent")))).isEqualTo(Verdict.PERMITTED);
        }

        @Property(tries = 200)
        void everyInstantIsEarlyInOrLate(@ForAll @IntRange(min = -4000, max = 4000) int seconds) {
            Instant at = OPENS.plusSeconds(seconds);

            assertThat(WINDOW.hour(at) == Window.Hour.OPEN)
                    .isEqualTo(!at.isBefore(WINDOW.doors()) && at.isBefore(WINDOW.closes()));
            assertThat(Window.ALWAYS.hour(at)).isEqualTo(Window.Hour.OPEN);
        }

        @Test
        void refusesHoursOutOfOrder() {
            assertThatThrownBy(() -> new Window(OPENS, OPENS, OPENS)).hasMessageContaining("doors <= opens < closes");
        }
    }

    @Nested
    class Identity {

        private final Desk desk = arriving(Late.NOT_ADMITTED, Way.LEAVE).does(AGREED);
        private final Act wrong = new Act.WrongReported(stage("identity"), Arrival.Reason.SEAT, "I sit at 8");
        private final Act confirmed = new Act.IdentityConfirmed(stage("identity"));

        @Test
        void holdsTheCandidateUntilTheReportIsResolved() {
            desk.does(wrong);

            assertThat(desk.permits(confirmed)).isEqualTo(Verdict.REPORT_OPEN);
            assertThat(desk.permits(wrong)).isEqualTo(Verdict.ALREADY_SO);
            assertThat(desk.sitting().arrival().report()).hasValueSatisfying(report -> {
                assertThat(report.reason()).isEqualTo(Arrival.Reason.SEAT);
                assertThat(report.note()).isEqualTo("I sit at 8");
            });
            desk.does(new Act.ReportResolved(stage("identity"), "Jonna Hartwell"))
                    .does(confirmed);
            assertThat(stageOf(desk)).isEqualTo("door");
        }

        @Test
        void knowsNothingToResolveWithoutAReport() {
            assertThat(desk.permits(new Act.ReportResolved(stage("identity"), "Jonna Hartwell")))
                    .isEqualTo(Verdict.ALREADY_SO);
        }

        @Test
        void boundsTheNote() {
            assertThatThrownBy(() -> new Act.WrongReported(stage("identity"), Arrival.Reason.OTHER, "x".repeat(401)))
                    .hasMessageContaining("at most 400");
        }
    }

    @Nested
    class AtTheDoor {

        @Test
        void opensByItselfAtTheInstantAndNotBefore() {
            Desk desk = atTheDoor(Late.NOT_ADMITTED, Way.SCHEDULE);

            desk.after(Duration.ofMinutes(10).minusMillis(1));
            assertThat(stageOf(desk)).isEqualTo("door");
            assertThat(desk.sitting().nextDeadline()).contains(OPENS);
            desk.after(Duration.ofMillis(1));
            assertThat(stageOf(desk)).isEqualTo("station");
            assertThat(desk.sitting().unrecordedEndings()).containsExactly(new Sitting.RanOut(stage("door"), OPENS));
        }

        @Test
        void isPassedAtOnceByWhoComesInTheHours() {
            Desk desk = arriving(Late.NOT_ADMITTED, Way.SCHEDULE).does(AGREED).afterMinutes(20);

            desk.does(new Act.IdentityConfirmed(stage("identity")));

            assertThat(stageOf(desk)).isEqualTo("station");
        }

        @ParameterizedTest
        @CsvSource({"NOT_ADMITTED, NOT_NEEDED, door", "BY_LEAVE, PERMITTED, station"})
        void admitsLatecomersByThePapersPolicy(Late late, Verdict verdict, String then) {
            Desk desk = arriving(late, Way.SCHEDULE).does(AGREED).afterMinutes(25);
            desk.does(new Act.IdentityConfirmed(stage("identity")));

            assertThat(desk.sitting().arrival().late()).isTrue();
            assertThat(desk.tries(LEAVE)).isEqualTo(verdict);
            assertThat(stageOf(desk)).isEqualTo(then);
        }

        @Test
        void isNotLateWhoWaitedAtTheDoorInTime() {
            Desk desk = atTheDoor(Late.NOT_ADMITTED, Way.SCHEDULE, Way.LEAVE).afterMinutes(40);

            assertThat(desk.sitting().arrival().unmet()).containsExactly(Way.LEAVE);
            desk.does(LEAVE);
            assertThat(stageOf(desk)).isEqualTo("station");
        }

        @Test
        void needsEveryWayThatThePaperNames() {
            Desk desk = atTheDoor(Late.NOT_ADMITTED, Way.SCHEDULE, Way.CODE, Way.LEAVE);

            desk.does(LEAVE).does(CODE);
            assertThat(desk.sitting().arrival().unmet()).containsExactly(Way.SCHEDULE);
            assertThat(desk.permits(CODE)).isEqualTo(Verdict.ALREADY_SO);
            assertThat(desk.permits(LEAVE)).isEqualTo(Verdict.ALREADY_SO);
            desk.afterMinutes(10);
            assertThat(stageOf(desk)).isEqualTo("station");
        }

        @Test
        void takesSoManyWrongCodesAndThenTheInvigilatorsLeave() {
            Desk desk = atTheDoor(Late.NOT_ADMITTED, Way.CODE);

            assertThat(desk.permits(LEAVE)).isEqualTo(Verdict.NOT_NEEDED);
            desk.does(WRONG_CODE).does(WRONG_CODE);
            assertThat(desk.sitting().arrival().triesLeft()).isEqualTo(1);
            desk.does(WRONG_CODE);
            assertThat(desk.permits(CODE)).isEqualTo(Verdict.OUT_OF_TRIES);
            desk.does(LEAVE);
            assertThat(stageOf(desk)).isEqualTo("station");
        }

        @Test
        void staysShutDuringAPauseAndOpensWithItsEnd() {
            Desk desk = atTheDoor(Late.NOT_ADMITTED, Way.SCHEDULE, Way.LEAVE, Way.CODE)
                    .does(CODE)
                    .does(new Act.Paused())
                    .does(LEAVE)
                    .afterMinutes(12);
            assertThat(stageOf(desk)).isEqualTo("door");

            desk.does(new Act.Resumed());

            assertThat(stageOf(desk)).isEqualTo("station");
            assertThat(desk.sitting().stageRecord(3).orElseThrow().openedAt()).isEqualTo(desk.now());
            assertThat(atTheDoor(Late.NOT_ADMITTED, Way.CODE)
                            .does(new Act.Paused())
                            .permits(CODE))
                    .isEqualTo(Verdict.PAUSED);
        }

        @Test
        void asksForNoCodeWhereNoneIsNeeded() {
            assertThat(atTheDoor(Late.NOT_ADMITTED, Way.LEAVE).permits(CODE)).isEqualTo(Verdict.NOT_NEEDED);
            assertThat(arriving(Late.NOT_ADMITTED, Way.CODE).permits(CODE)).isEqualTo(Verdict.NOT_OPEN_YET);
        }

        @Property(tries = 200)
        void opensExactlyWhenTheLastWayIsMet(@ForAll List<Way> wanted, @ForAll @IntRange(max = 20) int minutes) {
            Way[] ways = wanted.isEmpty() ? Way.values() : wanted.toArray(Way[]::new);
            Desk desk = atTheDoor(Late.NOT_ADMITTED, ways);
            List<Way> needed = Arrays.asList(ways);
            desk.afterMinutes(minutes);
            Instant met = desk.now();
            desk.tries(CODE);
            desk.tries(LEAVE);
            boolean scheduled = needed.contains(Way.SCHEDULE);

            assertThat(stageOf(desk).equals("station")).isEqualTo(!scheduled || !met.isBefore(OPENS));
            assertThat(desk.sitting()
                            .asOf(OPENS.plusSeconds(3600))
                            .stage()
                            .orElseThrow()
                            .id())
                    .isEqualTo(stage("station"));
        }
    }

    @Nested
    class AtTheStation {

        private final Desk desk = atTheStation();
        private final Act left = new Act.StageLeft(stage("station"));

        private Act measured(long width, long height, long roundTrip, long camera) {
            return new Act.StationChecked(Map.of(
                    StationLine.WINDOW, List.of(width, height),
                    StationLine.CLOCK, List.of(90_000L, roundTrip),
                    StationLine.CAMERA, List.of(camera)));
        }

        @Test
        void goesOnWhenEveryLinePasses() {
            assertThat(desk.permits(left)).isEqualTo(Verdict.STATION_NOT_READY);

            desk.does(measured(1024, 640, 1000, 1)).does(left);

            assertThat(stageOf(desk)).isEqualTo("portrait");
        }

        @ParameterizedTest
        @CsvSource({
            "1023, 800, 10, 1, WINDOW",
            "1280, 639, 10, 1, WINDOW",
            "1280, 800, 1001, 1, CLOCK",
            "1280, 800, 10, 0, CAMERA",
            "1280, 800, 10, 2, CAMERA",
            "1280, 800, 10, 3, CAMERA"
        })
        void namesTheLineThatNeedsAttention(long width, long height, long trip, long camera, StationLine line) {
            desk.does(measured(width, height, trip, camera));

            Stage.StationCheck check =
                    (Stage.StationCheck) desk.sitting().stage().orElseThrow();
            assertThat(desk.sitting().arrival().wanting(check)).containsExactly(line);
            assertThat(desk.permits(left)).isEqualTo(Verdict.STATION_NOT_READY);
        }

        @Test
        void goesOnWhenTheInvigilatorExcusesIt() {
            desk.does(new Act.StationExcused(stage("station"), "Jonna Hartwell"))
                    .does(left);

            assertThat(stageOf(desk)).isEqualTo("portrait");
        }

        @Test
        void canBeTriedDaysBeforeAndIsKept() {
            Desk home = new Desk(SamplePapers.arrival(SamplePapers.door(Late.NOT_ADMITTED, Way.CODE)), WINDOW);

            home.does(measured(1280, 800, 40, 1));

            assertThat(home.sitting().arrival().station()).containsEntry(StationLine.WINDOW, List.of(1280L, 800L));
            assertThat(home.sitting().arrival().stationAt()).contains(Desk.NINE);
            assertThat(desk.does(measured(1280, 800, 40, 1)).leaves("station").permits(measured(1, 1, 1, 1)))
                    .isEqualTo(Verdict.WRONG_STAGE);
        }

        @Test
        void refusesFiguresThatMeasureNothing() {
            assertThatThrownBy(() -> new Act.StationChecked(Map.of(StationLine.WINDOW, List.of(1L))))
                    .hasMessageContaining("WINDOW");
        }
    }

    @Nested
    class AfterTheStation {

        private final Desk desk = atTheStation()
                .does(new Act.StationExcused(stage("station"), "Jonna Hartwell"))
                .leaves("station");

        private Desk atTheInstructions() {
            return desk.does(new Act.PortraitTaken(stage("portrait"), SamplePapers.DIGEST))
                    .does(new Act.LanguageChosen("de"));
        }

        @Test
        void keepsThePortraitThenTheLanguage() {
            assertThat(desk.permits(new Act.LanguageChosen("fr"))).isEqualTo(Verdict.UNKNOWN_LANGUAGE);
            assertThat(desk.permits(new Act.StageLeft(stage("portrait")))).isEqualTo(Verdict.WRONG_STAGE);

            atTheInstructions();

            assertThat(desk.sitting().arrival().portrait()).contains(SamplePapers.DIGEST);
            assertThat(desk.sitting().arrival().language()).contains("de");
            assertThat(stageOf(desk)).isEqualTo("instructions");
        }

        @Test
        void letsInstructionsBeLeftFromTheLeastReadingTimeOn() {
            atTheInstructions().after(Duration.ofSeconds(60).minusMillis(1));
            assertThat(desk.permits(new Act.StageLeft(stage("instructions")))).isEqualTo(Verdict.READ_ON);

            desk.after(Duration.ofMillis(1)).leaves("instructions").leaves("try-out");

            assertThat(desk.sitting().position()).isEqualTo(new Position.Before(8));
        }

        @Test
        void opensWhatComesNextWhenTheReadingTimeIsOver() {
            atTheInstructions().afterMinutes(5);

            assertThat(stageOf(desk)).isEqualTo("try-out");
        }

        @Test
        void switchesTheLanguageAsLongAsThePaperAllows() {
            atTheInstructions()
                    .after(Duration.ofMinutes(1))
                    .leaves("instructions")
                    .leaves("try-out");
            desk.opens("one");

            assertThat(desk.permits(new Act.LanguageChosen("de"))).isEqualTo(Verdict.ALREADY_SO);
            desk.does(new Act.LanguageChosen("en")).does(new Act.InstructionsReopened());
            assertThat(desk.sitting().arrival().language()).contains("en");
            assertThat(Desk.inBlockOne().permits(new Act.LanguageChosen("en"))).isEqualTo(Verdict.LANGUAGE_FIXED);
        }
    }

    @Nested
    class DecidingAboutANotice {

        private final Desk desk = arriving(Late.NOT_ADMITTED, Way.LEAVE);

        @ParameterizedTest
        @CsvSource({
            "I agree, PERMITTED",
            "'  i   AGREE ', PERMITTED",
            "Ich bin einverstanden, PERMITTED",
            "I disagree, STATEMENT_DIFFERS",
            "'', STATEMENT_DIFFERS"
        })
        void takesTheStatementAsItWasGiven(String given, Verdict verdict) {
            assertThat(desk.permits(new Act.NoticeAccepted(stage("consent"), SamplePapers.OTHER_DIGEST, given)))
                    .isEqualTo(verdict);
        }

        @Test
        void keepsTheAppointmentOfWhoDeclined() {
            desk.does(new Act.NoticeDeclined(stage("consent")));
            assertThat(desk.sitting().position()).isEqualTo(new Position.Over(Position.Ending.DECLINED));

            desk.afterMinutes(1).opens("consent").does(AGREED);

            assertThat(stageOf(desk)).isEqualTo("identity");
        }

        @Test
        void leavesEveryClockInForceForWhoDecidesAgain() {
            desk.does(new Act.NoticeDeclined(stage("consent"))).opens("consent");
            assertThat(desk.sitting().biting().orElseThrow().left()).isEqualTo(Duration.ofMinutes(5));
            assertThat(desk.sitting().stages().getFirst().ended()).isEqualTo(StageRecord.Ended.NOT_YET);

            desk.does(AGREED)
                    .does(new Act.IdentityConfirmed(stage("identity")))
                    .does(LEAVE)
                    .does(new Act.StationExcused(stage("station"), "Jonna Hartwell"))
                    .leaves("station")
                    .does(new Act.PortraitTaken(stage("portrait"), SamplePapers.DIGEST))
                    .does(new Act.LanguageChosen("en"))
                    .afterMinutes(1)
                    .leaves("instructions")
                    .leaves("try-out")
                    .opens("one");

            assertThat(desk.sitting().biting().orElseThrow().left()).isEqualTo(Duration.ofMinutes(20));
            desk.afterMinutes(20);
            assertThat(desk.permits(Desk.choosing("q1", "a"))).isEqualTo(Verdict.TIME_RAN_OUT);
        }

        @Test
        void treatsRunningOutAsDeclining() {
            desk.afterMinutes(5);

            assertThat(desk.sitting().position()).isEqualTo(new Position.Over(Position.Ending.DECLINED));
            assertThat(desk.permits(new Act.StageOpened(stage("consent")))).isEqualTo(Verdict.PERMITTED);
            assertThat(desk.permits(new Act.StageOpened(stage("identity")))).isEqualTo(Verdict.SITTING_OVER);
        }
    }

    @Nested
    class Reopening {

        private final Act byOffice = new Act.Reopened(stage("two"), "Exam office, Orla Menck");

        private Desk handedIn() {
            return Desk.inBlockOne()
                    .closes("one")
                    .opens("two")
                    .afterMinutes(10)
                    .closes("two")
                    .does(new Act.HandedIn())
                    .afterMinutes(30);
        }

        @Test
        void goesBackToTheLastBlockWithTheTimeThatWasLeft() {
            Desk desk = handedIn().does(byOffice);

            assertThat(desk.sitting().position()).isEqualTo(new Position.At(4));
            assertThat(desk.sitting().biting().orElseThrow().left()).isEqualTo(Duration.ofMinutes(20));
            desk.chooses("q5", "b").closes("two");
            assertThat(desk.question("q5").label()).isEqualTo("B");
        }

        @Test
        void reopensNothingButThat() {
            Desk desk = handedIn();

            assertThat(desk.permits(new Act.Reopened(stage("one"), "Office"))).isEqualTo(Verdict.NOT_ON_THE_ROUTE);
            assertThat(desk.permits(new Act.StageOpened(stage("two")))).isEqualTo(Verdict.SITTING_OVER);
            assertThat(Desk.inBlockOne().permits(byOffice)).isEqualTo(Verdict.ALREADY_SO);
        }

        @Test
        void hasNothingToReopenWhenTimeRanOut() {
            Desk desk = Desk.inBlockOne().closes("one").opens("two").afterMinutes(40);

            assertThat(desk.permits(byOffice)).isEqualTo(Verdict.TIME_RAN_OUT);
        }

        @Test
        void letsSomebodyDecideAgainWhoDeclinedForGood() {
            Desk desk = new Desk(SamplePapers.pilot()).opens("conduct").does(new Act.NoticeDeclined(stage("conduct")));
            assertThat(desk.permits(new Act.StageOpened(stage("conduct")))).isEqualTo(Verdict.SITTING_OVER);

            desk.does(new Act.Reopened(stage("conduct"), "Office"));

            assertThat(stageOf(desk)).isEqualTo("conduct");
        }
    }
}

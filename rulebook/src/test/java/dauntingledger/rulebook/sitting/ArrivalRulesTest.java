package dauntingledger.rulebook.sitting;

import static dauntingledger.rulebook.testing.Arrivals.AGREED;
import static dauntingledger.rulebook.testing.Arrivals.LEAVE;
import static dauntingledger.rulebook.testing.Arrivals.WINDOW;
import static dauntingledger.rulebook.testing.Arrivals.arriving;
import static dauntingledger.rulebook.testing.Arrivals.atTheStation;
import static dauntingledger.rulebook.testing.Arrivals.stageOf;
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
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ArrivalRulesTest {

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
                    (Stage.StationCheck) desk.sitting().route().stage().orElseThrow();
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

            assertThat(desk.sitting().route().position()).isEqualTo(new Position.Before(8));
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
            assertThat(desk.sitting().route().position()).isEqualTo(new Position.Over(Position.Ending.DECLINED));

            desk.afterMinutes(1).opens("consent").does(AGREED);

            assertThat(stageOf(desk)).isEqualTo("identity");
        }

        @Test
        void leavesEveryClockInForceForWhoDecidesAgain() {
            desk.does(new Act.NoticeDeclined(stage("consent"))).opens("consent");
            assertThat(desk.sitting().clocks().tightest().orElseThrow().left()).isEqualTo(Duration.ofMinutes(5));
            assertThat(desk.sitting().route().records().getFirst().ended()).isEqualTo(StageRecord.Ended.NOT_YET);

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

            assertThat(desk.sitting().clocks().tightest().orElseThrow().left()).isEqualTo(Duration.ofMinutes(20));
            desk.afterMinutes(20);
            assertThat(desk.permits(Desk.choosing("q1", "a"))).isEqualTo(Verdict.TIME_RAN_OUT);
        }

        @Test
        void treatsRunningOutAsDeclining() {
            desk.afterMinutes(5);

            assertThat(desk.sitting().route().position()).isEqualTo(new Position.Over(Position.Ending.DECLINED));
            assertThat(desk.permits(new Act.StageOpened(stage("consent")))).isEqualTo(Verdict.PERMITTED);
            assertThat(desk.permits(new Act.StageOpened(stage("identity")))).isEqualTo(Verdict.SITTING_OVER);
        }
    }

    @Nested
    class Reopening {

        private final Act byOffice = new Act.Reopened(stage("two"), "Exam office, Orla Menck", Actor.OFFICE);

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

            assertThat(desk.sitting().route().position()).isEqualTo(new Position.At(4));
            assertThat(desk.sitting().clocks().tightest().orElseThrow().left()).isEqualTo(Duration.ofMinutes(20));
            desk.chooses("q5", "b").closes("two");
            assertThat(desk.question("q5").label()).isEqualTo("B");
        }

        @Test
        void reopensNothingButThat() {
            Desk desk = handedIn();

            assertThat(desk.sitting().route().reopenable()).contains(stage("two"));
            assertThat(Desk.inBlockOne().sitting().route().reopenable()).isEmpty();
            assertThat(desk.permits(new Act.Reopened(stage("one"), "Office", Actor.OFFICE)))
                    .isEqualTo(Verdict.NOT_ON_THE_ROUTE);
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

            desk.does(new Act.Reopened(stage("conduct"), "Office", Actor.OFFICE));

            assertThat(stageOf(desk)).isEqualTo("conduct");
        }
    }
}

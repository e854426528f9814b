package dauntingledger.rulebook.sitting;

import static dauntingledger.rulebook.testing.Arrivals.AGREED;
import static dauntingledger.rulebook.testing.Arrivals.CODE;
import static dauntingledger.rulebook.testing.Arrivals.LEAVE;
import static dauntingledger.rulebook.testing.Arrivals.OPENS;
import static dauntingledger.rulebook.testing.Arrivals.WINDOW;
import static dauntingledger.rulebook.testing.Arrivals.WRONG_CODE;
import static dauntingledger.rulebook.testing.Arrivals.arriving;
import static dauntingledger.rulebook.testing.Arrivals.atTheDoor;
import static dauntingledger.rulebook.testing.Arrivals.stageOf;
import static dauntingledger.rulebook.testing.SamplePapers.stage;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.Stage.Admission.Late;
import dauntingledger.rulebook.paper.Stage.Admission.Way;
import dauntingledger.rulebook.plain.RoomCodec;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.SamplePapers;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.assertj.core.api.InstanceOfAssertFactories;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AdmissionTest {

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
            assertThatThrownBy(() -> Window.of(OPENS, OPENS, OPENS)).hasMessageContaining("doors <= opens < closes");
        }
    }

    @Nested
    class AtTheDoor {

        @Test
        void opensByItselfAtTheInstantAndNotBefore() {
            Desk desk = atTheDoor(Late.NOT_ADMITTED, Way.SCHEDULE);

            desk.after(Duration.ofMinutes(10).minusMillis(1));
            assertThat(stageOf(desk)).isEqualTo("door");
            assertThat(desk.sitting().clocks().nextDeadline()).contains(OPENS);
            desk.after(Duration.ofMillis(1));
            assertThat(stageOf(desk)).isEqualTo("station");
            assertThat(desk.sitting().route().unrecordedEndings())
                    .containsExactly(new SittingRoute.RanOut(stage("door"), OPENS));
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
                    .does(new Act.Paused(By.NOBODY, ""))
                    .does(LEAVE)
                    .afterMinutes(12);
            assertThat(stageOf(desk)).isEqualTo("door");

            desk.does(new Act.Resumed(By.NOBODY));

            assertThat(stageOf(desk)).isEqualTo("station");
            assertThat(desk.sitting().route().record(3).orElseThrow().openedAt())
                    .isEqualTo(desk.now());
            assertThat(atTheDoor(Late.NOT_ADMITTED, Way.CODE)
                            .does(new Act.Paused(By.NOBODY, ""))
                            .permits(CODE))
                    .isEqualTo(Verdict.PAUSED);
        }

        @ParameterizedTest
        @CsvSource({"NOT_ADMITTED, shut", "BY_LEAVE, late"})
        void tellsWhoIsLateWhetherLeaveWouldHelp(Late late, String waitsFor) {
            Desk desk = arriving(late, Way.SCHEDULE).does(AGREED).afterMinutes(25);
            desk.does(new Act.IdentityConfirmed(stage("identity")));

            assertThat(RoomCodec.toPlain(desk.sitting()).get("arrival"))
                    .asInstanceOf(InstanceOfAssertFactories.MAP)
                    .containsEntry("waiting", List.of(waitsFor));
        }

        @Test
        void tellsWhatIsWaitedForAndWhetherOnlyTheInvigilatorHelps() {
            Desk desk = atTheDoor(Late.NOT_ADMITTED, Way.CODE, Way.LEAVE);
            assertThat(waitedFor(desk)).containsExactly(Arrival.AtTheDoor.CODE, Arrival.AtTheDoor.LEAVE);

            while (desk.sitting().arrival().triesLeft() > 0) {
                desk.does(new Act.CodeGiven(stage("door"), false));
            }
            assertThat(waitedFor(desk))
                    .containsExactly(Arrival.AtTheDoor.OUT_OF_TRIES, Arrival.AtTheDoor.LEAVE)
                    .allMatch(Arrival.AtTheDoor::needsInvigilator);
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
                            .route()
                            .stage()
                            .orElseThrow()
                            .id())
                    .isEqualTo(stage("station"));
        }
    }

    private static List<Arrival.AtTheDoor> waitedFor(Desk desk) {
        Sitting sitting = desk.sitting();
        return sitting.arrival()
                .waitingAt((Stage.Admission) sitting.route().stage().orElseThrow());
    }
}

package dauntingledger.app.invigilation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.greaterThanOrEqualTo;
import static org.hamcrest.Matchers.hasSize;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ledger.Appended;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Outcome;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Presence;
import dauntingledger.rulebook.sitting.Progress;
import java.time.Duration;
import java.time.Instant;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** What the invigilator does to the clocks from the board. */
class ClockActsTest extends BoardHall {
    @Autowired
    private Resumes resumes;

    @Test
    void pausesAndResumesAllWhoAreInside() throws Exception {
        Appointment one = atWork(0);
        Appointment other = atWork(1);

        presses("pause", List.of(), "reason", "fire drill", "words", "Please leave the room.")
                .andExpect(jsonPath("$.said").value("Paused: 2 of 2."))
                .andExpect(jsonPath("$.problems", hasSize(0)));

        assertThat(sitting(one).isPaused()).isTrue();
        assertThat(sitting(other).pauseWords()).isEqualTo("Please leave the room.");
        assertThat(sitting(roster.get(2)).isPaused()).isFalse();
        Duration left = left(one);
        clock.advance(Duration.ofMinutes(9));
        assertThat(left(one)).isEqualTo(left);
        presses("resume", List.of()).andExpect(jsonPath("$.said").value("Going on: 2 of 2."));
        assertThat(sitting(one).isPaused()).isFalse();
    }

    @Test
    void tellsTheSecondWhoPressesThatItIsSoAlready() throws Exception {
        Appointment one = atWork(0);
        presses("pause", List.of(one), "reason", "lamp").andExpect(status().isOk());

        presses("pause", List.of(one), "reason", "lamp")
                .andExpect(jsonPath("$.said").value("Paused: 0 of 1."))
                .andExpect(jsonPath("$.problems[0]", containsString("somebody else was faster")));

        assertThat(ledgers.open(one, clock.instant()).entries())
                .filteredOn(entry -> entry.act() instanceof Act.Paused)
                .hasSize(1);
    }

    @Test
    void wantsAReasonForWhatCostsOrGivesTime() throws Exception {
        Appointment one = atWork(0);
        for (String deed : List.of("pause", "time", "break", "end", "place", "outages/given")) {
            presses(deed, List.of(one), "minutes", "5", "seen", now(), "chair", "D1", "reason", "  ")
                    .andExpect(status().isUnprocessableContent())
                    .andExpect(jsonPath("$.detail", containsString("Say why")));
        }
        assertThat(sitting(one).isPaused()).isFalse();
        assertThat(sitting(one).route().progress()).isEqualTo(Progress.IN_PROGRESS);
    }

    @Test
    void pausesAsOfWhenTheConnectionWentAndLosesNothing() throws Exception {
        Appointment dark = atWork(0);
        Duration before = left(dark);
        Instant cut = clock.instant();
        clock.advance(Duration.ofMinutes(2));

        presses("pause", List.of(dark), "reason", "power cut", "since", String.valueOf(cut.toEpochMilli()))
                .andExpect(jsonPath("$.said").value("Paused: 1 of 1."));

        assertThat(before.minus(left(dark))).isLessThan(Duration.ofSeconds(1));
        Act answer = answered(dark);
        clock.advance(Duration.ofMinutes(3));
        Appended carried = sends(dark, clock.instant().minus(Duration.ofMinutes(1)), answer);
        assertThat(carried.outcomes()).extracting(Outcome::status).containsExactly(Outcome.Status.ENTERED);
        assertThat(sitting(dark).questions().totals().answered()).isEqualTo(1);
        Appended later = sends(
                dark,
                new Act.BlockClosed(
                        sitting(dark).paper().route().get(FIRST_BLOCK).id()));
        assertThat(later.outcomes()).extracting(Outcome::status).doesNotContain(Outcome.Status.ENTERED);
    }

    @Test
    void datesAPauseNoFurtherBackThanTheDoors() throws Exception {
        Appointment one = atWork(0);
        presses("pause", List.of(one), "reason", "power cut", "since", "1000")
                .andExpect(status().isUnprocessableContent())
                .andExpect(jsonPath("$.detail", containsString("before the doors")));
        assertThat(sitting(one).isPaused()).isFalse();
    }

    @Test
    void goesOnWhenAllAreBack() throws Exception {
        Appointment back = atWork(0);
        Appointment away = atWork(1);
        presses("pause", List.of(), "reason", "power cut");
        clock.advance(Duration.ofSeconds(40));
        sends(back);

        presses("resume", List.of(), "whenBack", "true")
                .andExpect(jsonPath("$.said", containsString("as soon as everybody is connected")));
        resumes.look();
        assertThat(sitting(back).isPaused()).isTrue();
        sends(away);
        resumes.look();

        assertThat(sitting(back).isPaused()).isFalse();
        assertThat(sitting(away).isPaused()).isFalse();
    }

    @Test
    void givesMinutesAndWhatAnOutageTook() throws Exception {
        Appointment one = atWork(0);
        Duration before = left(one);
        presses("time", List.of(one), "minutes", "5", "seen", now(), "reason", "lamp replaced")
                .andExpect(jsonPath("$.said").value("Time given: 1 of 1."));
        assertThat(left(one).minus(before)).isBetween(Duration.ofMinutes(5).minusSeconds(2), Duration.ofMinutes(5));

        clock.advance(Duration.ofSeconds(90));
        sends(one);
        presses("outages", List.of())
                .andExpect(jsonPath("$", hasSize(1)))
                .andExpect(jsonPath("$[0].millis").value(greaterThanOrEqualTo(90_000)));
        Duration after = left(one);
        presses("outages/given", List.of(), "reason", "the switch failed")
                .andExpect(jsonPath("$.said").value("Given back what outages took: 1 of 1."));
        assertThat(left(one).minus(after)).isBetween(Duration.ofSeconds(89), Duration.ofSeconds(95));

        presses("outages/given", List.of(one), "reason", "again")
                .andExpect(jsonPath("$.said").value("Given back what outages took: 0 of 1."));
        presses("time", List.of(one), "minutes", "241", "seen", now(), "reason", "much")
                .andExpect(status().isUnprocessableContent());
    }

    @Test
    void givesABreakInWhichTheClocksStand() throws Exception {
        Appointment one = atWork(0);
        presses("break", List.of(one), "minutes", "10", "seen", now(), "reason", "nosebleed")
                .andExpect(jsonPath("$.said").value("On a break: 1 of 1."));
        assertThat(sitting(one).presence()).isEqualTo(Presence.ON_BREAK);
        Duration left = left(one);
        clock.advance(Duration.ofMinutes(4));
        sends(one, new Act.BreakEnded());
        assertThat(left.minus(left(one))).isLessThan(Duration.ofSeconds(2));
    }

    @Test
    void givesOnceWhatTwoHaveDecidedWhoLookedAtTheSameTime() throws Exception {
        Appointment one = atWork(0);
        Duration before = left(one);
        String looked = now();
        clock.advance(Duration.ofSeconds(3));
        presses("time", List.of(one), "minutes", "5", "seen", looked, "reason", "lamp replaced")
                .andExpect(jsonPath("$.said").value("Time given: 1 of 1."));

        for (String deed : List.of("time", "break")) {
            presses(deed, List.of(one), "minutes", "5", "seen", looked, "reason", "lamp replaced")
                    .andExpect(jsonPath("$.problems[0]", containsString("look again before you give more")));
        }

        assertThat(left(one).minus(before)).isLessThan(Duration.ofMinutes(5));
        assertThat(sitting(one).presence()).isNotEqualTo(Presence.ON_BREAK);
        clock.advance(Duration.ofSeconds(1));
        presses("time", List.of(one), "minutes", "5", "seen", now(), "reason", "and again")
                .andExpect(jsonPath("$.said").value("Time given: 1 of 1."));
        presses("time", List.of(one), "minutes", "5", "reason", "blind").andExpect(status().isBadRequest());
    }

    @Test
    void givesBackAnOutageOnceWhenTwoPressAtOnce() throws Exception {
        Appointment one = atWork(0);
        clock.advance(Duration.ofSeconds(90));
        sends(one);
        Callable<Integer> press = () -> presses("outages/given", List.of(one), "reason", "the switch failed")
                .andReturn()
                .getResponse()
                .getStatus();
        try (ExecutorService threads = Executors.newFixedThreadPool(4)) {
            for (Future<Integer> pressed : threads.invokeAll(Collections.nCopies(4, press))) {
                assertThat(pressed.get()).isEqualTo(200);
            }
        }

        assertThat(ledgers.open(one, clock.instant()).entries())
                .filteredOn(entry -> entry.act() instanceof Act.TimeGranted)
                .hasSize(1);
    }
}

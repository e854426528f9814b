package dauntingledger.app.invigilation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ledger.Appended;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Outcome;
import dauntingledger.app.ledger.Standing;
import dauntingledger.app.ledger.Standings;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Progress;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MvcResult;

/** What the invigilator does from the board about coming in, sitting elsewhere and ending. */
class PlaceActsTest extends BoardHall {
    @Autowired
    private Standings standings;

    @Autowired
    private Boards boards;

    @Test
    void letsGoOnAtAnotherPlaceAndHoldsWhatTheOldComputerStillHas() throws Exception {
        Appointment moving = atWork(0);
        String old = moving.chair();
        presses("place", List.of(moving), "chair", roster.get(1).chair(), "reason", "screen broke")
                .andExpect(status().isUnprocessableContent())
                .andExpect(jsonPath("$.detail", containsString("is to sit at")));
        presses("place", List.of(moving), "chair", "Z9", "reason", "screen broke")
                .andExpect(status().isUnprocessableContent());
        String free = freeChair();

        presses("place", List.of(moving), "chair", free, "reason", "screen broke")
                .andExpect(jsonPath("$.said").value("Another place: 1 of 1."));

        Appointment moved = appointments.find(moving.sitting()).orElseThrow();
        assertThat(moved.chair()).isEqualTo(free).isNotEqualTo(old);
        does(moved, new Act.SeatTaken("the new computer", sitting(moved).seat()));
        Appended left = sends(moving, answered(moved));
        assertThat(left.live()).isFalse();
        assertThat(left.outcomes()).extracting(Outcome::status).containsExactly(Outcome.Status.HELD);
        assertThat(standing(moved).held()).isEqualTo(1);
    }

    private Standings.Placed placed(Appointment sitting) {
        return standings.of(exam().id(), Optional.of(room().id())).stream()
                .filter(one -> one.appointment().sitting().equals(sitting.sitting()))
                .findFirst()
                .orElseThrow();
    }

    private Standing standing(Appointment sitting) {
        return placed(sitting).standing();
    }

    @Test
    void endsASittingWhichTheOfficeTakesBackWithoutLoss() throws Exception {
        Appointment one = atWork(0);
        sends(one, answered(one));
        Duration left = left(one);
        presses("end", List.of(), "reason", "copied").andExpect(status().isUnprocessableContent());
        presses("end", List.of(one, atWork(1)), "reason", "copied").andExpect(status().isUnprocessableContent());
        presses("end", List.of(one), "reason", "copied")
                .andExpect(jsonPath("$.said").value("Ended: 1 of 1."));
        assertThat(sitting(one).route().progress()).isEqualTo(Progress.ENDED);
        presses("re-entry", List.of(one))
                .andExpect(status().isUnprocessableContent())
                .andExpect(jsonPath("$.detail", containsString("only the exam office")));
        clock.advance(Duration.ofMinutes(6));

        mvc.perform(post("/office/" + one.sitting() + "/reopen")
                        .with(user("OFF-1").roles("OFFICE"))
                        .with(token()))
                .andExpect(status().is3xxRedirection());

        assertThat(sitting(one).route().progress()).isEqualTo(Progress.IN_PROGRESS);
        assertThat(left.minus(left(one))).isLessThan(Duration.ofSeconds(2));
        assertThat(sitting(one).questions().totals().answered()).isEqualTo(1);
    }

    @Test
    void seatsOnlyOneOfTwoWhoAreSentToTheSameChairAtOnce() throws Exception {
        List<Appointment> moving = List.of(atWork(0), atWork(1));
        String free = freeChair();
        List<Callable<Integer>> presses = moving.stream()
                .<Callable<Integer>>map(
                        one -> () -> presses("place", List.of(one), "chair", free, "reason", "screen broke")
                                .andReturn()
                                .getResponse()
                                .getStatus())
                .toList();
        List<Integer> answers = new ArrayList<>();
        try (ExecutorService threads = Executors.newFixedThreadPool(2)) {
            for (Future<Integer> pressed : threads.invokeAll(presses)) {
                answers.add(pressed.get());
            }
        }

        assertThat(answers).containsExactlyInAnyOrder(200, 422);
        assertThat(exams.roster(exam().id()))
                .filteredOn(sitting -> sitting.chair().equals(free))
                .hasSize(1);
    }

    @Test
    void letsSomebodySignInAgainAtOnceWhoMistypedThePin() throws Exception {
        Appointment mistaken = roster.getFirst();
        for (int i = 0; i < 9; i++) {
            mvc.perform(post("/sign-in")
                    .param("number", mistaken.candidate())
                    .param("pin", "0000")
                    .with(token()));
        }
        MvcResult stream = mvc.perform(
                        get(address() + "/events").with(user(invigilator).roles("INVIGILATOR")))
                .andReturn();
        assertThat(stream.getResponse().getContentAsString()).containsOnlyOnce("\"locked\":true");

        presses("unlock", List.of(mistaken)).andExpect(jsonPath("$.said").value("May sign in again at once: 1 of 1."));
        presses("unlock", List.of(mistaken)).andExpect(jsonPath("$.said").value("May sign in again at once: 0 of 1."));

        boards.look();
        boards.flush();
        assertThat(stream.getResponse().getContentAsString().replaceAll("(?s).*event:places", ""))
                .contains("\"sitting\":" + mistaken.sitting(), "\"locked\":false");
    }

    @Test
    void letsGoOnWhoWaitsAndNobodyElse() throws Exception {
        atWork(0);
        presses("go-on", List.of()).andExpect(jsonPath("$.said").value("Let go on: 0 of 0."));
        presses("go-on", List.of(roster.getFirst()))
                .andExpect(jsonPath("$.problems[0]", containsString("nothing to do")));
    }
}

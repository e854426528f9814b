package dauntingledger.app.room;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.flash;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Terms;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import jakarta.servlet.http.Cookie;
import java.time.Duration;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Signing in again after a break, surveys, and questions that come one after the other. */
class RoomFormsTest extends ExamServerTest {

    @Autowired
    private MockMvc mvc;

    /** Returns the cookie that carries what was said to the next page. */
    private static Cookie said(ResultActions after) {
        return requireNonNull(after.andReturn().getResponse().getCookie("ledger-said"));
    }

    private ResultActions as(Appointment appointment, MockHttpServletRequestBuilder request) throws Exception {
        return mvc.perform(
                request.with(user(appointment.candidate()).roles("CANDIDATE")).with(token()));
    }

    private static String path(Appointment appointment, String rest) {
        return "/sittings/" + appointment.sitting() + rest;
    }

    @Nested
    class SigningInAgain {

        @Test
        void takesTheCandidatesOwnPin() throws Exception {
            Appointment away = inTheLongBreak();

            as(away, post(path(away, "/return")).param("pin", PIN)).andExpect(redirectedUrl(path(away, "")));

            assertThat(sitting(away).isAway()).isFalse();
        }

        @Test
        void saysThatAPinIsWrong() throws Exception {
            Appointment away = inTheLongBreak();

            Cookie said = said(as(away, post(path(away, "/return")).param("pin", "0000")));

            assertThat(sitting(away).isAway()).isTrue();
            as(away, get(path(away, "")).cookie(said)).andExpect(content().string(containsString("not your PIN")));
        }

        @Test
        void slowsDownWhoeverGuesses() throws Exception {
            Appointment away = inTheLongBreak();
            for (int i = 0; i < 6; i++) {
                as(away, post(path(away, "/return")).param("pin", "000" + i));
            }

            as(away, post(path(away, "/return")).param("pin", PIN)).andExpect(flash().attribute("said", "pin-wait"));
            assertThat(sitting(away).isAway()).isTrue();
        }

        @Test
        void isForNobodyElse() throws Exception {
            Appointment away = inTheLongBreak();

            as(newAppointment(), post(path(away, "/return")).param("pin", PIN)).andExpect(status().isNotFound());
            mvc.perform(post(path(away, "/return"))
                            .param("pin", PIN)
                            .with(user("OFF-1").roles("OFFICE"))
                            .with(token()))
                    .andExpect(status().isForbidden());
            mvc.perform(post(path(away, "/return"))
                            .param("pin", PIN)
                            .with(user(away.candidate()).roles("CANDIDATE")))
                    .andExpect(status().isForbidden());
            assertThat(sitting(away).isAway()).isTrue();
        }

        @Test
        void showsNoQuestionBeforeIt() throws Exception {
            Appointment away = inTheLongBreak();
            clock.advance(Duration.ofMinutes(13));

            as(away, get(path(away, "")))
                    .andExpect(content().string(containsString("The break is over")))
                    .andExpect(content().string(not(containsString("Fairway buoy"))));
        }
    }

    @Nested
    class Surveys {

        private Appointment rested() {
            Appointment appointment = inRules();
            does(appointment, new Act.BlockClosed(new StageId("rules")));
            return appointment;
        }

        private MockHttpServletRequestBuilder answer(Appointment appointment) {
            return post(path(appointment, "/survey")).param("about", "rules").param("rating", "4");
        }

        @Test
        void areOfferedOnceTheirSectionIsClosedAndKeptInTheLedger() throws Exception {
            Appointment appointment = rested();
            as(appointment, get(path(appointment, "")))
                    .andExpect(content().string(containsString("How well could the rules")));

            Cookie said = said(as(appointment, answer(appointment).param("comment", " clear ")));

            assertThat(ledgers.open(appointment, clock.instant())
                            .entries()
                            .getLast()
                            .act())
                    .isEqualTo(new Act.SurveyAnswered(new StageId("rules"), 4, "clear"));
            as(appointment, get(path(appointment, "")).cookie(said))
                    .andExpect(content().string(containsString("Thank you")))
                    .andExpect(content().string(not(containsString("name=\"rating\""))));
        }

        @Test
        void leaveTheSealOfTheReceiptAsItWas() throws Exception {
            Appointment appointment = rested();
            clock.advance(Duration.ofHours(4));
            String seal = ledgers.open(appointment, clock.instant()).examHash().hex();

            as(
                    appointment,
                    post(path(appointment, "/survey")).param("about", "hand-in").param("rating", "5"));

            assertThat(ledgers.open(appointment, clock.instant())
                            .entries()
                            .getLast()
                            .act())
                    .isInstanceOf(Act.SurveyAnswered.class);
            assertThat(ledgers.open(appointment, clock.instant()).examHash().hex())
                    .isEqualTo(seal);
        }

        @Test
        void areAnsweredOnceAndOnlyWhenTheyAreOpen() throws Exception {
            Appointment appointment = inRules();
            as(appointment, answer(appointment));
            assertThat(ledgers.open(appointment, clock.instant()).entries())
                    .noneMatch(entry -> entry.act() instanceof Act.SurveyAnswered);
            does(appointment, new Act.BlockClosed(new StageId("rules")));
            as(appointment, answer(appointment));
            as(appointment, answer(appointment));
            assertThat(ledgers.open(appointment, clock.instant()).entries())
                    .filteredOn(entry -> entry.act() instanceof Act.SurveyAnswered)
                    .hasSize(1);
        }

        @Test
        void refuseWhatNobodyCanRate() throws Exception {
            Appointment appointment = rested();

            as(appointment, answer(appointment).param("comment", "x".repeat(1_001)))
                    .andExpect(status().isBadRequest());
            as(
                            appointment,
                            post(path(appointment, "/survey"))
                                    .param("about", "rules")
                                    .param("rating", "6"))
                    .andExpect(status().isBadRequest());
            as(newAppointment(), answer(appointment)).andExpect(status().isNotFound());
        }
    }

    @Nested
    class QuestionsInOrder {

        @Test
        void areNotSentBeforeTheyAreReached() throws Exception {
            Appointment appointment = inThePassage();

            as(appointment, get(path(appointment, "")))
                    .andExpect(content().string(containsString("When is she at the Hopper Sill?")))
                    .andExpect(content().string(not(containsString("are under her keel"))));
            as(appointment, get(path(appointment, "/questions/under-the-keel"))).andExpect(status().isNotFound());
        }

        @Test
        void areSentWhenTheyMayBeOpened() throws Exception {
            Appointment appointment = inThePassage();
            does(appointment, new Act.QuestionOpened(new ItemId("at-the-sill")));
            does(appointment, new Act.EndSeen(new ItemId("at-the-sill")));

            as(appointment, get(path(appointment, "/questions/under-the-keel")))
                    .andExpect(status().isOk())
                    .andExpect(content().string(containsString("are under her keel")))
                    .andExpect(content().string(not(containsString("<html"))));
        }

        @Test
        void areForTheirOwnCandidateAndTheirOwnSection() throws Exception {
            Appointment appointment = inThePassage();

            as(newAppointment(), get(path(appointment, "/questions/at-the-sill")))
                    .andExpect(status().isNotFound());
            as(appointment, get(path(appointment, "/questions/goes-first"))).andExpect(status().isNotFound());
            as(appointment, get(path(appointment, "/questions/nonsense"))).andExpect(status().isNotFound());
            mvc.perform(get(path(appointment, "/questions/at-the-sill"))).andExpect(status().is3xxRedirection());
        }
    }

    @Test
    void aTimedRoomSaysWhenItCloses() throws Exception {
        Appointment appointment = newAppointment(
                "buoyage-practice",
                Terms.OPEN.within(
                        opensIn(Duration.ofMinutes(-1)).endingAt(clock.instant().plus(Duration.ofMinutes(70)))));
        does(appointment, new Act.StageOpened(new StageId("practice")));

        assertThat(ledgers.open(appointment, clock.instant()).entries())
                .extracting(entry -> entry.act().getClass().getSimpleName())
                .containsExactly("TermsFixed", "StageOpened");
        clock.advance(Duration.ofMinutes(70));
        as(appointment, get(path(appointment, ""))).andExpect(content().string(containsString("handed in by time")));
    }
}

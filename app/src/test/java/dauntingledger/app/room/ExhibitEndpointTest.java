package dauntingledger.app.room;

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
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Help;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Who may fetch an exhibit when, and who answers a call for help. */
class ExhibitEndpointTest extends ExamServerTest {

    @Autowired
    private MockMvc mvc;

    private static MockHttpServletRequestBuilder exhibit(Appointment appointment, String exhibit) {
        return get("/sittings/" + appointment.sitting() + "/exhibits/" + exhibit);
    }

    private static MockHttpServletRequestBuilder as(Appointment appointment, MockHttpServletRequestBuilder request) {
        return request.with(user(appointment.candidate()).roles("CANDIDATE"));
    }

    @Nested
    class AnExhibit {

        @Test
        void isSentToTheCandidateWhoseBlockHasIt() throws Exception {
            Appointment tides = inTides();

            mvc.perform(as(tides, exhibit(tides, "heights")))
                    .andExpect(status().isOk())
                    .andExpect(content().contentTypeCompatibleWith("text/html"))
                    .andExpect(content().string(containsString("Fiddler")));
            mvc.perform(as(tides, exhibit(tides, "tide-tables")))
                    .andExpect(status().isOk())
                    .andExpect(content().contentType("application/pdf"));
        }

        @Test
        void isNotThereBeforeItsBlockIsOpenNorAfterIt() throws Exception {
            Appointment rules = inRules();
            mvc.perform(as(rules, exhibit(rules, "heights"))).andExpect(status().isNotFound());

            Appointment rest = inTheLongBreak();
            mvc.perform(as(rest, exhibit(rest, "heights"))).andExpect(status().isNotFound());
        }

        @Test
        void isNotThereDuringABreakOfOnesOwn() throws Exception {
            Appointment tides = inTides();
            does(tides, new Act.BreakBegun());

            mvc.perform(as(tides, exhibit(tides, "heights"))).andExpect(status().isNotFound());
        }

        @Test
        void isNotSentToAnybodyElse() throws Exception {
            Appointment tides = inTides();
            Appointment other = inTides();

            mvc.perform(as(other, exhibit(tides, "heights"))).andExpect(status().isNotFound());
            mvc.perform(exhibit(tides, "heights").with(user("INV-1").roles("INVIGILATOR")))
                    .andExpect(status().isForbidden());
            mvc.perform(exhibit(tides, "heights")).andExpect(status().is3xxRedirection());
        }

        @Test
        void thatThePaperDoesNotHaveIsNotFound() throws Exception {
            Appointment tides = inTides();

            mvc.perform(as(tides, exhibit(tides, "test.xml"))).andExpect(status().isNotFound());
        }

        @Test
        void aheadIsNotEvenNamed() throws Exception {
            Appointment rules = inRules();

            mvc.perform(as(rules, get("/sittings/" + rules.sitting())))
                    .andExpect(status().isOk())
                    .andExpect(content().string(not(containsString("Tide tables 2026"))));
            does(rules, new Act.BlockClosed(new StageId("rules")));
            does(rules, new Act.StageOpened(new StageId("tides")));
            mvc.perform(as(rules, get("/sittings/" + rules.sitting())))
                    .andExpect(content().string(containsString("Tide tables 2026")));
        }
    }

    @Nested
    class TheSoundOfAQuestion {

        private static MockHttpServletRequestBuilder sound(Appointment appointment, String item, int number) {
            return get("/sittings/" + appointment.sitting() + "/media/" + item + "/" + number);
        }

        @Test
        void isSentToTheCandidateWhoMayLookAtTheQuestion() throws Exception {
            Appointment craft = inCraft();

            mvc.perform(as(craft, sound(craft, "heard-lock", 0)))
                    .andExpect(status().isOk())
                    .andExpect(content().contentType("audio/ogg"));
        }

        @Test
        void isNotThereBeforeItsBlockIsOpenNorDuringABreak() throws Exception {
            Appointment tides = inTides();
            mvc.perform(as(tides, sound(tides, "heard-lock", 0))).andExpect(status().isNotFound());

            Appointment craft = inCraft();
            does(craft, new Act.BreakBegun());
            mvc.perform(as(craft, sound(craft, "heard-lock", 0))).andExpect(status().isNotFound());
            mvc.perform(as(craft, get("/sittings/" + craft.sitting() + "/questions/heard-lock")))
                    .andExpect(status().isNotFound());
        }

        @Test
        void isNotSentToAnybodyElse() throws Exception {
            Appointment craft = inCraft();

            mvc.perform(as(inCraft(), sound(craft, "heard-lock", 0))).andExpect(status().isNotFound());
            mvc.perform(sound(craft, "heard-lock", 0).with(user("OFF-1").roles("OFFICE")))
                    .andExpect(status().isForbidden());
            mvc.perform(sound(craft, "heard-lock", 0)).andExpect(status().is3xxRedirection());
        }

        @Test
        void thatIsNotInTheQuestionIsNotFound() throws Exception {
            Appointment craft = inCraft();

            mvc.perform(as(craft, sound(craft, "heard-lock", 1))).andExpect(status().isNotFound());
            mvc.perform(as(craft, sound(craft, "heard-lock", -1))).andExpect(status().isNotFound());
            mvc.perform(as(craft, sound(craft, "no-such-question", 0))).andExpect(status().isNotFound());
        }
    }

    @Nested
    class ACallForHelp {

        private MockHttpServletRequestBuilder answer(Appointment appointment) {
            return post("/invigilation/" + appointment.sitting() + "/answer")
                    .param("words", "On my way")
                    .with(token());
        }

        @Test
        void standsOnTheInvigilatorsListUntilItIsAnswered() throws Exception {
            Appointment tides = inTides();
            does(tides, new Act.HelpCalled(Help.Reason.UNWELL, "dizzy, please come"));
            mvc.perform(get("/invigilation/list").with(user("INV-1").roles("INVIGILATOR")))
                    .andExpect(content().string(containsString("dizzy, please come")));

            mvc.perform(answer(tides).with(user("INV-1").roles("INVIGILATOR")))
                    .andExpect(redirectedUrl("/invigilation"))
                    .andExpect(flash().attribute("said", "done"));

            assertThat(sitting(tides).help().flatMap(Help::answer))
                    .map(Help.Answer::words)
                    .contains("On my way");
            mvc.perform(answer(tides).with(user("INV-1").roles("INVIGILATOR")))
                    .andExpect(redirectedUrl("/invigilation"))
                    .andExpect(flash().attribute("said", "too-late"));
            mvc.perform(get("/invigilation/list").with(user("INV-1").roles("INVIGILATOR")))
                    .andExpect(content().string(not(containsString("dizzy, please come"))));
        }

        @Test
        void isNotAnsweredByTheCandidateNorWithTooManyWords() throws Exception {
            Appointment tides = inTides();
            does(tides, new Act.HelpCalled(Help.Reason.OTHER, ""));

            mvc.perform(as(tides, answer(tides))).andExpect(status().isForbidden());
            mvc.perform(post("/invigilation/" + tides.sitting() + "/answer")
                            .param("words", "x".repeat(401))
                            .with(token())
                            .with(user("INV-1").roles("INVIGILATOR")))
                    .andExpect(status().isBadRequest());
        }
    }
}

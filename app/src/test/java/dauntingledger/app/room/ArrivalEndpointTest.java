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
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.header;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Terms;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.paper.StationLine;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Position;
import jakarta.servlet.http.Cookie;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

class ArrivalEndpointTest extends ExamServerTest {

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

    private Appointment atTheDoor() {
        Appointment appointment = newAppointment("lightkeeper", Terms.OPEN.withCode("ab-7482"));
        does(appointment, new Act.StageOpened(new StageId("identity")));
        does(appointment, new Act.IdentityConfirmed(new StageId("identity")));
        return appointment;
    }

    @Nested
    class TheHours {

        @ParameterizedTest
        @CsvSource({"60, too-early, is not open yet", "-20, too-late, are over"})
        void areToldToWhoComesOutsideThem(int minutesUntilOpen, String refused, String words) throws Exception {
            Appointment appointment =
                    newAppointment("pilot-licence", Terms.OPEN.within(opensIn(Duration.ofMinutes(minutesUntilOpen))));

            ResultActions turnedAway = as(appointment, post(path(appointment, "/enter")))
                    .andExpect(redirectedUrl("/"))
                    .andExpect(flash().attribute("said", refused));
            as(appointment, get("/").cookie(said(turnedAway)))
                    .andExpect(content().string(containsString(words)));
            as(appointment, get(path(appointment, ""))).andExpect(redirectedUrl("/"));
            assertThat(sitting(appointment).route().position()).isEqualTo(new Position.Before(0));
        }

        @Test
        void goIntoACalendar() throws Exception {
            Appointment appointment =
                    newAppointment("pilot-licence", Terms.OPEN.within(opensIn(Duration.ofMinutes(60))));

            as(appointment, get(path(appointment, "/appointment.ics")))
                    .andExpect(status().isOk())
                    .andExpect(header().string("Content-Type", "text/calendar;charset=utf-8"))
                    .andExpect(content().string(containsString("LOCATION:Seat 7")));
            as(newAppointment(), get(path(appointment, "/appointment.ics"))).andExpect(status().isNotFound());
            Appointment anyTime = newAppointment();
            as(anyTime, get(path(anyTime, "/appointment.ics"))).andExpect(status().isNotFound());
        }
    }

    @Nested
    class TheCode {

        private final Appointment appointment = atTheDoor();

        private String give(String code) throws Exception {
            return as(
                            appointment,
                            post(path(appointment, "/code"))
                                    .contentType(MediaType.APPLICATION_JSON)
                                    .content("{\"code\":\"" + code + "\"}"))
                    .andExpect(status().isOk())
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
        }

        @Test
        void isTakenWhateverItsCapitalsAndDashes() throws Exception {
            assertThat(give("AB 74 82")).contains("\"right\":true", "code-given");
            assertThat(sitting(appointment).arrival().unmet()).containsExactly(Stage.Admission.Way.LEAVE);
            assertThat(give("ab7482")).contains("already-so");
        }

        @Test
        void canBeTriedOnlySoOften() throws Exception {
            for (int i = 0; i < 3; i++) {
                assertThat(give("")).contains("\"right\":false", "\"verdict\":\"permitted\"");
            }

            assertThat(give("ab7482")).contains("\"verdict\":\"out-of-tries\"", "\"entries\":[]");
            assertThat(sitting(appointment).arrival().triesLeft()).isZero();
        }

        @Test
        void isNeverInWhatTheCandidateSees() throws Exception {
            for (String page : List.of(path(appointment, ""), "/")) {
                as(appointment, get(page))
                        .andExpect(status().isOk())
                        .andExpect(content().string(not(containsString("7482"))));
            }
        }

        @Test
        void isNobodyElsesToGiveNorGivenElsewhere() throws Exception {
            as(
                            newAppointment(),
                            post(path(appointment, "/code"))
                                    .contentType(MediaType.APPLICATION_JSON)
                                    .content("{\"code\":\"ab7482\"}"))
                    .andExpect(status().isNotFound());
            Appointment other = newAppointment();
            as(
                            other,
                            post(path(other, "/code"))
                                    .contentType(MediaType.APPLICATION_JSON)
                                    .content("{\"code\":\"1\"}"))
                    .andExpect(status().isConflict());
        }
    }

    @Nested
    class ThePortrait {

        private final Appointment appointment = cadetAt("portrait");

        private ResultActions send(byte[] picture) throws Exception {
            return as(
                    appointment,
                    post(path(appointment, "/portrait"))
                            .contentType(MediaType.IMAGE_PNG)
                            .content(picture));
        }

        @Test
        void isKeptWithTheSittingAndShownToTheInvigilatorOnly() throws Exception {
            send(CameraPictureTest.picture(320, 240, 1))
                    .andExpect(status().isOk())
                    .andExpect(content().string(containsString("portrait-taken")));

            String kept = "/invigilation/" + appointment.sitting() + "/portrait.png";
            mvc.perform(get(kept).with(user("INV-1").roles("INVIGILATOR")))
                    .andExpect(status().isOk())
                    .andExpect(content().contentType(MediaType.IMAGE_PNG));
            as(appointment, get(kept)).andExpect(status().isForbidden());
        }

        @Test
        void isTakenAgainUntilExactlyOneFaceIsInIt() throws Exception {
            send(CameraPictureTest.picture(320, 240, 2)).andExpect(content().json("{\"view\":2,\"entries\":[]}"));
            send(CameraPictureTest.picture(320, 240, 0)).andExpect(content().json("{\"view\":0,\"entries\":[]}"));
            assertThat(sitting(appointment).arrival().portrait()).isEmpty();
        }

        @Test
        void isBoundedAndMustBeAPicture() throws Exception {
            send(new byte[600 * 1024]).andExpect(status().isContentTooLarge());
            send(new byte[100])
                    .andExpect(status().isBadRequest())
                    .andExpect(content().string(containsString("no PNG picture")));
            as(
                            appointment,
                            post(path(appointment, "/portrait"))
                                    .contentType(MediaType.TEXT_HTML)
                                    .content("<b>"))
                    .andExpect(status().isUnsupportedMediaType());
        }
    }

    @Nested
    class TheStationAhead {

        private final Appointment appointment =
                newAppointment("cadet-entrance", Terms.OPEN.within(opensIn(Duration.ofDays(3))));

        private ResultActions measure(String json) throws Exception {
            return as(
                    appointment,
                    post(path(appointment, "/station"))
                            .contentType(MediaType.APPLICATION_JSON)
                            .content(json));
        }

        @Test
        void keepsItsFigures() throws Exception {
            measure("{\"window\":[1280,800],\"clock\":[-40,12]}").andExpect(status().isOk());

            assertThat(sitting(appointment).arrival().station())
                    .containsEntry(StationLine.WINDOW, List.of(1280L, 800L));
            assertThat(sitting(appointment).route().position()).isEqualTo(new Position.Before(0));
        }

        @ParameterizedTest
        @ValueSource(strings = {"{\"window\":[1]}", "{\"window\":\"large\"}", "{\"window\":[\"a\",\"b\"]}"})
        void refusesWhatMeasuresNothing(String json) throws Exception {
            measure(json).andExpect(status().isBadRequest());
        }

        @Test
        void isThereOnlyWhereThePaperHasACheck() throws Exception {
            Appointment without = newAppointment();
            as(without, get(path(without, "/station"))).andExpect(status().isNotFound());
            as(newAppointment(), get(path(appointment, "/station"))).andExpect(status().isNotFound());
        }
    }

    @Nested
    class Sounds {

        @Test
        void areHeardByWhoHasComeThatFar() throws Exception {
            Appointment outside = newAppointment("cadet-entrance", Terms.OPEN.within(opensIn(Duration.ofDays(1))));
            as(outside, get(path(outside, "/sound/privacy/0"))).andExpect(status().isNotFound());
            Appointment early = cadetAt("portrait");
            as(early, get(path(early, "/sound/instructions/0"))).andExpect(status().isNotFound());

            Appointment appointment = cadetAt("instructions");
            as(appointment, get(path(appointment, "/sound/instructions/0")))
                    .andExpect(status().isOk())
                    .andExpect(content().contentType("audio/ogg"));
            as(appointment, get(path(appointment, "/sound/instructions/9"))).andExpect(status().isNotFound());
            as(appointment, get(path(appointment, "/sound/nowhere/0"))).andExpect(status().isNotFound());
        }
    }

    @Nested
    class Practice {

        @Test
        void isBegunOnceAndGoneOnWith() throws Exception {
            Appointment somebody = newAppointment();

            String first = as(somebody, post("/practice/buoyage-practice"))
                    .andReturn()
                    .getResponse()
                    .getRedirectedUrl();

            as(somebody, post("/practice/buoyage-practice")).andExpect(redirectedUrl(first));
            as(somebody, post("/practice/pilot-licence")).andExpect(status().isNotFound());
            as(somebody, post("/practice/nothing")).andExpect(status().isNotFound());
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"/invigilation", "/invigilation/list", "/office", "/office/1/accommodations"})
    void showsAStaffPageToNoCandidate(String page) throws Exception {
        as(newAppointment(), get(page)).andExpect(status().isForbidden());
        mvc.perform(get(page)).andExpect(redirectedUrl("/sign-in"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"/invigilation/1/admit", "/invigilation/admit-all", "/office/1/reopen"})
    void letsNoCandidateDoWhatIsTheStaffs(String act) throws Exception {
        as(newAppointment(), post(act)).andExpect(status().isForbidden());
        mvc.perform(post(act).with(user("INV-1").roles("INVIGILATOR"))).andExpect(status().isForbidden());
    }

    @Test
    void keepsStaffOutOfEachOthersPagesAndOutOfSittings() throws Exception {
        mvc.perform(get("/office").with(user("INV-1").roles("INVIGILATOR"))).andExpect(status().isForbidden());
        mvc.perform(get("/invigilation").with(user("OFF-1").roles("OFFICE"))).andExpect(status().isForbidden());
        mvc.perform(get(path(newAppointment(), "")).with(user("OFF-1").roles("OFFICE")))
                .andExpect(status().isForbidden());
        mvc.perform(get("/").with(user("INV-1").roles("INVIGILATOR"))).andExpect(redirectedUrl("/invigilation"));
        mvc.perform(get("/").with(user("OFF-1").roles("OFFICE"))).andExpect(redirectedUrl("/office/exams"));
    }

    @Test
    void admitsEverybodyWhoWaitsForLeaveAndNobodyElse() throws Exception {
        Appointment waiting = atTheDoor();
        Appointment early = newAppointment("cadet-entrance", Terms.OPEN.within(opensIn(Duration.ofMinutes(20))));
        does(early, new Act.StageOpened(new StageId("privacy")));

        mvc.perform(post("/invigilation/admit-all")
                        .with(user("INV-1").roles("INVIGILATOR"))
                        .with(token()))
                .andExpect(redirectedUrl("/invigilation"))
                .andExpect(flash().attribute("said", "done"));

        assertThat(sitting(waiting).arrival().unmet()).containsExactly(Stage.Admission.Way.CODE);
        assertThat(sitting(early).route().stage().orElseThrow().id()).isEqualTo(new StageId("privacy"));
        mvc.perform(post("/invigilation/" + waiting.sitting() + "/admit")
                        .with(user("INV-1").roles("INVIGILATOR"))
                        .with(token()))
                .andExpect(redirectedUrl("/invigilation"))
                .andExpect(flash().attribute("said", "too-late"));
    }
}

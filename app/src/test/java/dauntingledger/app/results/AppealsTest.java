package dauntingledger.app.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.flash;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.invigilation.Hall;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.staff.Role;
import dauntingledger.rulebook.exam.ExamState;
import java.time.Duration;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** A candidate asks for a mark to be looked at again, and what becomes of it. */
class AppealsTest extends Hall {

    private static final Pattern KEY = Pattern.compile("\"key\":\"([0-9a-f]{32})\"");
    private static final Pattern APPEAL = Pattern.compile("appeals/(\\d+)/marker");
    private static final String TWO =
            "{\"points\":{\"where\":\"1\",\"off\":\"1\"},\"adjustment\":\"0\",\"reason\":\"\","
                    + "\"remarks\":[{\"response\":\"RESPONSE\",\"from\":0,\"to\":3,\"text\":\"Which ship?\"}],\"known\":[]}";
    private static final String THREE =
            "{\"points\":{\"where\":\"1\",\"when\":\"1\",\"off\":\"1\"},\"adjustment\":\"0\",\"reason\":\"\",\"known\":[]}";

    @Autowired
    private MockMvc mvc;

    private Appointment wrote;
    private String first = "";
    private String reviewer = "";

    @BeforeEach
    void mark() throws Exception {
        writeAndClose("She came off by herself.", "");
        wrote = roster.getFirst();
        first = marker(Role.MARKER);
        marks(first, TWO);
        marks(marker(Role.MARKER), TWO);
        reviewer = marker(Role.MARKER);
        exams.bring(exam().id(), ExamState.MARKED);
        asOffice(post(office("results")));
    }

    private String office(String page) {
        return "/office/exams/" + exam().id() + "/" + page;
    }

    private String desk() {
        return "/marking/" + exam().id() + "/" + REPORT;
    }

    private ResultActions asOffice(MockHttpServletRequestBuilder request) throws Exception {
        return mvc.perform(request.with(user("OFF-1").roles("OFFICE")).with(token()));
    }

    private ResultActions as(Appointment candidate, MockHttpServletRequestBuilder request) throws Exception {
        return mvc.perform(
                request.with(user(candidate.candidate()).roles("CANDIDATE")).with(token()));
    }

    private String result() {
        return "/sittings/" + wrote.sitting() + "/result";
    }

    private Optional<String> key(String marker) throws Exception {
        Matcher found = KEY.matcher(mvc.perform(get(desk()).with(user(marker).roles("MARKER")))
                .andReturn()
                .getResponse()
                .getContentAsString());
        return found.find() ? Optional.of(found.group(1)) : Optional.empty();
    }

    private void marks(String marker, String given) throws Exception {
        mvc.perform(post(desk() + "/" + key(marker).orElseThrow())
                        .with(user(marker).roles("MARKER"))
                        .with(token())
                        .contentType(MediaType.APPLICATION_JSON)
                        .content(given))
                .andExpect(status().isOk());
    }

    private void release() {
        exams.bring(exam().id(), ExamState.RELEASED);
    }

    private void ask(String item, String reason) throws Exception {
        as(
                        wrote,
                        post("/sittings/" + wrote.sitting() + "/appeals")
                                .param("item", item)
                                .param("reason", reason))
                .andExpect(status().is3xxRedirection());
    }

    private String appeals() throws Exception {
        return asOffice(get(office("appeals"))).andReturn().getResponse().getContentAsString();
    }

    private String appeal() throws Exception {
        Matcher found = APPEAL.matcher(appeals());
        assertThat(found.find()).isTrue();
        return office("appeals/" + found.group(1));
    }

    private void decide(String outcome, String answer) throws Exception {
        asOffice(post(appeal() + "/decision").param("outcome", outcome).param("answer", answer))
                .andExpect(status().is3xxRedirection());
    }

    @Test
    void showsWhatMarkersGaveAndSaidOnceItIsReleased() throws Exception {
        as(wrote, get(result())).andExpect(status().isNotFound());
        release();
        as(wrote, get(result()))
                .andExpect(content().string(containsString("2 of 6 marks")))
                .andExpect(content().string(containsString("says where she touched the ground")))
                .andExpect(content().string(containsString("Which ship?")))
                .andExpect(content().string(not(containsString(first))));
    }

    @Test
    void anotherMarkerLooksAgainAndTheResultIsAnother() throws Exception {
        release();
        ask(REPORT.value(), "I gave the times.");
        assertThat(appeals()).contains("I gave the times.", "2 / 6");
        assertThat(key(reviewer)).as("not asked yet").isEmpty();
        asOffice(post(appeal() + "/marker").param("marker", first))
                .andExpect(flash().attribute("said", "reviewer-has-marked"));
        assertThat(key(first)).as("has marked it before").isEmpty();
        asOffice(post(appeal() + "/marker").param("marker", "NOBODY-1")).andExpect(flash().attribute("said", "nobody"));
        asOffice(post(appeal() + "/marker").param("marker", reviewer));

        mvc.perform(get(desk()).with(user(reviewer).roles("MARKER")))
                .andExpect(content().string(containsString("came off by herself")))
                .andExpect(content().string(not(containsString("Which ship?"))))
                .andExpect(content().string(containsString("\"decides\":false")));
        decide("changed", "It is more.");
        assertThat(appeals()).as("the marks are not there").contains("I gave the times.", "waits for the marker");
        asOffice(post(office("results")));
        asOffice(get(office("results"))).andExpect(content().string(containsString("version 1")));
        marks(reviewer, THREE);
        as(wrote, get(result())).andExpect(content().string(containsString("2 of 6 marks")));
        assertThat(appeals()).contains("3 / 6");
        decide("changed", "The times are there.");

        as(wrote, get(result()))
                .andExpect(content().string(containsString("3 of 6 marks")))
                .andExpect(content().string(containsString("3 of 144 marks")))
                .andExpect(content().string(containsString("The times are there.")));
        asOffice(get(office("results"))).andExpect(content().string(containsString("Fixed results, version 2")));
    }

    @Test
    void marksStayWhereThatIsDecided() throws Exception {
        release();
        ask("", "Please look at all of it.");
        asOffice(post(appeal() + "/marker").param("marker", reviewer));
        marks(reviewer, THREE);
        decide("stays", "The first marks were right.");
        as(wrote, get(result()))
                .andExpect(content().string(containsString("2 of 144 marks")))
                .andExpect(content().string(containsString("The first marks were right.")));
        asOffice(get(office("results"))).andExpect(content().string(containsString("Fixed results, version 1")));
    }

    @Test
    void oneCandidateWaitsForNobodyElse() throws Exception {
        release();
        ask(REPORT.value(), "I gave the times.");
        String first = appeal();
        asOffice(post(first + "/marker").param("marker", reviewer));
        marks(reviewer, THREE);
        ask("", "And all of it.");
        asOffice(post(first + "/decision").param("outcome", "changed").param("answer", "They are there."));

        as(wrote, get(result())).andExpect(content().string(containsString("3 of 144 marks")));
        assertThat(appeals()).as("the other is open").contains("And all of it.");
    }

    @Test
    void areTakenForSoManyDaysAndOnceForEachQuestion() throws Exception {
        release();
        ask("nowhere", "Why?");
        ask(REPORT.value(), " ");
        assertThat(appeals()).contains("Nobody has asked");
        ask(REPORT.value(), "Once.");
        ask(REPORT.value(), "Twice.");
        assertThat(appeals()).contains("Once.").doesNotContain("Twice.");
        as(roster.getLast(), post("/sittings/" + wrote.sitting() + "/appeals").param("reason", "Not mine."))
                .andExpect(status().isNotFound());
        clock.advance(Duration.ofDays(31));
        ask("", "Too late.");
        assertThat(appeals()).doesNotContain("Too late.");
    }

    @Test
    void placesAreToldBeforeTheOthers() throws Exception {
        String room = wrote.room().orElseThrow().toString();
        asOffice(post(office("results/release")).param("place", "999999"));
        as(wrote, get(result())).andExpect(status().isNotFound());
        asOffice(post(office("results/release")).param("place", room));
        as(wrote, get(result())).andExpect(status().isOk());
        as(wrote, get("/")).andExpect(content().string(containsString(result())));
        mvc.perform(post(office("results/release"))
                        .param("place", room)
                        .with(user("AUD-1").roles("AUDITOR"))
                        .with(token()))
                .andExpect(status().isForbidden());
    }
}

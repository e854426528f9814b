package dauntingledger.app.signin;

import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** How the pages look is kept with the person. */
class DisplayTest extends ExamServerTest {

    @Autowired
    private MockMvc mvc;

    private static MockHttpServletRequestBuilder chooses(String theme) {
        return post("/display")
                .with(token())
                .contentType(MediaType.APPLICATION_JSON)
                .content("{\"at\": 7, \"chosen\": {\"theme\": \"" + theme + "\", \"text\": \"150\"}}");
    }

    @Test
    void isOnEveryPageOfThatPersonAndOnNobodyElses() throws Exception {
        String somebody = newAppointment().candidate();
        String other = newAppointment().candidate();
        mvc.perform(chooses("dark").with(user(somebody).roles("CANDIDATE"))).andExpect(status().isOk());

        mvc.perform(get("/").with(user(somebody).roles("CANDIDATE")))
                .andExpect(content().string(containsString("&quot;theme&quot;:&quot;dark&quot;")));
        mvc.perform(get("/").with(user(other).roles("CANDIDATE")))
                .andExpect(content().string(not(containsString("&quot;theme&quot;"))));
    }

    @Test
    void isRefusedWhereThereIsNoSuchChoice() throws Exception {
        String somebody = newAppointment().candidate();

        mvc.perform(chooses("neon").with(user(somebody).roles("CANDIDATE"))).andExpect(status().isBadRequest());
        mvc.perform(chooses("dark").content("{\"at\": 7}").with(user(somebody).roles("CANDIDATE")))
                .andExpect(status().isBadRequest());
    }

    @Test
    void isKeptForCandidatesOnly() throws Exception {
        mvc.perform(chooses("dark").with(user("INV-1").roles("INVIGILATOR"))).andExpect(status().isForbidden());
    }
}

package dauntingledger.app.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.flash;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.invigilation.Hall;
import dauntingledger.app.staff.Role;
import dauntingledger.rulebook.exam.ExamState;
import dauntingledger.rulebook.paper.ItemId;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;

/** Short answers that the key does not accept are decided about once, for everybody. */
class ShortAnswersTest extends Hall {

    private static final ItemId NAME = new ItemId("station-name");
    private static final ItemId DISTANCE = new ItemId("distance-read");

    @Autowired
    private MockMvc mvc;

    private String chief = "";

    @BeforeEach
    void close() {
        shortAnswers = Map.of(NAME, " Marrow   LITE ", DISTANCE, "999");
        writeAndClose("", "");
        chief = marker(Role.CHIEF_MARKER);
    }

    private String page() throws Exception {
        return mvc.perform(get("/marking/short/" + exam().id()).with(user(chief).roles("CHIEF_MARKER")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    private void decide(String version, String decision) throws Exception {
        mvc.perform(post("/marking/short/" + exam().id())
                        .with(user(chief).roles("CHIEF_MARKER"))
                        .with(token())
                        .param("version", version)
                        .param("rows[0].item", NAME.value())
                        .param("rows[0].response", "RESPONSE")
                        .param("rows[0].value", "marrow lite")
                        .param("rows[0].decision", decision)
                        .param("rows[1].item", DISTANCE.value())
                        .param("rows[1].response", "RESPONSE")
                        .param("rows[1].value", "999")
                        .param("rows[1].decision", ""))
                .andExpect(status().is3xxRedirection());
    }

    private String csv() throws Exception {
        mvc.perform(post("/office/exams/" + exam().id() + "/results")
                .with(user("OFF-1").roles("OFFICE"))
                .with(token()));
        return mvc.perform(get("/office/exams/" + exam().id() + "/results.csv")
                        .with(user("OFF-1").roles("OFFICE")))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    @Test
    void acceptsWhatIsAsRight() throws Exception {
        assertThat(page()).contains("marrow lite", "999");
        assertThat(csv()).contains("\"" + roster.getFirst().candidate() + "\",\"0\"");
        decide("1", "accept");

        assertThat(page()).doesNotContain("marrow lite").contains("999");
        assertThat(csv()).contains("\"" + roster.getFirst().candidate() + "\",\"1\"");
    }

    @Test
    void remembersWhatStaysWrong() throws Exception {
        decide("1", "refuse");
        assertThat(page()).doesNotContain("marrow lite").contains("999");
        assertThat(csv()).contains("\"" + roster.getFirst().candidate() + "\",\"0\"");
        decide("1", "accept");
        assertThat(csv())
                .as("somebody was faster")
                .contains("\"" + roster.getFirst().candidate() + "\",\"0\"");
    }

    @Test
    void decidesAboutNothingThatNobodyTyped() throws Exception {
        mvc.perform(post("/marking/short/" + exam().id())
                        .with(user(chief).roles("CHIEF_MARKER"))
                        .with(token())
                        .param("version", "1")
                        .param("rows[0].item", NAME.value())
                        .param("rows[0].response", "RESPONSE")
                        .param("rows[0].value", "never typed")
                        .param("rows[0].decision", "accept"))
                .andExpect(flash().attribute("said", "none"));
    }

    @Test
    void aTypedNumberCanBeTakenWithAWiderTolerance() throws Exception {
        String address = "/office/exams/" + exam().id() + "/key/" + DISTANCE;
        String page = office(address);
        assertThat(page).contains("value=\"within\"", "999");
        assertThat(office("/office/exams/" + exam().id() + "/key/" + NAME)).doesNotContain("value=\"within\"");
        assertThat(office(address + "?kind=within&response=RESPONSE&by=1"))
                .contains("right within 1", "0 of 2 results change");
    }

    private String office(String address) throws Exception {
        return mvc.perform(get(address).with(user("OFF-1").roles("OFFICE")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    @Test
    void areForChiefMarkersOfThePaper() throws Exception {
        mvc.perform(get("/marking/short/" + exam().id()).with(user(chief).roles("MARKER")))
                .andExpect(status().isForbidden());
        exams.bring(exam().id(), ExamState.MARKED);
        mvc.perform(get("/marking/short/" + exam().id()).with(user(chief).roles("CHIEF_MARKER")))
                .andExpect(status().isNotFound());
    }
}

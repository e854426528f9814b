package dauntingledger.app.results;

import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.flash;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.exams.ExamChangeException;
import dauntingledger.app.invigilation.Hall;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.marking.MarkingLedger;
import dauntingledger.app.staff.Role;
import dauntingledger.rulebook.exam.ExamState;
import java.time.Duration;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Results from provisional ones to what a candidate is told. */
class ResultsTest extends Hall {

    private static final String MARKS =
            "{\"points\":{\"where\":\"1\",\"off\":\"1\"},\"adjustment\":\"0\",\"reason\":\"\",\"known\":[]}";

    @Autowired
    private MockMvc mvc;

    @Autowired
    private MarkingLedger ledger;

    private Appointment wrote;
    private String key = "";
    private Appointment blank;

    @BeforeEach
    void handIn() {
        writeAndClose("She came off by herself.", "");
        wrote = roster.getFirst();
        blank = roster.getLast();
    }

    private ResultActions asOffice(MockHttpServletRequestBuilder request) throws Exception {
        return mvc.perform(request.with(user("OFF-1").roles("OFFICE")).with(token()));
    }

    private String office() {
        return "/office/exams/" + exam().id() + "/results";
    }

    private ResultActions told(Appointment sitting, String asCandidate) throws Exception {
        return mvc.perform(get("/sittings/" + sitting.sitting() + "/result")
                .with(user(asCandidate).roles("CANDIDATE")));
    }

    private void mark() throws Exception {
        for (int i = 0; i < 2; i++) {
            String marker = marker(Role.MARKER);
            String desk = "/marking/" + exam().id() + "/" + REPORT;
            String page = mvc.perform(get(desk).with(user(marker).roles("MARKER")))
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
            key = page.replaceAll("(?s).*\"key\":\"([0-9a-f]{32})\".*", "$1");
            mvc.perform(post(desk + "/" + key)
                            .with(user(marker).roles("MARKER"))
                            .with(token())
                            .contentType(MediaType.APPLICATION_JSON)
                            .content(MARKS))
                    .andExpect(status().isOk());
        }
    }

    @Test
    void areProvisionalWhileSomethingWaits() throws Exception {
        asOffice(post(office())).andExpect(status().is3xxRedirection());

        asOffice(get(office()))
                .andExpect(content().string(containsString("Provisional results, version 1")))
                .andExpect(content().string(containsString("not judged yet")));
        asOffice(get(office() + ".csv"))
                .andExpect(content()
                        .string(containsString("\"" + wrote.candidate() + "\",\"0\",\"144\",\"50.00\",\"pending\"")))
                .andExpect(content()
                        .string(containsString("\"" + blank.candidate() + "\",\"0\",\"144\",\"50.00\",\"fail\"")));
        told(wrote, wrote.candidate()).andExpect(status().isNotFound());
    }

    @Test
    void areFixedAndReleasedAndOnlyThenTold() throws Exception {
        mark();
        exams.bring(exam().id(), ExamState.MARKED);
        assertThatThrownBy(() -> exams.bring(exam().id(), ExamState.RELEASED))
                .as("not fixed")
                .isInstanceOf(ExamChangeException.class);
        asOffice(post(office())).andExpect(status().is3xxRedirection());
        asOffice(get(office())).andExpect(content().string(containsString("Fixed results, version 1")));
        told(wrote, wrote.candidate()).andExpect(status().isNotFound());
        mvc.perform(get("/").with(user(wrote.candidate()).roles("CANDIDATE")))
                .andExpect(content().string(not(containsString("/result\""))));

        exams.bring(exam().id(), ExamState.RELEASED);

        told(wrote, wrote.candidate())
                .andExpect(status().isOk())
                .andExpect(content().string(containsString("Not passed")))
                .andExpect(content().string(containsString("2 of 144 marks")))
                .andExpect(content().string(containsString("Percentile 75.00")))
                .andExpect(content().string(containsString("Rules and buoyage")));
        told(blank, blank.candidate()).andExpect(content().string(containsString("0 of 144 marks")));
        told(wrote, blank.candidate()).andExpect(status().isNotFound());
        mvc.perform(get("/").with(user(wrote.candidate()).roles("CANDIDATE")))
                .andExpect(content().string(containsString("/sittings/" + wrote.sitting() + "/result")));
        asOffice(post(office())).andExpect(status().is3xxRedirection());
        asOffice(get(office())).andExpect(content().string(containsString("version 1")));
    }

    @Test
    void areFixedAnewWhenAMarkIsChangedAfterwards() throws Exception {
        mark();
        exams.bring(exam().id(), ExamState.MARKED);
        asOffice(post(office()));
        clock.advance(Duration.ofSeconds(1));
        exams.bring(exam().id(), ExamState.CLOSED);
        oneOfTheTwoMarks(MARKS.replace("\"off\":\"1\"", "\"when\":\"1\",\"off\":\"1\""));
        exams.bring(exam().id(), ExamState.MARKED);

        assertThatThrownBy(() -> exams.bring(exam().id(), ExamState.RELEASED)).isInstanceOf(ExamChangeException.class);
        asOffice(post(office()));
        exams.bring(exam().id(), ExamState.RELEASED);
        told(wrote, wrote.candidate()).andExpect(status().isOk());
    }

    private void oneOfTheTwoMarks(String given) throws Exception {
        String first = ledger.of(exam().id())
                .values()
                .iterator()
                .next()
                .marks()
                .keySet()
                .iterator()
                .next();
        mvc.perform(post("/marking/" + exam().id() + "/" + REPORT + "/" + key)
                        .with(user(first).roles("MARKER"))
                        .with(token())
                        .contentType(MediaType.APPLICATION_JSON)
                        .content(given))
                .andExpect(status().isOk());
    }

    @Test
    void stayFixedWhenTheSameMarksAreEnteredAgain() throws Exception {
        mark();
        exams.bring(exam().id(), ExamState.MARKED);
        asOffice(post(office()));
        clock.advance(Duration.ofSeconds(1));
        exams.bring(exam().id(), ExamState.CLOSED);
        oneOfTheTwoMarks(MARKS);
        exams.bring(exam().id(), ExamState.MARKED);

        exams.bring(exam().id(), ExamState.RELEASED);
        told(wrote, wrote.candidate()).andExpect(status().isOk());
        asOffice(post(office())).andExpect(flash().attribute("said", "nothing-changed"));
    }

    @Test
    void areForTheOfficeAndAuditorsReadThem() throws Exception {
        mvc.perform(post(office()).with(user("AUD-1").roles("AUDITOR")).with(token()))
                .andExpect(status().isForbidden());
        mvc.perform(get(office()).with(user("AUD-1").roles("AUDITOR"))).andExpect(status().isOk());
        mvc.perform(get(office()).with(user("MRK-1").roles("MARKER"))).andExpect(status().isForbidden());
    }
}

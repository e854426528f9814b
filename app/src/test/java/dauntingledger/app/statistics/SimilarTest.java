package dauntingledger.app.statistics;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.invigilation.Hall;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;

/** Two who wrote the same, beside others who did not; and who may see that. */
class SimilarTest extends Hall {

    private static final String FIRST =
            "We took the ground at 15:02. The engine was stopped at once and the mate sounded the bilges,"
                    + " which were dry; the tide lifted us four minutes later. <b>A diver</b> should look at her before she goes out again.";
    private static final String COPIED =
            "We took the ground at 15:02. The engine was stopped at once and the mate sounded the bilges,"
                    + " which were dry; the tide lifted us four minutes later. I propose a survey, and that the sill is measured anew.";
    private static final String OWN =
            "Anchusa ran onto the sill, because its buoy had drifted. Nobody was hurt and nothing leaked;"
                    + " after some minutes she swam by herself. Somebody ought to see to that buoy, and to her bottom as well.";

    @Autowired
    private MockMvc mvc;

    private String page(String path) throws Exception {
        return mvc.perform(get(path).with(user("OFF-1").roles("OFFICE")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    private String list() {
        return "/office/exams/" + exam().id() + "/similar";
    }

    private String pair(int one, int other) {
        return list() + "/" + roster.get(one).sitting() + "/"
                + roster.get(other).sitting();
    }

    @Test
    void areListedAndShownBesideEachOtherWithWhatTheyShare() throws Exception {
        writeAndClose(FIRST, OWN, COPIED);
        String list = page(list());
        String link = pair(0, 2) + "?item=" + REPORT;
        assertThat(list).contains(link, "look at it").doesNotContain(pair(0, 1)).doesNotContain(pair(1, 2));
        assertThat(list).contains(roster.get(0).chair(), roster.get(2).chair());

        String beside = page(link);
        assertThat(beside)
                .containsPattern("<mark>[^<]*engine was stopped at once and the mate sounded[^<]*</mark>")
                .contains("&lt;b&gt;A diver&lt;/b&gt;")
                .doesNotContain("<b>A diver</b>")
                .doesNotContain("because its buoy had drifted")
                .contains(roster.get(0).candidate(), roster.get(2).candidate());
        assertThat(beside.split("<mark>", -1)).hasSizeGreaterThanOrEqualTo(3);
    }

    @Test
    void areNotSuspectedForWordsOfTheirOwn() throws Exception {
        writeAndClose(FIRST, OWN, "");
        assertThat(page(list())).doesNotContain("look at it</td>");
        mvc.perform(get(pair(0, 0)).with(user("OFF-1").roles("OFFICE"))).andExpect(status().isNotFound());
        mvc.perform(get(list() + "/" + roster.get(0).sitting() + "/99999999")
                        .with(user("OFF-1").roles("OFFICE")))
                .andExpect(status().isNotFound());
    }

    @Test
    void areShownToTheOfficeAndAuditorsAlone() throws Exception {
        writeAndClose(FIRST, COPIED);
        for (String path : List.of(list(), pair(0, 1))) {
            for (String role : List.of("INVIGILATOR", "MARKER", "CHIEF_MARKER", "CENTRE", "CANDIDATE")) {
                mvc.perform(get(path).with(user("X-1").roles(role))).andExpect(status().isForbidden());
            }
            mvc.perform(get(path).with(user("AUD-1").roles("AUDITOR"))).andExpect(status().isOk());
        }
    }

    @Test
    void areShownOnlyOnceTheExamIsClosed() throws Exception {
        opens(2);
        assertThat(page(list())).contains("once the exam is closed");
        mvc.perform(get(pair(0, 1)).with(user("OFF-1").roles("OFFICE"))).andExpect(status().isNotFound());
    }

    @Test
    void aSmallNumberIsAPowerOfTen() {
        assertThat(SimilarController.small(0.25)).isEqualTo("0.250");
        assertThat(SimilarController.small(3e-9)).isEqualTo("10^-9");
        assertThat(SimilarController.small(0)).startsWith("10^-30");
    }
}

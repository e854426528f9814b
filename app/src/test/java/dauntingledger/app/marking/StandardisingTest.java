package dauntingledger.app.marking;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.invigilation.Hall;
import dauntingledger.app.staff.Role;
import dauntingledger.rulebook.marking.Remark;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.response.ResponseId;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Samples among the answers, how far a marker agrees with them, and a marker who is stopped. */
class StandardisingTest extends Hall {

    private static final ItemId LOG = new ItemId("log-entry");
    private static final Pattern KEYS = Pattern.compile("\"key\":\"([0-9a-f]{32})\"");
    private static final String ALL =
            "{\"points\":{\"who\":\"1\",\"when\":\"1\",\"what\":\"1\",\"done\":\"1\"},\"adjustment\":\"0\",\"reason\":\"\","
                    + "\"remarks\":[{\"response\":\"RESPONSE\",\"from\":0,\"to\":3,\"text\":\"Who?\"}],\"known\":[]}";

    @Autowired
    private MockMvc mvc;

    @Autowired
    private MarkingLedger ledger;

    private String one = "";
    private String two = "";
    private String chief = "";

    @BeforeEach
    void write() {
        shortAnswers = Map.of(LOG, "She called at 15:05.");
        writeAndClose("", "");
        one = marker(Role.MARKER);
        two = marker(Role.MARKER);
        chief = marker(Role.CHIEF_MARKER);
    }

    private String desk() {
        return "/marking/" + exam().id() + "/" + LOG;
    }

    private String markers() {
        return "/marking/markers/" + exam().id() + "/" + LOG;
    }

    private List<String> keys(String person, String role) throws Exception {
        return KEYS.matcher(mvc.perform(get(desk()).with(user(person).roles(role)))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .results()
                .map(found -> found.group(1))
                .toList();
    }

    private ResultActions marks(String person, String key, String path, String body) throws Exception {
        return mvc.perform(post(desk() + "/" + key + path)
                .with(user(person).roles("MARKER"))
                .with(token())
                .contentType(MediaType.APPLICATION_JSON)
                .content(body));
    }

    private ResultActions asChief(MockHttpServletRequestBuilder request) throws Exception {
        return mvc.perform(request.with(user(chief).roles("CHIEF_MARKER")).with(token()));
    }

    private String sample(String person) throws Exception {
        Set<String> candidates = Set.copyOf(keys(chief, "CHIEF_MARKER"));
        return keys(person, "MARKER").stream()
                .filter(key -> !candidates.contains(key))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void mixesSamplesInForMarkersEachAtTheirOwnPlaces() throws Exception {
        assertThat(keys(one, "MARKER")).hasSize(4);
        assertThat(keys(chief, "CHIEF_MARKER")).hasSize(2);
        assertThat(sample(one)).isNotIn(keys(two, "MARKER"));
        mvc.perform(get(desk()).with(user(one).roles("MARKER")))
                .andExpect(content().string(containsString("samples with known marks are among")))
                .andExpect(content().string(not(containsString("Nothing of where she was"))));
        marks(one, sample(one), "/aside", "{\"reason\":\"odd\",\"known\":[]}")
                .andExpect(status().isUnprocessableContent());
        marks(one, sample(one), "/take-back", "{\"known\":[]}").andExpect(status().isUnprocessableContent());
    }

    @Test
    void stopsAMarkerWhoDriftsAndGivesTheirAnswersToOthers() throws Exception {
        for (String key : keys(one, "MARKER")) {
            marks(one, key, "", ALL).andExpect(status().isOk());
        }
        assertThat(keys(one, "MARKER")).isEmpty();
        assertThat(keys(two, "MARKER"))
                .as("one mark is enough; the samples are theirs alone")
                .hasSize(2);
        assertThat(ledger.of(exam().id()).values())
                .extracting(answer -> requireNonNull(answer.marks().get(one)).remarks())
                .contains(List.of(new Remark(new ResponseId("RESPONSE"), 0, 3, "Who?")));
        asChief(get(markers()))
                .andExpect(status().isOk())
                .andExpect(content().string(containsString(one)))
                .andExpect(content().string(containsString("50 %")));

        asChief(post(markers()).param("marker", one).param("stop", "true").param("reason", " "));
        assertThat(keys(two, "MARKER")).hasSize(2);
        asChief(post(markers()).param("marker", one).param("stop", "true").param("reason", "Gives everything to all."));
        assertThat(keys(two, "MARKER")).hasSize(4);
        marks(one, keys(two, "MARKER").getFirst(), "", ALL).andExpect(status().is4xxClientError());
        String theirs = keys(chief, "CHIEF_MARKER").getFirst();
        marks(one, theirs, "", ALL)
                .andExpect(status().isConflict())
                .andExpect(content().string(containsString("stopped you")));
        asChief(get(markers())).andExpect(content().string(containsString("Gives everything to all.")));

        asChief(post(markers()).param("marker", one).param("stop", "false"));
        marks(one, theirs, "", ALL).andExpect(status().isOk());
        mvc.perform(get(markers()).with(user(one).roles("MARKER"))).andExpect(status().isForbidden());
    }

    @Test
    void refusesRemarksThatStandNowhere() throws Exception {
        marks(one, keys(one, "MARKER").getFirst(), "", ALL.replace("\"to\":3", "\"to\":0"))
                .andExpect(status().isBadRequest());
    }
}

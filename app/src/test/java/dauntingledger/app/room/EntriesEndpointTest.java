package dauntingledger.app.room;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Sitting;
import jakarta.servlet.http.Cookie;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class EntriesEndpointTest extends ExamServerTest {

    @Autowired
    private MockMvc mvc;

    @Autowired
    private JsonMapper json;

    private Appointment appointment;
    private String seat;
    private @Nullable Cookie seatCookie;

    @BeforeEach
    void enterTheRoom() throws Exception {
        appointment = newAppointment();
        mvc.perform(asCandidate(post(path("/enter")))).andExpect(status().is3xxRedirection());
        seat = takeSeat();
    }

    @Test
    void storesWhatIsPermittedAndTellsWhatBecameOfIt() throws Exception {
        openRules();

        assertThat(statuses(send(made(choosing("goes-first", "B"))))).containsExactly("entered permitted");
        assertThat(sitting().questions().get(new ItemId("goes-first")).label()).isEqualTo("B");
    }

    @Test
    void takesTheSameEntryTwiceAsOne() throws Exception {
        openRules();
        Entry entry = made(choosing("goes-first", "B"));
        int before = ledgers.open(appointment, clock.instant()).entries().size();

        assertThat(statuses(send(entry, entry))).containsExactly("entered permitted", "entered already-so");
        assertThat(statuses(send(entry))).containsExactly("entered already-so");
        assertThat(ledgers.open(appointment, clock.instant()).entries()).hasSize(before + 1);
    }

    @Test
    void refusesAnswersAfterTheDeadlineToASealedSectionAndToOneNotYetOpen() throws Exception {
        assertThat(statuses(send(made(choosing("goes-first", "B"))))).containsExactly("refused not-open-yet");
        openRules();
        assertThat(statuses(send(made(choosing("fresh-water", "C"))))).containsExactly("refused not-open-yet");
        clock.advance(Duration.ofMinutes(20));
        assertThat(statuses(send(made(choosing("goes-first", "B"))))).containsExactly("refused time-ran-out");
        assertThat(sitting().questions().get(new ItemId("goes-first")).label()).isEmpty();
    }

    @Test
    void refusesAnswersToASectionThatTheCandidateClosed() throws Exception {
        openRules();
        send(made(new Act.BlockClosed(new StageId("rules"))));

        assertThat(statuses(send(made(choosing("goes-first", "B"))))).containsExactly("refused section-closed");
    }

    @Test
    void holdsAnAnswerThatWasCarriedForLongerThanThePaperAccepts() throws Exception {
        openRules();
        Entry inTime = made(choosing("goes-first", "B"));
        clock.advance(Duration.ofMinutes(21));
        sitting();

        assertThat(statuses(send(inTime))).containsExactly("held held-for-decision");
        assertThat(sitting().questions().get(new ItemId("goes-first")).label()).isEmpty();
    }

    @Test
    void countsAnAnswerThatWasCarriedAWhile() throws Exception {
        openRules();
        clock.advance(Duration.ofMinutes(19));
        Entry inTime = made(choosing("goes-first", "B"));
        clock.advance(Duration.ofMinutes(2));
        sitting();

        assertThat(statuses(send(inTime))).containsExactly("entered permitted");
        assertThat(sitting().questions().get(new ItemId("goes-first")).label()).isEqualTo("B");
    }

    @Test
    void countsAnEntryFromAFastClockAsMadeNow() throws Exception {
        openRules();
        Entry early = Entry.made(
                new EntryId(UUID.randomUUID().toString()),
                clock.instant().plus(Duration.ofHours(2)),
                choosing("goes-first", "B"));

        assertThat(statuses(send(early))).containsExactly("entered permitted");
        assertThat(sitting().now()).isBefore(clock.instant().plusSeconds(1));
    }

    @Test
    void letsOnlyTheNewestWindowWrite() throws Exception {
        openRules();
        String older = seat;
        String newer = takeSeat();

        seat = older;
        sending(made(choosing("goes-first", "B"))).andExpect(status().isConflict());
        seat = "";
        sending(made(choosing("goes-first", "B"))).andExpect(status().isConflict());
        seat = newer;
        assertThat(statuses(send(made(choosing("goes-first", "B"))))).containsExactly("entered permitted");
    }

    @ParameterizedTest
    @ValueSource(strings = {"/entries", "/seat", "/enter"})
    void keepsCandidatesOutOfEachOthersSittings(String what) throws Exception {
        Appointment other = newAppointment();

        mvc.perform(post(path(what))
                        .with(user(other.candidate()).roles("CANDIDATE"))
                        .with(token())
                        .contentType(MediaType.APPLICATION_JSON)
                        .content("{\"seat\":\"" + seat + "\",\"entries\":[]}"))
                .andExpect(status().isNotFound());
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "/ledger.jsonl", "/events?seat=x"})
    void showsCandidatesNothingOfEachOthersSittings(String what) throws Exception {
        Appointment other = newAppointment();

        mvc.perform(get(path(what)).with(user(other.candidate()).roles("CANDIDATE")))
                .andExpect(status().isNotFound());
    }

    @ParameterizedTest
    @ValueSource(strings = {"/entries", "/seat"})
    void tellsAScriptWithoutASessionToSignIn(String what) throws Exception {
        mvc.perform(post(path(what)).with(token()).header("X-Requested-By", "fetch"))
                .andExpect(status().isUnauthorized());
        mvc.perform(post("/time").with(token()).header("X-Requested-By", "fetch"))
                .andExpect(status().isUnauthorized());
    }

    @Test
    void letsNobodyInByAnotherRole() throws Exception {
        mvc.perform(get(path("")).with(user(appointment.candidate()).roles("GUEST")))
                .andExpect(status().isForbidden());
    }

    @Test
    void refusesAWrongToken() throws Exception {
        mvc.perform(post(path("/entries"))
                        .with(user(appointment.candidate()).roles("CANDIDATE"))
                        .header("X-XSRF-TOKEN", "another")
                        .contentType(MediaType.APPLICATION_JSON)
                        .content("{}"))
                .andExpect(status().isForbidden());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "nonsense | 400",
                "[] | 400",
                "{} | 400",
                "{\"entries\":{}} | 400",
                "{\"entries\":[{}]} | 400",
                "{\"entries\":[{\"id\":\"e\",\"by\":\"candidate\",\"at\":1,\"kind\":\"cheated\"}]} | 400",
                "{\"entries\":[{\"id\":\"e\",\"by\":\"candidate\",\"at\":1.5,\"kind\":\"handed-in\"}]} | 400",
                "{\"entries\":[{\"id\":\"e\",\"by\":\"clock\",\"at\":1,\"kind\":\"seat-taken\",\"seat\":\"s\"}]} | 400",
                "{\"entries\":[{\"id\":\"e\",\"by\":\"invigilator\",\"at\":1,\"kind\":\"time-granted\",\"box\":\"rules\",\"extra\":60000}]} | 400",
            })
    void refusesWhatIsMalformedOrNotTheCandidatesToDo(String body, int expected) throws Exception {
        mvc.perform(asCandidate(post(path("/entries")))
                        .contentType(MediaType.APPLICATION_JSON)
                        .content(body))
                .andExpect(status().is(expected));
    }

    @Test
    void refusesWhatIsTooMuch() throws Exception {
        mvc.perform(asCandidate(post(path("/entries")))
                        .contentType(MediaType.APPLICATION_JSON)
                        .content("{\"padding\":\"" + "x".repeat(EntriesController.MOST_BYTES) + "\"}"))
                .andExpect(status().is(413));
        Entry[] many = new Entry[EntriesController.MOST_ENTRIES + 1];
        Arrays.setAll(many, i -> made(new Act.ReviewOpened()));
        sending(many).andExpect(status().isBadRequest());
    }

    @Test
    void sendsNothingOfAQuestionBeforeItsSectionIsOpen() throws Exception {
        assertThat(page()).doesNotContain("goes-first", "Halden Rose", "Fiddler");
        openRules();
        assertThat(page()).contains("goes-first").doesNotContain("height-needed", "squats");
        send(made(new Act.BlockClosed(new StageId("rules"))));
        assertThat(page()).doesNotContain("squats", "11.40");
    }

    @Test
    void sendsNoKeyWithAnOpenSection() throws Exception {
        openRules();

        assertThat(page())
                .contains("Rule 4 says")
                .doesNotContainIgnoringCase("qti-", "mapped", "tolerance", "correct\"");
    }

    @Test
    void givesTheLedgerOutOnlyAfterTheHandIn() throws Exception {
        openRules();
        mvc.perform(asCandidate(get(path("/ledger.jsonl")))).andExpect(status().isNotFound());
        clock.advance(Duration.ofHours(3));

        String ledger = mvc.perform(asCandidate(get(path("/ledger.jsonl"))))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();

        assertThat(ledger.lines().toList())
                .first()
                .asString()
                .contains("\"format\":\"daunting-ledger/1\"", "\"seed\":");
        assertThat(ledger).contains("\"kind\":\"stage-ran-out\",", "\"stage\":\"hand-in\"");
    }

    private void openRules() throws Exception {
        Stage.Notice notice = (Stage.Notice) sitting().route().stage().orElseThrow();
        send(
                made(new Act.NoticeAccepted(
                        notice.id(), notice.textDigests().iterator().next(), "")),
                made(new Act.StageLeft(new StageId("instructions"))),
                made(new Act.StageOpened(new StageId("rules"))));
    }

    private Sitting sitting() {
        return ledgers.open(appointment, clock.instant()).sitting();
    }

    private Entry made(Act act) {
        return Entry.made(new EntryId(UUID.randomUUID().toString()), clock.instant(), act);
    }

    private static Act choosing(String item, String choice) {
        return new Act.Answered(new ItemId(item), new ResponseId("R1"), Value.choice(new ChoiceId(choice)));
    }

    private String page() throws Exception {
        return mvc.perform(asCandidate(get(path("")))).andReturn().getResponse().getContentAsString();
    }

    private String takeSeat() throws Exception {
        MockHttpServletResponse answer = mvc.perform(asCandidate(post(path("/seat"))))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse();
        seatCookie = answer.getCookie("ledger-seat-" + appointment.sitting());
        return json.readTree(answer.getContentAsString()).get("seat").asString();
    }

    private JsonNode send(Entry... entries) throws Exception {
        return json.readTree(sending(entries)
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString());
    }

    private ResultActions sending(Entry... entries) throws Exception {
        Map<String, Object> body = Map.of(
                "seat",
                seat,
                "entries",
                Arrays.stream(entries).map(EntryCodec::toPlain).toList());
        return mvc.perform(asCandidate(post(path("/entries")))
                .contentType(MediaType.APPLICATION_JSON)
                .content(CanonicalJson.write(body)));
    }

    private MockHttpServletRequestBuilder asCandidate(MockHttpServletRequestBuilder request) {
        MockHttpServletRequestBuilder seated = seatCookie == null ? request : request.cookie(seatCookie);
        return seated.with(user(appointment.candidate()).roles("CANDIDATE")).with(token());
    }

    private static List<String> statuses(JsonNode answer) {
        return answer.get("results")
                .valueStream()
                .map(result -> result.get("status").asString() + " "
                        + result.get("verdict").asString())
                .toList();
    }

    private String path(String what) {
        return "/sittings/" + appointment.sitting() + what;
    }
}

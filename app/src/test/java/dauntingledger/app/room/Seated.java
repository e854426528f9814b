package dauntingledger.app.room;

import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import jakarta.servlet.http.Cookie;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.test.web.servlet.request.RequestPostProcessor;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A candidate's browser that has a seat, as an attacker may use it: it sends what it is told to, with any claim. */
final class Seated {

    private static final JsonMapper JSON = JsonMapper.shared();

    private final MockMvc mvc;
    private final Clock clock;
    private final Appointment appointment;
    private final RequestPostProcessor token;
    private final Map<String, Cookie> cookies = new LinkedHashMap<>();
    private String seat = "";
    private String left = "";

    Seated(MockMvc mvc, Clock clock, Appointment appointment, RequestPostProcessor token) {
        this.mvc = mvc;
        this.clock = clock;
        this.appointment = appointment;
        this.token = token;
    }

    Seated takesTheSeat() throws Exception {
        MockHttpServletResponse answer = perform(post(path("/seat")));
        JsonNode body = JSON.readTree(answer.getContentAsString());
        seat = body.get("seat").asString();
        left = body.get("token").asString();
        return this;
    }

    String seat() {
        return seat;
    }

    /** Returns what lets the entries of this window in without a sign-in. */
    String left() {
        return left;
    }

    Seated saysThatEntriesWait(boolean wait) {
        cookies.remove("ledger-waiting");
        if (wait) {
            cookies.put("ledger-waiting", new Cookie("ledger-waiting", "1"));
        }
        return this;
    }

    Entry made(Act act) {
        return made(act, clock.instant());
    }

    Entry made(Act act, Instant claimed) {
        return Entry.made(new EntryId(UUID.randomUUID().toString()), claimed, act);
    }

    /** Sends a batch and returns what became of it, like {@code entered permitted}. */
    List<String> sends(Entry... entries) throws Exception {
        return statuses(answer(entries));
    }

    List<String> heartbeats() throws Exception {
        return sends();
    }

    MockHttpServletResponse answer(Entry... entries) throws Exception {
        return answer(List.of(), entries);
    }

    MockHttpServletResponse answer(List<String> waiting, Entry... entries) throws Exception {
        return raw(CanonicalJson.write(Map.of(
                "seat",
                seat,
                "waiting",
                waiting,
                "entries",
                Arrays.stream(entries).map(EntryCodec::toPlain).toList())));
    }

    MockHttpServletResponse raw(String body) throws Exception {
        return perform(
                post(path("/entries")).contentType(MediaType.APPLICATION_JSON).content(body));
    }

    MockHttpServletResponse gets(String what) throws Exception {
        return perform(get(path(what)));
    }

    MockHttpServletResponse posts(String what) throws Exception {
        return perform(post(path(what)));
    }

    static List<String> statuses(MockHttpServletResponse answer) throws Exception {
        List<String> statuses = new ArrayList<>();
        JSON.readTree(answer.getContentAsString())
                .get("results")
                .forEach(result -> statuses.add(result.get("status").asString() + " "
                        + result.get("verdict").asString()));
        return statuses;
    }

    private MockHttpServletResponse perform(MockHttpServletRequestBuilder request) throws Exception {
        cookies.values().forEach(request::cookie);
        MockHttpServletResponse answer = mvc.perform(
                        request.with(user(appointment.candidate()).roles("CANDIDATE"))
                                .with(token))
                .andReturn()
                .getResponse();
        Arrays.stream(answer.getCookies())
                .filter(cookie -> cookie.getName().startsWith("ledger-seat"))
                .forEach(cookie -> cookies.put(cookie.getName(), cookie));
        return answer;
    }

    private String path(String what) {
        return "/sittings/" + appointment.sitting() + what;
    }
}

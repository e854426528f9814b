package dauntingledger.app.signin;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.cookie;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.header;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.HttpCandidate;
import dauntingledger.app.ledger.Appointment;
import jakarta.servlet.http.Cookie;
import java.time.Duration;
import java.util.Locale;
import org.hamcrest.Matchers;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.MvcResult;

class SignInTest extends ExamServerTest {

    @Autowired
    private MockMvc mvc;

    @Test
    void letsACandidateInWhateverTheirCapitalsAndSpaces() throws Exception {
        Appointment appointment = newAppointment();

        Cookie signedIn = requireNonNull(signIn(" " + appointment.candidate().toLowerCase(Locale.ROOT) + " ", PIN)
                .getResponse()
                .getCookie("ledger-candidate"));

        mvc.perform(get("/").cookie(signedIn))
                .andExpect(status().isOk())
                .andExpect(content().string(Matchers.containsString("Licence examination")));
    }

    @Test
    void renewsWhatABrowserIsKnownBy(@LocalServerPort int port) throws Exception {
        String number = newAppointment().candidate();
        HttpCandidate browser = new HttpCandidate(port);
        browser.signIn(number, PIN);
        String before = browser.cookie("ledger-candidate");
        String token = browser.cookie("XSRF-TOKEN");

        browser.signIn(number, PIN);

        assertThat(browser.cookie("ledger-candidate")).isNotEmpty().isNotEqualTo(before);
        assertThat(browser.cookie("XSRF-TOKEN")).isNotEmpty().isNotEqualTo(token);
        String renewed = browser.cookie("XSRF-TOKEN");
        assertThat(browser.get("/").statusCode()).isEqualTo(200);
        assertThat(browser.cookie("XSRF-TOKEN"))
                .as("a form that is open goes on")
                .isEqualTo(renewed);
        assertThat(browser.cookie("JSESSIONID")).isEmpty();
    }

    @Test
    void givesTheSameAnswerToAnUnknownNumberAndAWrongPin() throws Exception {
        Appointment appointment = newAppointment();

        assertThat(signIn(appointment.candidate(), "0000").getResponse().getRedirectedUrl())
                .isEqualTo(signIn("BW-00000", PIN).getResponse().getRedirectedUrl())
                .isEqualTo("/sign-in?wrong");
        assertThat(signIn("x".repeat(300), PIN).getResponse().getRedirectedUrl())
                .isEqualTo("/sign-in?wrong");
    }

    @Test
    void countsEachWrongPinOnce() throws Exception {
        String number = newAppointment().candidate();
        for (int i = 0; i < 3; i++) {
            assertThat(signIn(number, "0000").getResponse().getRedirectedUrl()).isEqualTo("/sign-in?wrong");
        }

        assertThat(signIn(number, PIN).getResponse().getRedirectedUrl()).isEqualTo("/");
    }

    @Test
    void slowsGuessingDownEvenForTheRightPin() throws Exception {
        String number = newAppointment().candidate();
        for (int i = 0; i < 4; i++) {
            signIn(number, "0000");
        }

        assertThat(signIn(number, PIN).getResponse().getRedirectedUrl()).startsWith("/sign-in?wait=");
        clock.advance(Duration.ofSeconds(5));
        assertThat(signIn(number, PIN).getResponse().getRedirectedUrl()).isEqualTo("/");
    }

    @Test
    void signsInAgainAfterARestartThatForgotTheSession() throws Exception {
        Cookie cookie = requireNonNull(
                signIn(newAppointment().candidate(), PIN).getResponse().getCookie("ledger-candidate"));

        assertThat(cookie.getMaxAge()).isEqualTo(-1);
        assertThat(cookie.isHttpOnly()).isTrue();
        mvc.perform(get("/").cookie(cookie)).andExpect(status().isOk());
        cookie.setValue(cookie.getValue().substring(0, cookie.getValue().length() - 8));
        mvc.perform(get("/").cookie(cookie)).andExpect(redirectedUrl("/sign-in"));
    }

    @Test
    void remembersInABrowserTheLastOnlyWhoSignedInThere() throws Exception {
        Cookie former = requireNonNull(
                signIn(newAppointment().candidate(), PIN).getResponse().getCookie("ledger-candidate"));
        String next = newAppointment().candidate();

        mvc.perform(post("/sign-in")
                        .with(token())
                        .cookie(former)
                        .param("number", next)
                        .param("pin", PIN))
                .andExpect(redirectedUrl("/"));

        mvc.perform(get("/").cookie(former)).andExpect(redirectedUrl("/sign-in?signed-out"));
    }

    @Test
    void signsOut() throws Exception {
        Cookie signedIn = requireNonNull(
                signIn(newAppointment().candidate(), PIN).getResponse().getCookie("ledger-candidate"));

        mvc.perform(post("/sign-out").cookie(signedIn).with(token()))
                .andExpect(redirectedUrl("/sign-in?signed-out"))
                .andExpect(cookie().maxAge("ledger-candidate", 0));
        mvc.perform(get("/").cookie(signedIn)).andExpect(redirectedUrl("/sign-in?signed-out"));
        mvc.perform(get("/")).andExpect(redirectedUrl("/sign-in"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"/", "/sittings/1", "/sittings/1/ledger.jsonl", "/no-such-page"})
    void showsNothingToAStranger(String path) throws Exception {
        mvc.perform(get(path)).andExpect(redirectedUrl("/sign-in"));
    }

    @Test
    void speaksTheLanguageThatWasChosenElseTheBrowsers() throws Exception {
        Cookie german = requireNonNull(
                mvc.perform(post("/language").with(token()).param("tag", "de").param("back", "/sign-in"))
                        .andExpect(redirectedUrl("/sign-in"))
                        .andReturn()
                        .getResponse()
                        .getCookie("ledger-language"));

        mvc.perform(get("/sign-in").cookie(german))
                .andExpect(content().string(Matchers.containsString("<h1>Anmelden</h1>")))
                .andExpect(content().string(Matchers.containsString("lang=\"de\"")));
        mvc.perform(get("/sign-in").header("Accept-Language", "fr, de-AT;q=0.8"))
                .andExpect(content().string(Matchers.containsString("<h1>Anmelden</h1>")));
        mvc.perform(get("/sign-in").header("Accept-Language", "fr"))
                .andExpect(content().string(Matchers.containsString("<h1>Sign in</h1>")));
    }

    @ParameterizedTest
    @ValueSource(strings = {"https://elsewhere.example", "//elsewhere.example", "/\\elsewhere", "/a/../b?x=1"})
    void leadsNowhereElseAfterAChoiceOfLanguage(String back) throws Exception {
        mvc.perform(post("/language").with(token()).param("tag", "xx").param("back", back))
                .andExpect(redirectedUrl("/"))
                .andExpect(cookie().doesNotExist("ledger-language"));
    }

    @Test
    void takesDigitsForANumberWithoutItsPrefix() throws Exception {
        String number = newAppointment().candidate();

        assertThat(signIn(number.substring("BW-".length()), PIN).getResponse().getRedirectedUrl())
                .isEqualTo("/");
    }

    @Test
    void refusesASignInWithoutAToken() throws Exception {
        mvc.perform(post("/sign-in").param("number", "BW-20417").param("pin", "4071"))
                .andExpect(status().isForbidden());
    }

    @Test
    void forbidsInlineScriptsAndStrangersFrames() throws Exception {
        mvc.perform(get("/sign-in"))
                .andExpect(status().isOk())
                .andExpect(header().string(
                                "Content-Security-Policy",
                                Matchers.allOf(
                                        Matchers.containsString("default-src 'none'"),
                                        Matchers.containsString("frame-ancestors 'none'"),
                                        Matchers.not(Matchers.containsString("unsafe")))))
                .andExpect(content().string(Matchers.not(Matchers.containsString("<style"))));
    }

    @Test
    void letsTheWorkerOfProgramsAloneMakeWebAssemblyAndReachNothing() throws Exception {
        mvc.perform(get("/assets/program-worker.js"))
                .andExpect(status().isOk())
                .andExpect(header().string(
                                "Content-Security-Policy",
                                "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; base-uri 'none';"
                                        + " frame-ancestors 'none'"));
        mvc.perform(get("/assets/programs.js"))
                .andExpect(header().string("Content-Security-Policy", Matchers.not(Matchers.containsString("wasm"))));
    }

    @Test
    void tellsItsHealthToAnybodyAndNothingElse() throws Exception {
        mvc.perform(get("/actuator/health")).andExpect(status().isOk());
        mvc.perform(get("/actuator/env")).andExpect(redirectedUrl("/sign-in"));
    }

    private MvcResult signIn(String number, String pin) throws Exception {
        return mvc.perform(
                        post("/sign-in").with(token()).param("number", number).param("pin", pin))
                .andReturn();
    }
}

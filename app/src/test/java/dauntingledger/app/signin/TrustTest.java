package dauntingledger.app.signin;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.flash;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.audit.Audited;
import dauntingledger.app.ledger.Appointment;
import jakarta.servlet.http.Cookie;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.hamcrest.Matchers;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Who may come in, by which way, and what is written down about it. */
class TrustTest extends ExamServerTest {

    private static final String HERE = "192.0.2.10";
    private static final String ELSEWHERE = "198.51.100.20";

    @Autowired
    private MockMvc mvc;

    @Autowired
    @Qualifier("requestMappingHandlerMapping")
    private RequestMappingHandlerMapping pages;

    @LocalServerPort
    private int port;

    private MockHttpServletResponse signIn(String number, String pin, String address, Cookie... cookies)
            throws Exception {
        MockHttpServletRequestBuilder request = post("/sign-in")
                .with(token())
                .with(one -> {
                    one.setRemoteAddr(address);
                    return one;
                })
                .param("number", number)
                .param("pin", pin);
        for (Cookie cookie : cookies) {
            request.cookie(cookie);
        }
        return mvc.perform(request).andReturn().getResponse();
    }

    @Nested
    class AStrangerWhoGuesses {

        @Test
        void locksNobodyOutWhoComesFromElsewhere() throws Exception {
            String number = newAppointment().candidate();
            for (int i = 0; i < 10; i++) {
                signIn(number, "0000", ELSEWHERE);
            }

            assertThat(signIn(number, PIN, ELSEWHERE).getRedirectedUrl()).startsWith("/sign-in?wait=");
            assertThat(signIn(number, PIN, HERE).getRedirectedUrl()).isEqualTo("/");
        }

        @Test
        void locksNoSeatOutThatIsKnownEvenBehindTheSameAddress() throws Exception {
            Appointment appointment = inTheLongBreak();
            Cookie seat = requireNonNull(mvc.perform(post("/sittings/" + appointment.sitting() + "/seat")
                            .with(user(appointment.candidate()).roles("CANDIDATE"))
                            .with(token()))
                    .andReturn()
                    .getResponse()
                    .getCookie("ledger-seat-" + appointment.sitting()));
            for (int i = 0; i < 10; i++) {
                signIn(appointment.candidate(), "0000", "127.0.0.1");
            }

            mvc.perform(post("/sittings/" + appointment.sitting() + "/return")
                            .param("pin", PIN)
                            .cookie(seat)
                            .with(user(appointment.candidate()).roles("CANDIDATE"))
                            .with(token()))
                    .andExpect(redirectedUrl("/sittings/" + appointment.sitting()));
            assertThat(sitting(appointment).isAway()).isFalse();
            assertThat(signIn(appointment.candidate(), PIN, "127.0.0.1", seat).getRedirectedUrl())
                    .isEqualTo("/");
            Cookie forged = new Cookie(seat.getName(), seat.getValue().replaceAll("[0-9a-f]{4}$", "0000"));
            assertThat(signIn(appointment.candidate(), PIN, "127.0.0.1", forged).getRedirectedUrl())
                    .startsWith("/sign-in?wait=");
        }

        @Test
        void leavesALockThatTheInvigilatorSeesAndLifts() throws Exception {
            Appointment appointment = newAppointment();
            for (int i = 0; i < 9; i++) {
                signIn(appointment.candidate(), "0000", HERE);
            }
            mvc.perform(get("/invigilation/list").with(user("INV-1").roles("INVIGILATOR")))
                    .andExpect(content()
                            .string(Matchers.containsString("/invigilation/" + appointment.sitting() + "/unlock")));

            mvc.perform(post("/invigilation/" + appointment.sitting() + "/unlock")
                            .with(user("INV-1").roles("INVIGILATOR"))
                            .with(token()))
                    .andExpect(redirectedUrl("/invigilation"))
                    .andExpect(flash().attribute("said", "done"));

            assertThat(signIn(appointment.candidate(), PIN, HERE).getRedirectedUrl())
                    .isEqualTo("/");
        }
    }

    @Nested
    class ARememberedSignIn {

        @Test
        void endsEverywhereWithASignOut() throws Exception {
            String number = newAppointment().candidate();
            Cookie here = requireNonNull(signIn(number, PIN, HERE).getCookie("ledger-candidate"));
            Cookie there = requireNonNull(signIn(number, PIN, ELSEWHERE).getCookie("ledger-candidate"));
            mvc.perform(get("/").cookie(there)).andExpect(status().isOk());

            mvc.perform(post("/sign-out").cookie(here).with(token()));

            mvc.perform(get("/").cookie(here)).andExpect(redirectedUrl("/sign-in?signed-out"));
            mvc.perform(get("/").cookie(there)).andExpect(redirectedUrl("/sign-in?signed-out"));
        }

        @Test
        void thatWasEndedElsewhereEndsNoOther() throws Exception {
            String number = newAppointment().candidate();
            Cookie before = requireNonNull(signIn(number, PIN, HERE).getCookie("ledger-candidate"));
            mvc.perform(get("/").cookie(before)).andExpect(status().isOk());
            String pin = requireNonNull(candidates.newPins(List.of(number)).get(number));
            Cookie after = requireNonNull(signIn(number, pin, ELSEWHERE).getCookie("ledger-candidate"));

            mvc.perform(get("/").cookie(before)).andExpect(redirectedUrl("/sign-in?signed-out"));
            mvc.perform(post("/sign-out").cookie(before).with(token()));

            mvc.perform(get("/").cookie(after)).andExpect(status().isOk());
        }

        @ParameterizedTest
        @ValueSource(strings = {"", "x", "a:b", "BW-20417:99999999999999:MD5:abc", "a:b:c:d:e:f", "series:"})
        void isNobodyWithACookieThatWasMadeUp(String made) throws Exception {
            String value = Base64.getEncoder().encodeToString(made.getBytes(StandardCharsets.UTF_8));

            mvc.perform(get("/").cookie(new Cookie("ledger-candidate", value))).andExpect(redirectedUrl("/sign-in"));
            mvc.perform(get("/").cookie(new Cookie("ledger-candidate", made))).andExpect(redirectedUrl("/sign-in"));
        }
    }

    @Nested
    class TheWayItComes {

        @Test
        void aRedirectNamesAPathOnlyWhateverHostIsClaimed() throws Exception {
            String answer =
                    asked("127.0.0.1", "GET / HTTP/1.1", "Host: evil.example", "X-Forwarded-Host: evil.example");

            assertThat(answer).contains("302").contains("Location: /sign-in").doesNotContain("evil.example");
        }

        @Test
        void behindATrustedProxyCookiesAreSecureAndHttpsIsKept() throws Exception {
            String answer =
                    asked("127.0.0.1", "GET /sign-in HTTP/1.1", "Host: exam.example", "X-Forwarded-Proto: https");

            assertThat(answer).contains("Strict-Transport-Security");
            assertThat(cookies(answer)).isNotEmpty().allMatch(cookie -> cookie.contains("Secure"));
        }

        @Test
        void nobodyElseIsBelievedAboutIt() throws Exception {
            String answer =
                    asked("127.0.0.2", "GET /sign-in HTTP/1.1", "Host: exam.example", "X-Forwarded-Proto: https");

            assertThat(answer).contains("200").doesNotContain("Strict-Transport-Security");
            assertThat(cookies(answer)).isNotEmpty().noneMatch(cookie -> cookie.contains("Secure"));
        }

        @Test
        void everyCookieStaysWithinTheSite() throws Exception {
            Appointment appointment = newAppointment();
            MockHttpServletResponse signedIn = signIn(appointment.candidate(), PIN, HERE);

            assertThat(signedIn.getCookies())
                    .isNotEmpty()
                    .allMatch(cookie -> cookie.getMaxAge() == 0 || "Lax".equals(cookie.getAttribute("SameSite")));
        }

        private List<String> cookies(String answer) {
            return answer.lines().filter(line -> line.startsWith("Set-Cookie:")).toList();
        }

        /** Sends a bare request from an address of this machine. */
        private String asked(String from, String... lines) throws IOException {
            try (Socket socket = new Socket()) {
                socket.bind(new InetSocketAddress(InetAddress.getByName(from), 0));
                socket.connect(new InetSocketAddress("127.0.0.1", port));
                String request = String.join("\r\n", lines) + "\r\nConnection: close\r\n\r\n";
                socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
                return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            }
        }
    }

    @Nested
    class TheAuditLog {

        @Test
        void hasEverySignInAndEveryFailureAndNoPin() throws Exception {
            String number = newAppointment().candidate();
            signIn(number, "86420", ELSEWHERE);
            signIn(number, PIN, HERE);

            String csv = mvc.perform(get("/office/audit.csv")
                            .param("who", number)
                            .with(user("OFF-1").roles("OFFICE")))
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
            assertThat(csv)
                    .contains("\"" + number + "\",\"\",\"" + ELSEWHERE + "\",\"sign-in\",\"\",\"wrong\"")
                    .contains("\"" + number + "\",\"candidate\",\"" + HERE + "\",\"sign-in\",\"\",\"done\"")
                    .doesNotContain("86420", PIN);
        }

        @Test
        void makesACellHarmlessThatASpreadsheetWouldRun() throws Exception {
            signIn("=cmd|' /C calc'!A0", "0000", HERE);

            mvc.perform(get("/office/audit.csv")
                            .param("who", "=cmd")
                            .with(user("OFF-1").roles("OFFICE")))
                    .andExpect(content().string(Matchers.containsString("\"'=CMD")));
        }

        @ParameterizedTest
        @ValueSource(strings = {"/office/audit", "/office/audit.csv"})
        void isForTheOfficeAlone(String path) throws Exception {
            mvc.perform(get(path).with(user("OFF-1").roles("OFFICE"))).andExpect(status().isOk());
            mvc.perform(get(path).with(user("INV-1").roles("INVIGILATOR"))).andExpect(status().isForbidden());
            mvc.perform(get(path).with(user("BW-20417").roles("CANDIDATE"))).andExpect(status().isForbidden());
            mvc.perform(get(path)).andExpect(redirectedUrl("/sign-in"));
        }

        /** Pages that only show something that is shown to the same people all day. */
        private static final Set<String> SHOWN_ONLY = Set.of(
                "page",
                "list",
                "accommodations",
                "office",
                "fresh",
                "exam",
                "edit",
                "pending",
                "room",
                "member",
                "find",
                "attendance",
                "plans",
                "signs",
                "log",
                "outages",
                "events",
                "question",
                "compare",
                "picture");

        @Test
        void hasEverythingThatStaffDoAndNotOnlyLookAt() {
            Set<String> unaudited = pages.getHandlerMethods().entrySet().stream()
                    .filter(page -> page.getKey().getPatternValues().stream()
                            .anyMatch(path -> path.startsWith("/office") || path.startsWith("/invigilation")))
                    .map(page -> page.getValue())
                    .filter(method -> !method.hasMethodAnnotation(Audited.class))
                    .map(HandlerMethod::getMethod)
                    .map(method -> method.getName())
                    .collect(Collectors.toSet());

            assertThat(unaudited).isSubsetOf(SHOWN_ONLY);
        }
    }
}

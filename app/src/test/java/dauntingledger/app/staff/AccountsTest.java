package dauntingledger.app.staff;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import jakarta.servlet.http.Cookie;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;

class AccountsTest extends ExamServerTest {

    private static final String PASSWORD = "a-row-of-old-buoys";
    private static final AtomicInteger NUMBERS = new AtomicInteger();

    @Autowired
    private MockMvc mvc;

    @Autowired
    private Staff staff;

    @Autowired
    private StaffLinks links;

    @Autowired
    private SecondFactors factors;

    private Staff.Profile profile(Role role, boolean factorRequired) {
        return new Staff.Profile(
                "TST-" + NUMBERS.incrementAndGet(),
                "Somebody New",
                "new@brackwater.example",
                role,
                Set.of(),
                Set.of(),
                Staff.NO_CENTRE,
                factorRequired);
    }

    private ResultActions signIn(String number, String password, String code) throws Exception {
        return mvc.perform(post("/sign-in")
                .param("staff", "1")
                .param("number", number)
                .param("pin", password)
                .param("code", code)
                .with(token()));
    }

    @Nested
    class AnInvitation {

        @Test
        void letsItsOwnerChooseAPasswordOnce() throws Exception {
            Staff.Profile profile = profile(Role.MARKER, false);
            mvc.perform(post("/office/staff")
                            .with(user("OFF-1").roles("OFFICE"))
                            .with(token())
                            .param("number", profile.number())
                            .param("name", profile.name())
                            .param("email", profile.email())
                            .param("role", "MARKER"))
                    .andExpect(redirectedUrl("/office/staff"));
            signIn(profile.number(), "", "").andExpect(redirectedUrl("/sign-in/staff?wrong"));
            String path = invitation(profile.number());

            mvc.perform(post(path).with(token()).param("password", "short").param("again", "short"))
                    .andExpect(status().isUnprocessableContent())
                    .andExpect(content().string(containsString("at least 12 characters")));
            mvc.perform(post(path).with(token()).param("password", PASSWORD).param("again", PASSWORD + "x"))
                    .andExpect(content().string(containsString("The two passwords differ")));
            mvc.perform(post(path).with(token()).param("password", PASSWORD).param("again", PASSWORD))
                    .andExpect(redirectedUrl("/sign-in/staff"));

            mvc.perform(post(path).with(token()).param("password", PASSWORD).param("again", PASSWORD))
                    .andExpect(status().isGone());
            signIn(profile.number(), PASSWORD, "").andExpect(redirectedUrl("/"));
        }

        private String invitation(String number) throws Exception {
            String mail = mvc.perform(get("/office/mail").with(user("OFF-1").roles("OFFICE")))
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
            Matcher found =
                    Pattern.compile("(/invitation/\\S+)\\s[^<]*" + number).matcher(mail);
            assertThat(found.find()).isTrue();
            return found.group(1);
        }

        @Test
        void endsAfterItsTimeAndWithTheNextOne() throws Exception {
            Staff.Profile profile = profile(Role.OFFICE, false);
            staff.takeOn(profile, PASSWORD);
            String first = links.make(profile.number(), Duration.ofMinutes(30));
            String second = links.make(profile.number(), Duration.ofMinutes(30));

            mvc.perform(get("/invitation/" + first)).andExpect(status().isGone());
            mvc.perform(get("/invitation/" + second)).andExpect(status().isOk());
            clock.advance(Duration.ofMinutes(30));
            mvc.perform(get("/invitation/" + second)).andExpect(status().isGone());
            mvc.perform(get("/invitation/nonsense")).andExpect(status().isGone());
        }

        @Test
        void makesNoFirstAccountWhereSomebodyWorksAlready() throws Exception {
            String first = links.make(StaffLinks.FIRST, Duration.ofMinutes(30));

            mvc.perform(get("/first-start/" + first)).andExpect(status().isGone());
            mvc.perform(post("/first-start/" + first)
                            .with(token())
                            .param("number", "OFF-9")
                            .param("name", "Eve")
                            .param("password", PASSWORD)
                            .param("again", PASSWORD))
                    .andExpect(status().isGone());
            assertThat(staff.member("OFF-9")).isEmpty();
        }
    }

    @Nested
    class ASecondFactor {

        @Test
        void isAskedForBesideThePasswordAndCountsOnce() throws Exception {
            String number = staff.takeOn(profile(Role.OFFICE, false), PASSWORD).number();
            String secret = factors.propose();
            assertThat(factors.confirm(number, secret, "000000")).isEmpty();
            List<String> recovery =
                    new ArrayList<>(factors.confirm(number, secret, TimeCodes.code(secret, clock.instant())));
            assertThat(recovery).hasSize(10);
            clock.advance(Duration.ofMinutes(1));
            String code = TimeCodes.code(secret, clock.instant());

            signIn(number, PASSWORD, "").andExpect(redirectedUrl("/sign-in/staff?wrong"));
            signIn(number, "wrong-password", code).andExpect(redirectedUrl("/sign-in/staff?wrong"));
            signIn(number, PASSWORD, code).andExpect(redirectedUrl("/"));
            signIn(number, PASSWORD, code).andExpect(redirectedUrl("/sign-in/staff?wrong"));
            signIn(number, PASSWORD, recovery.getFirst().toLowerCase(Locale.ROOT))
                    .andExpect(redirectedUrl("/"));
            signIn(number, PASSWORD, recovery.getFirst()).andExpect(redirectedUrl("/sign-in/staff?wrong"));
            assertThat(factors.recoveryCodesLeft(number)).isEqualTo(9);

            staff.dropFactor(number);
            clock.advance(Duration.ofMinutes(1));
            signIn(number, PASSWORD, "").andExpect(redirectedUrl("/"));
        }

        @Test
        void isSetUpBeforeAnythingElseWhereTheOfficeRequiresIt() throws Exception {
            String number = staff.takeOn(profile(Role.OFFICE, true), PASSWORD).number();
            Cookie here = requireNonNull(signIn(number, PASSWORD, "")
                    .andExpect(redirectedUrl("/"))
                    .andReturn()
                    .getResponse()
                    .getCookie("ledger-candidate"));

            mvc.perform(get("/office/exams").cookie(here)).andExpect(status().isForbidden());
            mvc.perform(get("/").cookie(here)).andExpect(redirectedUrl("/account"));
            mvc.perform(get("/account").cookie(here))
                    .andExpect(content().string(containsString("asks for a second factor")));
            String proposal = mvc.perform(
                            post("/account/factor/new").cookie(here).with(token()))
                    .andExpect(content().string(containsString("<svg")))
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
            Matcher secret =
                    Pattern.compile("name=\"secret\" value=\"([A-Z2-7]{32})\"").matcher(proposal);
            assertThat(secret.find()).isTrue();
            mvc.perform(post("/account/factor")
                            .cookie(here)
                            .with(token())
                            .param("secret", secret.group(1))
                            .param("code", TimeCodes.code(secret.group(1), clock.instant())))
                    .andExpect(content().string(containsString("Your recovery codes")));
            clock.advance(Duration.ofMinutes(1));
            signIn(number, PASSWORD, TimeCodes.code(secret.group(1), clock.instant()))
                    .andExpect(redirectedUrl("/"));
        }

        @Test
        void isNoFactorIfItsSecretIsMadeUpInTheBrowser() {
            String number = staff.takeOn(profile(Role.OFFICE, false), PASSWORD).number();

            assertThat(factors.confirm(number, "A", "000000")).isEmpty();
            assertThat(factors.confirm(number, "", "000000")).isEmpty();
        }
    }

    @Test
    void endsWhereSomebodyLeavesButNeverTheLastOfTheOffice() throws Exception {
        String number = staff.takeOn(profile(Role.MARKER, false), PASSWORD).number();
        Cookie here = requireNonNull(
                signIn(number, PASSWORD, "").andReturn().getResponse().getCookie("ledger-candidate"));
        mvc.perform(get("/account").cookie(here)).andExpect(status().isOk());

        staff.end(number);

        mvc.perform(get("/account").cookie(here)).andExpect(redirectedUrl("/sign-in?signed-out"));
        signIn(number, PASSWORD, "").andExpect(redirectedUrl("/sign-in/staff?wrong"));
        mvc.perform(get("/office/staff/" + number).with(user("OFF-1").roles("OFFICE")))
                .andExpect(status().isOk());
        assertThat(staff.member(number).orElseThrow().standing()).isEqualTo(Staff.Standing.ENDED);
    }

    @Test
    void changesAPasswordOnlyForWhoKnowsThePresentOne() throws Exception {
        String number = staff.takeOn(profile(Role.AUDITOR, false), PASSWORD).number();
        var me = user(number).roles("STAFF", "AUDITOR");

        mvc.perform(post("/account/password")
                        .with(me)
                        .with(token())
                        .param("current", "guessed-it-maybe")
                        .param("password", "another-row-of-buoys")
                        .param("again", "another-row-of-buoys"))
                .andExpect(content().string(containsString("Your present password was typed wrong")));
        mvc.perform(post("/account/password")
                        .with(me)
                        .with(token())
                        .param("current", PASSWORD)
                        .param("password", "another-row-of-buoys")
                        .param("again", "another-row-of-buoys"))
                .andExpect(redirectedUrl("/sign-in/staff?changed"));
        signIn(number, "another-row-of-buoys", "").andExpect(redirectedUrl("/"));
    }

    @Test
    void showsAnAuditorEverythingWithoutAWayToChangeIt() throws Exception {
        for (String page : List.of("/office/exams", "/office/rooms", "/office/staff", "/office/papers")) {
            mvc.perform(get(page).with(user("AUD-1").roles("STAFF", "AUDITOR")))
                    .andExpect(status().isOk())
                    .andExpect(content().string(not(containsString("/new\""))));
        }
        mvc.perform(get("/office/mail").with(user("AUD-1").roles("STAFF", "AUDITOR")))
                .andExpect(status().isForbidden());
        mvc.perform(get("/").with(user("AUD-1").roles("STAFF", "AUDITOR"))).andExpect(redirectedUrl("/office/exams"));
    }
}

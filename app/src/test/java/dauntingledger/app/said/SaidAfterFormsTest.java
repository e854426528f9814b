package dauntingledger.app.said;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.signing.Signatures;
import dauntingledger.app.signing.SigningKey;
import jakarta.servlet.http.Cookie;
import java.nio.file.Path;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.web.servlet.FlashMap;

class SaidAfterFormsTest {

    private SaidAfterForms forms;

    @BeforeEach
    void signsWithASecretOfItsOwn(@TempDir Path data) {
        forms = new SaidAfterForms(new Signatures(new SigningKey(data)));
    }

    private Cookie say(String word, String page) {
        FlashMap flash = new FlashMap();
        flash.put(SaidAfterForms.SAID, word);
        flash.setTargetRequestPath(page);
        MockHttpServletResponse response = new MockHttpServletResponse();
        forms.saveOutputFlashMap(flash, new MockHttpServletRequest("POST", "/somewhere"), response);
        return Optional.ofNullable(response.getCookie("ledger-said")).orElseThrow();
    }

    private Optional<String> heard(String page, @Nullable Cookie cookie, MockHttpServletResponse response) {
        MockHttpServletRequest request = new MockHttpServletRequest("GET", page);
        if (cookie != null) {
            request.setCookies(cookie);
        }
        return SaidAfterForms.in(forms.retrieveAndUpdate(request, response));
    }

    private Optional<String> heard(String page, @Nullable Cookie cookie) {
        return heard(page, cookie, new MockHttpServletResponse());
    }

    @Test
    void isHeardOnThePageThatTheFormLeadsToAndThenForgotten() {
        Cookie cookie = say("granted", "/office");
        MockHttpServletResponse response = new MockHttpServletResponse();

        assertThat(heard("/office", cookie, response)).contains("granted");

        Cookie after = Optional.ofNullable(response.getCookie("ledger-said")).orElseThrow();
        assertThat(after.getMaxAge()).isZero();
        assertThat(heard("/office", after)).isEmpty();
    }

    @Test
    void isNotHeardOnAnotherPage() {
        assertThat(heard("/invigilation", say("granted", "/office"))).isEmpty();
    }

    @Test
    void isNotHeardWhereNothingWasSaid() {
        assertThat(heard("/office", null)).isEmpty();
    }

    @Test
    void isKeptFromScripts() {
        Cookie cookie = say("granted", "/office");

        assertThat(cookie.isHttpOnly()).isTrue();
        assertThat(cookie.getMaxAge()).isEqualTo(180);
    }

    @Test
    void isNotHeardWithAWordThatSomebodyPutIn() {
        String[] parts = say("granted", "/office").getValue().split("\\.");
        String[] other = say("reopened", "/office").getValue().split("\\.");

        Cookie forged = new Cookie("ledger-said", String.join(".", parts[0], parts[1], other[2], parts[3]));

        assertThat(heard("/office", forged)).isEmpty();
    }

    @Test
    void isNotHeardBySomebodyElsesSecret(@TempDir Path elsewhere) {
        Cookie cookie = say("granted", "/office");
        forms = new SaidAfterForms(new Signatures(new SigningKey(elsewhere.resolve("other"))));

        assertThat(heard("/office", cookie)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", ".", "...", "a.b.c.d", "%%%.%%%.%%%.%%%", "b2ZmaWNl.MQ.Z3JhbnRlZA.00", "x"})
    void isNotHeardFromWhatIsNoCookieOfOurs(String value) {
        assertThat(heard("/office", new Cookie("ledger-said", value))).isEmpty();
    }
}

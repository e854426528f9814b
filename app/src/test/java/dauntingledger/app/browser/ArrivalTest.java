package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Response;
import com.microsoft.playwright.options.AriaRole;
import dauntingledger.app.ledger.Terms;
import dauntingledger.rulebook.accommodation.Accommodations;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.sitting.Position;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ArrivalTest extends ArrivingTest {

    /** Words that stand in questions of the cadet paper and nowhere else. */
    private static final List<String> OF_QUESTIONS = List.of("nautical miles in 45", "anchor chain of", "Signal flags");

    private final List<Response> traffic = new ArrayList<>();
    private final List<String> told = new ArrayList<>();

    @ParameterizedTest
    @ValueSource(strings = {"light", "contrast-dark"})
    void withEverythingRequiredAndNothingToldBeforeItsTime(String theme) {
        context.addInitScript("localStorage.setItem('ledger-display', JSON.stringify({theme: '" + theme + "'}))");
        page.onResponse(traffic::add);
        cadet(Duration.ofMinutes(-1));
        enter();
        awaitPage("notice");
        act("notice-accepted");
        assertThat(page.locator(".slip")).containsText("The statement is not there yet");
        cleanAndSilent("consent");
        agree();
        cleanAndSilent("identity");
        act("identity-confirmed");
        awaitPage("station-check");
        assertThat(page.locator("[data-line=window] .figures")).hasText("1280 × 800");
        assertThat(page.locator("[data-line=clock] .figures")).containsText("round trip");
        page.locator("#unheard").click();
        assertThat(page.locator("[data-line=sound] .todo")).containsText("Turn the computer’s sound on");
        cleanAndSilent("station");
        throughTheStation();
        awaitPage("portrait");
        page.locator("[data-scene=several]").click();
        assertThat(page.locator("#seen")).containsText("more than one face");
        assertThat(page.locator("#take")).isDisabled();
        page.locator("[data-scene=dark]").click();
        assertThat(page.locator("#seen")).containsText("too dark");
        page.locator("[data-scene=one]").click();
        cleanAndSilent("portrait");
        page.locator("#take").click();
        awaitPage("notice");
        page.locator("[data-given]").fill("i promise to  work alone.");
        cleanAndSilent("statement to copy");
        act("notice-accepted");
        awaitPage("language-choice");
        cleanAndSilent("language");
        page.locator("[data-language=en]").click();
        awaitPage("instructions");
        assertThat(page.locator("#leave-instructions")).isDisabled();
        cleanAndSilent("instructions");
        assertThat(context.request()
                        .get(page.locator("audio").first().getAttribute("src"))
                        .headers())
                .containsEntry("content-type", "audio/ogg");
        page.locator("#page-next").click();
        page.locator("#page-next").click();
        assertThat(page.locator("#pages .book")).containsText("a wrong answer costs 1 mark");
        assertThat(page.locator("#pages .book")).containsText("Reckoning, Thinking");
        clock.advance(Duration.ofSeconds(6));
        act("stage-left");
        awaitPage("try-out");
        cleanAndSilent("try-out");
        act("stage-left");
        awaitPage("threshold");
        assertThat(page.locator("main")).containsText("45 minutes");
        cleanAndSilent("ready");
        assertThat(told).hasSizeGreaterThan(8);

        act("stage-opened");
        awaitPage("block");
        assertThat(question()).containsText(OF_QUESTIONS.getFirst());
        assertThat(sitting().arrival().portrait()).isPresent();
        page.keyboard().press("i");
        assertThat(page.locator("#instructions")).containsText("The clock of the section goes on");
        assertClean(page, "instructions in the room");
        page.locator("#instructions [data-dismiss]").click();
        assertThat(question()).containsText(OF_QUESTIONS.getFirst());
    }

    /** Looks at what the page is and at everything that the browser was told since this was last asked. */
    private void cleanAndSilent(String where) {
        assertClean(page, where);
        List<Response> heard = List.copyOf(traffic);
        traffic.removeAll(heard);
        heard.stream()
                .filter(response -> response.status() == 200)
                .filter(response -> response.request().resourceType().equals("document"))
                .reduce((earlier, later) -> later)
                .ifPresent(response -> told.add(response.text()));
        heard.stream()
                .filter(response -> response.request().resourceType().equals("fetch"))
                .map(Response::url)
                .forEach(url -> assertThat(url).matches(".*/(time|entries|seat|portrait|assets/.*|sittings/\\d+)"));
        assertThat(told).noneMatch(body -> OF_QUESTIONS.stream().anyMatch(body::contains));
    }

    @Test
    void withNothingRequiredInFourPressesAtMost() {
        page.navigate("/sign-in");
        page.locator("[name=number]").fill(appointment.candidate());
        page.locator("[name=pin]").fill(PIN);
        int presses = 0;

        page.locator("main form .btn.go").click();
        presses++;
        page.getByRole(AriaRole.LISTITEM)
                .filter(new Locator.FilterOptions().setHasText("Practice set: buoyage"))
                .getByRole(AriaRole.BUTTON)
                .click();
        presses++;
        awaitPage("threshold");
        act("stage-opened");
        presses++;

        awaitPage("block");
        assertThat(question().locator(".no")).containsText("1");
        assertThat(page.locator(".nothing-counts span")).hasText("Practice: nothing here counts");
        assertThat(presses).isLessThanOrEqualTo(4);
    }

    @Test
    void theKeypadSignsInByTouchAlone() {
        Page glass =
                newBrowser(new Browser.NewContextOptions().setHasTouch(true).setViewportSize(820, 1180));
        glass.navigate("/sign-in");
        tap(glass, appointment.candidate().replaceAll("[^0-9]", "") + "9");
        glass.locator("[data-key=back]").tap();
        glass.locator("[name=pin]").tap();
        tap(glass, "111");
        glass.locator("[data-key=clear]").tap();
        tap(glass, PIN);
        assertThat(glass.locator("[name=pin]")).hasAttribute("type", "password");
        glass.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Show PIN"))
                .tap();
        assertThat(glass.locator("[name=pin]")).hasAttribute("type", "text");
        assertThat(glass.locator("[name=pin]")).hasValue(PIN);
        assertClean(glass, "keypad");
        glass.locator("main form .btn.go").tap();

        assertThat(glass.locator("h1")).containsText("Test Candidate");
    }

    private static void tap(Page glass, String digits) {
        digits.chars()
                .forEach(digit ->
                        glass.locator("[data-key='" + (char) digit + "']").tap());
    }

    @Test
    void decliningAsksOnceMoreAndKeepsTheAppointment() {
        cadet(Duration.ofMinutes(-1));
        enter();
        awaitPage("notice");
        page.locator("[data-ask=decline]").click();
        page.locator("#decline [data-dismiss]").click();
        page.locator("[data-ask=decline]").click();
        page.locator("#decline [data-act=notice-declined]").click();

        assertThat(page.locator("main")).containsText("Your appointment is kept");
        page.locator("main a.btn.go").click();
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Decide again"))
                .click();
        agree();
        assertThat(sitting().route().position()).isEqualTo(new Position.At(1));
    }

    @Test
    void theLanguageFollowsTheCandidateThroughTheExam() {
        appointment = cadetAt("language");
        enter();
        awaitPage("language-choice");
        assertThat(page.locator("main li").nth(1)).containsText("DeutschGerman");
        page.locator("[data-language=de]").click();
        awaitPage("instructions");
        assertThat(page.locator("html")).hasAttribute("lang", "de");
        assertThat(page.locator("main")).containsText("Wie Antworten aufbewahrt werden");
        clock.advance(Duration.ofSeconds(6));
        act("stage-left");
        awaitPage("try-out");
        act("stage-left");
        awaitPage("threshold");
        act("stage-opened");
        awaitPage("block");
        assertThat(question()).containsText("Ein Kutter legt");
        question().locator(".answer-box").fill("12");
        page.locator(".tool[data-ask=languages]").click();
        page.locator("#languages [data-language=en]").click();

        assertThat(question()).containsText("A cutter makes");
        awaitPage("block");
        assertEntry("knots", "12");
    }

    @Test
    void theTryOutLeadsBackToTheExam() {
        appointment = cadetAt("try-out");
        enter();
        awaitPage("try-out");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Try the room"))
                .click();
        awaitPage("threshold");
        act("stage-opened");
        awaitPage("block");
        assertThat(page.locator(".nothing-counts")).containsText("nothing here counts");
        option(2).click();
        assertEntry("one-of-four", "B");
        closeSection();
        awaitPage("hand-in");
        act("handed-in");
        assertThat(page.locator("main")).containsText("Nothing of it counts");

        page.locator("main a.btn.go").click();

        awaitPage("try-out");
        assertThat(sitting().questions().totals().answered()).isZero();
    }

    @Test
    void whatIsGrantedIsSaidInWordsAndFigures() {
        Accommodations granted = new Accommodations(
                Rational.of(5, 4), Map.of(), Duration.ofMinutes(5), Map.of(), false, List.of("a magnifying glass"));
        appointment = newAppointment("pilot-licence", Terms.OPEN.granting(granted, new Terms.Display("dark", "125")));
        signIn();
        assertThat(page.locator("article")).containsText("25 minutes instead of 20");
        assertThat(page.locator("article")).containsText("15 minutes instead of 10");
        assertThat(page.locator("article")).containsText("You may use: a magnifying glass");
        assertClean(page, "home with accommodations");
        page.locator("article form .btn.go").click();
        awaitPage("notice");
        act("notice-accepted");
        awaitPage("instructions");
        act("stage-left");
        awaitPage("threshold");
        assertThat(page.locator("main")).containsText("25 minutes instead of 20");
        act("stage-opened");
        awaitPage("block");

        assertThat(page.locator("#clock-time")).containsText("24:");
        assertThat(page.locator("html")).hasAttribute("data-theme", "dark");
        assertThat(page.locator("html")).hasAttribute("data-text", "125");
    }

    @Test
    void theStationCanBeCheckedFromHomeDaysBefore() {
        cadet(Duration.ofDays(3));
        signIn();
        assertThat(page.locator("article")).containsText("Due: you can come in from");
        page.locator("a[href$='/station']").click();
        assertThat(page.locator("body[data-ready=true]")).isVisible();
        assertThat(page.locator(".said").first()).containsText("nothing is taken, kept or sent");
        page.locator("#heard").click();
        page.locator("#fill").click();
        assertThat(page.locator("[data-line=full-screen]")).hasAttribute("data-state", "passed");
        assertThat(page.locator("[data-line=camera]")).hasAttribute("data-state", "open");
        page.locator("#camera-on").click();
        assertThat(page.locator("#kept")).isVisible();
        assertClean(page, "station ahead");
        page.locator("main .btn.go").click();

        assertThat(page.locator("article")).containsText("done on");
    }
}

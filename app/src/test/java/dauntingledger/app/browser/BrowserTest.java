package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.APIRequestContext;
import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.FormData;
import com.microsoft.playwright.options.RequestOptions;
import com.microsoft.playwright.options.ServiceWorkerPolicy;
import dauntingledger.app.invigilation.Hall;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.rulebook.sitting.Sitting;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.boot.test.web.server.LocalServerPort;

/** A candidate in front of the real interface, in headless Chromium. */
@ExtendWith(Chromium.class)
abstract class BrowserTest extends Hall {

    private static final Path AXE = Path.of("src/main/frontend/node_modules/axe-core/axe.min.js");

    /** How long a page may take; machines that run tests for many may be slow at times. */
    private static final Duration PATIENCE = Duration.ofSeconds(15);

    private Browser browser;

    @LocalServerPort
    private int port;

    protected BrowserContext context;
    protected Page page;
    protected Appointment appointment;
    private final List<String> errors = new ArrayList<>();
    private final List<BrowserContext> others = new ArrayList<>();

    @BeforeAll
    static void bePatient() {
        PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE.toMillis());
    }

    @BeforeEach
    void openWindow(Browser chromium) {
        browser = chromium;
        appointment = newAppointment();
        openWindow(ServiceWorkerPolicy.ALLOW);
    }

    private void openWindow(ServiceWorkerPolicy workers) {
        context = browser.newContext(new Browser.NewContextOptions()
                .setViewportSize(1280, 800)
                .setServiceWorkers(workers)
                .setBaseURL("http://localhost:" + port));
        page = newWindow();
    }

    /**
     * Begins anew in a browser without service workers, for tests that change or stop requests on their way: what goes
     * through a service worker escapes them, and when it takes a page over is its own affair.
     */
    protected void withoutServiceWorker() {
        context.close();
        openWindow(ServiceWorkerPolicy.BLOCK);
    }

    @AfterEach
    void closeWindow() {
        context.close();
        others.forEach(BrowserContext::close);
        Assertions.assertEquals(List.of(), errors, "errors in the browser");
    }

    /** Opens a further window of the same browser. */
    protected Page newWindow() {
        Page window = context.newPage();
        window.onPageError(errors::add);
        return window;
    }

    protected void signIn() {
        signIn(page, appointment.candidate(), PIN);
        assertThat(page).hasURL("http://localhost:" + port + "/");
    }

    protected static void signIn(Page window, String number, String pin) {
        window.navigate("/sign-in");
        window.locator("[name=number]").fill(number);
        window.locator("[name=pin]").fill(pin);
        window.locator("main form .btn.go").click();
    }

    /** Opens the room of the test's own sitting in another browser than the one that has its seat, and goes on there. */
    protected void goOnIn(Page elsewhere) {
        signIn(elsewhere, appointment.candidate(), PIN);
        elsewhere.navigate("/sittings/" + appointment.sitting());
        elsewhere.locator("#take").click();
        awaitPage(elsewhere, "block");
    }

    /** Opens a browser of somebody else, with a window in it. */
    protected Page newBrowser(Browser.NewContextOptions options) {
        BrowserContext other = browser.newContext(options.setBaseURL("http://localhost:" + port));
        others.add(other);
        Page window = other.newPage();
        window.onPageError(errors::add);
        return window;
    }

    /** Goes from the sign-in to the first question, page by page. */
    protected void walkToTheFirstSection() {
        signIn();
        page.locator("article .btn.go").click();
        awaitPage("notice");
        page.locator("[data-act=notice-accepted]").click();
        awaitPage("instructions");
        page.locator("[data-act=stage-left]").click();
        awaitPage("threshold");
        page.locator("[data-act=stage-opened]").click();
        awaitPage("block");
    }

    /** Opens the room at the first question of a sitting that has come so far. */
    protected void enterFirstSection() {
        opensRules(appointment);
        openRoom();
    }

    /** Opens the room of the test's own sitting, whose candidate is signed in without the page for it. */
    protected void openRoom() {
        APIRequestContext requests = context.request();
        requests.get("/sign-in");
        String token = context.cookies().stream()
                .filter(cookie -> cookie.name.equals("XSRF-TOKEN"))
                .map(cookie -> cookie.value)
                .findFirst()
                .orElseThrow();
        FormData who = FormData.create().set("number", appointment.candidate()).set("pin", PIN);
        APIResponse answer = requests.post(
                "/sign-in",
                RequestOptions.create()
                        .setForm(who)
                        .setHeader("X-XSRF-TOKEN", token)
                        .setMaxRedirects(0));
        Assertions.assertTrue(answer.headers().getOrDefault("location", "").endsWith("/"), "signed in");
        page.navigate("/sittings/" + appointment.sitting());
        awaitPage("block");
    }

    protected void closeSection() {
        page.locator("nav [data-do=review]").click();
        page.locator("#review [data-do=close]").click();
        page.locator("[data-act=block-closed]").click();
    }

    /** Waits for the least time of the long break, signs in again and ends it; the passage case is open then. */
    protected void throughTheLongBreak() {
        awaitPage("break");
        clock.advance(Duration.ofMinutes(2));
        signInAgain();
        awaitPage("break");
        page.locator("[data-act=stage-opened]").click();
        awaitPage("block");
    }

    /** Ends the short break, and closes the last block without an answer. */
    protected void throughTheLastBlock() {
        awaitPage("break");
        page.locator("[data-act=stage-opened]").click();
        awaitPage("block");
        closeSection();
    }

    protected void signInAgain() {
        page.locator(".sign-in-again [name=pin]").fill(PIN);
        page.locator(".sign-in-again .btn").click();
    }

    /** Scrolls to the end of the question in view, which may still grow in the next frames. */
    protected void toItsEnd() {
        assertThat(question().locator(".coming")).hasCount(0);
        Locator caseAlone = question().locator("[data-pane=case]");
        if (caseAlone.count() > 0) {
            page.keyboard().press("k");
            assertThat(caseAlone).hasCount(0);
        }
        question().evaluate("""
                async question => {
                    const asked = question.querySelector('.asked') ?? question;
                    const frame = () => new Promise(requestAnimationFrame);
                    for (let still = 0, tries = 0; still < 3 && tries < 200; tries++) {
                        asked.scrollTo(0, asked.scrollHeight);
                        await frame();
                        still = asked.scrollHeight - asked.clientHeight - asked.scrollTop < 2 ? still + 1 : 0;
                    }
                }""");
        assertThat(page.locator("#below")).isHidden();
    }

    protected void awaitPage(String name) {
        awaitPage(page, name);
    }

    protected static void awaitPage(Page window, String name) {
        try {
            assertThat(window.locator("body[data-page=" + name + "][data-ready=true]"))
                    .isVisible();
        } catch (AssertionError e) {
            throw new AssertionError(
                    "the page '" + name + "' is not ready; there is " + window.url() + ": "
                            + window.evaluate("() => document.body.innerText.slice(0, 400)"),
                    e);
        }
    }

    /** The question in view, when it can be answered. */
    protected Locator question() {
        return page.locator(".question.open:not([inert])");
    }

    protected Locator option(int number) {
        return question().locator(".o").nth(number - 1);
    }

    protected Locator cell(String item) {
        return page.locator(".c[data-item=" + item + "]");
    }

    protected void assertEntry(String item, String entry) {
        assertThat(cell(item).locator("b")).hasText(entry);
    }

    protected void assertAllEntered() {
        assertThat(page.locator("#saved[data-waiting='0']")).containsText("Every answer entered");
    }

    /** Runs the accessibility check over the whole page. */
    protected static void assertClean(Page window, String where) {
        assertClean(window, "html", where);
    }

    /** Runs the accessibility check over what {@code part} selects. */
    protected static void assertClean(Page window, String part, String where) {
        check(window, part, where, "");
    }

    /** Runs those rules of the accessibility check that depend on colours over what {@code part} selects. */
    protected static void assertColoursClean(Page window, String part, String where) {
        check(window, part, where, "runOnly: { type: 'rule', values: ['color-contrast', 'link-in-text-block'] }");
    }

    private static void check(Page window, String part, String where, String options) {
        if (window.evaluate("() => typeof axe").equals("undefined")) {
            try {
                window.evaluate(Files.readString(AXE));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
        Object violations = window.evaluate("""
                async (part) => (await axe.run(part, { resultTypes: ['violations'], %s })).violations.map((v) => v.id + ': '
                  + v.nodes.map((n) => n.target + ' ' + n.failureSummary).join(' | '))
                """.formatted(options), part);
        Assertions.assertEquals(List.of(), violations, "axe on " + where);
    }

    /** Puts the server's clock forward and waits until the open room has heard of it: its clock has jumped as far. */
    protected void advance(Duration span) {
        int before = (Integer) page.evaluate("""
                () => document.querySelector('#clock-time').textContent
                  .split(':').reduce((sum, part) => sum * 60 + Number(part), 0)
                """);
        clock.advance(span);
        Object jumped = page.evaluate("""
                async ([before, span]) => {
                  const jump = () => Math.abs(before - document.querySelector('#clock-time').textContent
                    .split(':').reduce((sum, part) => sum * 60 + Number(part), 0));
                  for (let tries = 0; tries < 300 && jump() < span - 1; tries++) {
                    await new Promise((resolve) => setTimeout(resolve, 50));
                  }
                  return jump() >= span - 1;
                }
                """, List.of(before, (int) span.toSeconds()));
        Assertions.assertEquals(true, jumped, "the room has heard that " + span + " have passed");
    }

    protected Sitting sitting() {
        return sitting(appointment);
    }

    protected int port() {
        return port;
    }

    /** Waits until the service worker has the page and its parts, as it has soon after the first visit. */
    protected void awaitKeptForOffline() {
        page.evaluate("""
                async () => {
                  const [rooms, assets] = [await caches.open('ledger-rooms'), await caches.open('ledger-assets')];
                  for (let tries = 0; tries < 300; tries++) {
                    if (navigator.serviceWorker.controller && await rooms.match(location.pathname)
                        && (await assets.keys()).some((key) => key.url.includes('desk'))) {
                      return;
                    }
                    await new Promise((resolve) => setTimeout(resolve, 50));
                  }
                  throw new Error('this page is not kept for offline');
                }
                """);
    }
}

package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Request;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.sitting.Position;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Duration;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What candidates fear: a reload, a lost connection, a second window, time running out. */
class TroubleTest extends BrowserTest {

    @Test
    void aReloadBringsBackExactlyTheSameRoom() {
        enterFirstSection();
        page.keyboard().press("2");
        page.keyboard().press("x");
        page.keyboard().press("1");
        page.keyboard().press("m");
        page.keyboard().press("n");
        question().locator(".answer-box").fill("4");
        page.reload();
        awaitPage("block");

        assertEntry("goes-first", "B");
        assertThat(cell("goes-first")).hasClass(Pattern.compile("marked"));
        assertThat(page.locator("[data-item=goes-first] .row.out")).hasCount(1);
        assertThat(question()).hasAttribute("data-item", "past-moored");
        assertThat(question().locator(".answer-box")).hasValue("4");
        assertAllEntered();
    }

    @Test
    void withoutANetworkTheRoomGoesOnAndAReloadComesBack() {
        enterFirstSection();
        page.keyboard().press("2");
        assertAllEntered();
        awaitKeptForOffline();

        context.setOffline(true);
        page.keyboard().press("3");
        page.keyboard().press("n");
        question().locator(".answer-box").fill("4");
        page.keyboard().press("Tab");
        assertThat(page.locator("#saved"))
                .containsText(Pattern.compile("\\d entries wait on this computer: go on working"));
        assertThat(sitting().questions().get(new ItemId("goes-first")).label()).isEqualTo("B");
        page.reload();
        awaitPage("block");
        assertEntry("goes-first", "C");
        assertEntry("past-moored", "4");
        page.keyboard().press("m");

        context.setOffline(false);
        assertAllEntered();
        assertThat(sitting().questions().get(new ItemId("goes-first")).label()).isEqualTo("C");
        assertThat(sitting().questions().get(new ItemId("past-moored")).label()).isEqualTo("4");
        assertThat(sitting().questions().get(new ItemId("past-moored")).marked())
                .isTrue();
    }

    @Test
    void aNetworkThatFailsWhileTheRoomIsBeingKeptOnlyDelaysThat() {
        page.addInitScript("const addAll = Cache.prototype.addAll; Cache.prototype.addAll = function () {"
                + " Cache.prototype.addAll = addAll; return Promise.reject(new TypeError('Failed to fetch')); };");
        enterFirstSection();
        context.setOffline(true);
        context.setOffline(false);
        awaitKeptForOffline();

        context.setOffline(true);
        page.reload();
        awaitPage("block");
        assertThat(question()).hasAttribute("data-item", "goes-first");
    }

    @Test
    void aSectionClosedWithoutANetworkWaitsForItAndThenGoesOn() {
        enterFirstSection();
        awaitKeptForOffline();
        context.setOffline(true);
        closeSection();

        assertThat(page.locator("#cover")).containsText("as soon as the connection is back");
        context.setOffline(false);
        awaitPage("break");
    }

    @Test
    void warnsInWordsThenClosesAtZeroAndSaysWhatWasKept() {
        enterFirstSection();
        option(2).click();
        advance(Duration.ofMinutes(15));
        assertThat(page.locator(".slip")).hasText("5 minutes left in ‘Rules and buoyage’");
        page.keyboard().press("n");
        question().locator(".answer-box").pressSequentially("4");
        clock.advance(Duration.ofMinutes(5));

        assertThat(page.locator("#cover")).containsText("Time is up for ‘Rules and buoyage’");
        assertThat(page.locator("#cover")).containsText("Your entries for 2 of 14 questions are kept");
        page.locator("#cover-go").click();
        awaitPage("break");
        assertThat(page.locator(".said")).containsText("Time closed ‘Rules and buoyage’");
        assertThat(page.locator(".said")).containsText("2 of 14");
        assertThat(sitting().questions().get(new ItemId("past-moored")).label()).isEqualTo("4");
    }

    @Test
    void anOverrunBreakOpensTheNextSectionAndTheExamEndsByTimeAlone() {
        enterFirstSection();
        closeSection();
        awaitPage("break");
        clock.advance(Duration.ofMinutes(13));
        awaitPage("block");
        assertThat(page.locator("#clock-time")).containsText(Pattern.compile("3[12]:"));
        clock.advance(Duration.ofMinutes(32));
        assertThat(page.locator("#cover-text")).containsText("Next is ‘Long break’");
        page.locator("#cover-go").click();
        awaitPage("break");
        clock.advance(Duration.ofMinutes(15));
        awaitPage("return");
        clock.advance(Duration.ofMinutes(70));
        assertThat(page.locator("main .prose")).containsText("‘Hand in’ goes on");
        signInAgain();
        awaitPage("hand-in");
        clock.advance(Duration.ofMinutes(5));
        assertThat(page.locator(".lead")).containsText("handed in by time");
        assertThat(sitting().route().position()).isEqualTo(new Position.Over(Position.Ending.HANDED_IN));
    }

    @Test
    void theOlderOfTwoWindowsSaysSoAndStopsWriting() {
        enterFirstSection();
        Page second = newWindow();
        second.navigate("/sittings/" + appointment.sitting());
        awaitPage(second, "block");
        second.keyboard().press("2");

        assertThat(page.locator("#cover")).containsText("open in another window");
        page.locator("#cover-go").click();
        awaitPage("block");
        assertEntry("goes-first", "B");
        assertThat(second.locator("#cover")).containsText("open in another window");
    }

    @Test
    void anotherBrowserShowsNoQuestionUntilItHasTheSeat() {
        enterFirstSection();
        page.keyboard().press("2");
        assertAllEntered();
        Page elsewhere = newBrowser(new Browser.NewContextOptions().setViewportSize(1280, 800));
        signIn(elsewhere, appointment.candidate(), PIN);
        elsewhere.navigate("/sittings/" + appointment.sitting());

        assertThat(elsewhere.locator("h1")).hasText("Your exam is open in another browser");
        assertThat(elsewhere.locator(".question")).hasCount(0);
        assertClean(elsewhere, "elsewhere");
        elsewhere.locator("#take").click();
        awaitPage(elsewhere, "block");
        assertThat(elsewhere.locator(".c[data-item=goes-first] b")).hasText("B");
        assertThat(page.locator("#cover")).containsText("open in another window");
    }

    @Test
    void aPageThatIsAskedForWhileEntriesWaitSendsThemFirst() {
        withoutServiceWorker();
        enterFirstSection();
        assertAllEntered();
        context.route("**/entries", route -> route.abort());
        page.keyboard().press("3");
        assertThat(page.locator("#saved")).containsText("on this computer: go on working");
        page.reload();
        assertThat(page.locator("h1")).hasText("Entering what waits");
        assertThat(page.locator("#sending")).containsText("still to be sent");

        context.unroute("**/entries");
        awaitPage("block");
        assertEntry("goes-first", "C");
        assertAllEntered();
        assertThat(ledgers.open(appointment, clock.instant()).held()).isEmpty();
        assertThat(sitting().questions().get(new ItemId("goes-first")).label()).isEqualTo("C");
    }

    @Test
    void whatACandidateLeftBehindIsSentWhenTheNextOneSignsInAndThenForgotten() {
        withoutServiceWorker();
        enterFirstSection();
        assertAllEntered();
        context.route("**/entries", route -> route.abort());
        page.keyboard().press("3");
        assertThat(page.locator("#saved")).containsText("on this computer: go on working");
        page.navigate("/");
        Request sent = page.waitForRequest(
                "**/left-behind/*",
                () -> page.locator("form[action='/sign-out'] .btn").click());

        assertThat(page.locator("h1")).hasText("Sign in");
        assertThat(sent.allHeaders()).doesNotContainKey("cookie");
        awaitNothingLeft();
        assertThat(sitting().questions().get(new ItemId("goes-first")).label()).isEqualTo("C");
    }

    @Test
    void nothingOfAnExamStaysOnTheStationAfterTheReceipt() {
        enterFirstSection();
        awaitKeptForOffline();
        page.keyboard().press("2");
        assertAllEntered();
        clock.advance(Duration.ofHours(4));
        page.navigate("/sittings/" + appointment.sitting());

        assertThat(page.locator("h1")).hasText("Receipt");
        awaitNothingLeft();
    }

    /** Waits until this browser holds no entry, no page, no exhibit, and no seat to send by. */
    private void awaitNothingLeft() {
        page.evaluate("""
                async () => {
                  const left = async () => {
                    const database = await new Promise((resolve) => {
                      indexedDB.open('ledger-journal').onsuccess = ({ target }) => resolve(target.result);
                    });
                    const count = await new Promise((resolve) => {
                      database.transaction('entries').objectStore('entries').count().onsuccess =
                        ({ target }) => resolve(target.result);
                    });
                    database.close();
                    return count > 0 || await caches.has('ledger-rooms')
                      || [localStorage, sessionStorage].flatMap(Object.keys)
                        .some((key) => key.startsWith('ledger-last-entries') || key.startsWith('ledger-seat'));
                  };
                  for (let tries = 0; tries < 200; tries++) {
                    if (!await left()) {
                      return;
                    }
                    await new Promise((resolve) => setTimeout(resolve, 50));
                  }
                  throw new Error('something is left in this browser');
                }
                """);
    }

    @Test
    void leavingThePageEndsNothing() {
        enterFirstSection();
        page.keyboard().press("2");
        page.goBack();
        page.navigate("/");
        page.locator("article .btn.go").click();
        awaitPage("block");
        assertEntry("goes-first", "B");
        page.close();
        page = newWindow();
        page.navigate("/sittings/" + appointment.sitting());
        awaitPage("block");
        assertEntry("goes-first", "B");
    }

    @Test
    void decliningAsksOnceMoreAndThenEndsTheSitting() {
        signIn();
        page.locator("article .btn.go").click();
        awaitPage("notice");
        page.locator("[data-ask=decline]").click();
        page.locator("#decline [data-dismiss]").click();
        page.locator("[data-ask=decline]").click();
        page.locator("[data-act=notice-declined]").click();

        assertThat(page.locator(".desk h1")).hasText("This sitting has ended");
        assertThat(sitting().route().position()).isEqualTo(new Position.Over(Position.Ending.DECLINED));
    }

    @Test
    void anErrorPageSaysWhatToDo() {
        signIn();
        page.navigate("/sittings/999999");

        assertThat(page.locator("h1")).hasText("There is no such page for you");
        page.locator("a[href='/']").click();
        assertThat(page.locator("h1")).containsText("Good day");
    }

    @Test
    void theLogHoldsNoAnswersAndNoPins() throws IOException {
        enterFirstSection();
        page.keyboard().press("n");
        question().locator(".answer-box").fill("86421.5");
        page.keyboard().press("Tab");
        assertAllEntered();

        assertThat(Files.readString(LOG)).isNotEmpty().doesNotContain("86421.5", PIN);
    }
}

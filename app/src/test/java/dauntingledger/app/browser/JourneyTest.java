package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.MouseButton;
import dauntingledger.app.ledger.VerifyCommand;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.sitting.Position;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class JourneyTest extends BrowserTest {

    @Test
    void fromSignInToReceiptByMouse(@TempDir Path folder) throws IOException {
        walkToTheFirstSection();
        option(2).click();
        assertEntry("goes-first", "B");
        option(3).click(new Locator.ClickOptions().setButton(MouseButton.RIGHT));
        assertThat(question().locator(".row").nth(2)).hasClass(Pattern.compile("out"));
        page.locator("#mark").click();
        assertThat(cell("goes-first")).hasClass(Pattern.compile("marked"));

        page.locator("[data-do=next]").click();
        question().locator(".answer-box").fill("4,0");
        assertThat(question().locator(".understood")).hasText("reads as 4");
        page.locator("[data-do=next]").click();
        option(1).click();
        option(3).click();
        option(4).click();
        assertEntry("past-moored", "4,0");
        assertEntry("two-blasts", "ACD");
        cell("tow-rope").click();
        question().locator(".answer-box").first().fill("108");
        cell("goes-first").click();
        assertEntry("tow-rope", "1/2");
        option(2).click();
        assertEntry("goes-first", "–");
        option(2).click();

        page.locator("nav [data-do=review]").click();
        assertThat(page.locator("#review tbody tr[data-item=tow-rope] .r-entry"))
                .hasText("1/2");
        page.locator("[data-filter=not-opened]").click();
        assertThat(page.locator("#review tbody tr:not([hidden])")).hasCount(10);
        page.locator("[data-walk=marked]").click();
        assertThat(page.locator("#walk")).hasText("Marked 1 of 1");
        page.locator("[data-do=next]").click();
        page.locator("#review [data-do=close]").click();
        assertThat(page.locator("#close-list li")).hasText(new String[] {
            "Not opened: questions 4–6, 8–14 (10 in all)",
            "Only part answered: question 7",
            "Still marked for review: question 1"
        });
        page.locator("#close [data-dismiss]").click();
        page.locator("#review [data-do=close]").click();
        page.locator("[data-act=block-closed]").click();

        awaitPage("break");
        assertThat(page.locator(".said")).containsText("3 of 14 questions have a full answer");
        assertThat(page.locator("main")).containsText("The clocks of the sections stand still.");
        page.locator("[data-act=stage-opened]").click();
        awaitPage("block");
        question().locator(".answer-box").fill("5.4");
        closeSection();
        throughTheLongBreak();
        assertThat(question()).containsText("asks for a pilot");
        page.locator("[data-do=next]").click();
        option(2).click();
        toItsEnd();
        closeSection();
        throughTheLastBlock();
        awaitPage("hand-in");
        page.locator("[data-act=handed-in]").click();

        assertThat(page.locator("tfoot")).containsText("11 of 144");
        assertThat(sitting().route().position()).isEqualTo(new Position.Over(Position.Ending.HANDED_IN));
        assertThat(page.locator(".digest"))
                .hasText(ledgers.open(appointment, clock.instant()).examHash().shortForm());
        Download download = page.waitForDownload(
                () -> page.locator("a[href$='ledger.jsonl']").click());
        Path ledger = folder.resolve("ledger.jsonl");
        download.saveAs(ledger);
        assertThat(VerifyCommand.run(ledger.toString())).isZero();
        assertThat(Files.readString(ledger)).contains("\"kind\":\"handed-in\"");
        page.locator("a[href='/']").click();
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Show the receipt")))
                .isVisible();
    }

    @Test
    void fromSignInToReceiptByKeyboardOnly() {
        page.navigate("/sign-in");
        assertThat(page.locator("[name=number]")).isFocused();
        type(appointment.candidate());
        press("Tab");
        type(PIN);
        press("Enter");
        assertThat(page.locator("article")).isVisible();
        tabTo("article .btn.go");
        press("Enter");
        awaitPage("notice");
        tabTo("[data-act=notice-accepted]");
        press("Enter");
        awaitPage("instructions");
        tabTo("[data-act=stage-left]");
        press("Enter");
        awaitPage("threshold");
        tabTo("[data-act=stage-opened]");
        press("Enter");
        awaitPage("block");

        press("2");
        assertEntry("goes-first", "B");
        press("x");
        press("3");
        press("m");
        press("n");
        tabTo(".answer-box");
        type("4");
        press("Tab");
        press("ArrowRight");
        assertThat(question()).hasAttribute("data-item", "two-blasts");
        press("ArrowLeft");
        press("b");
        press("b");
        assertThat(page.locator(".slip")).hasText("This is the first question. Back does not leave the section.");
        press("e");
        assertEntry("goes-first", "–");
        press("?");
        assertThat(page.locator("#keys")).isVisible();
        press("Escape");
        press("l");
        assertThat(page.locator(".floor")).hasAttribute("data-ledger", "full");
        tabTo(".c[data-item=past-moored]");
        press("Enter");
        assertThat(question()).hasAttribute("data-item", "past-moored");
        assertEntry("past-moored", "4");

        press("r");
        tabTo("[data-do=close]");
        press("Enter");
        press("Tab");
        press("Enter");
        awaitPage("break");
        tabTo("[data-act=stage-opened]");
        press("Enter");
        awaitPage("block");
        press("r");
        tabTo("[data-do=close]");
        press("Enter");
        press("Tab");
        press("Enter");
        awaitPage("break");
        clock.advance(Duration.ofMinutes(2));
        tabTo("[name=pin]");
        type(PIN);
        press("Enter");
        awaitPage("break");
        tabTo("[data-act=stage-opened]");
        press("Enter");
        awaitPage("block");
        press("n");
        assertThat(question().locator(".asked")).isVisible();
        press("End");
        assertThat(page.locator("#below")).isHidden();
        press("r");
        tabTo("[data-do=close]");
        press("Enter");
        press("Tab");
        press("Enter");
        throughTheLastBlock();
        awaitPage("hand-in");
        tabTo("[data-act=handed-in]");
        press("Enter");
        assertThat(page.locator(".digest")).isVisible();
    }

    @Test
    void inABoxForNumbersOnlyLettersThatNoNumberHasAreCommands() {
        enterFirstSection();
        press("n");
        question().locator(".answer-box").click();
        type("3e");

        assertThat(question().locator(".answer-box")).hasValue("3e");
        assertThat(question().locator(".understood")).containsText("cannot be read yet");
        assertThat(cell("past-moored")).not().hasClass(Pattern.compile("marked"));

        type("1");
        press("m");
        assertThat(cell("past-moored")).hasClass(Pattern.compile("marked"));
        assertThat(question().locator(".answer-box")).hasValue("3e1");
    }

    @Test
    void onlyTheQuestionInViewIsWithinReach() {
        enterFirstSection();
        press("n");

        assertThat(page.locator(".question.painted:not(.open)[inert]")).hasCount(2);
        assertThat(question()).hasAttribute("data-item", "past-moored");
        assertThat(cell("past-moored")).hasAttribute("aria-current", "true");
        assertThat(page.locator(".c[aria-current=true]")).hasCount(1);
    }

    @Test
    void aPressNeverReachesTheQuestionThatHasJustGoneOutOfView() {
        enterFirstSection();
        page.evaluate("""
                () => {
                  const option = document.querySelector('.question.open .o');
                  const press = (element, key) => element.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
                  press(document.body, 'n');
                  option.click();
                  press(option, ' ');
                  press(option, 'Enter');
                }
                """);

        assertThat(question()).hasAttribute("data-item", "past-moored");
        assertEntry("goes-first", "–");
        press("b");
        assertThat(option(1)).hasAttribute("aria-checked", "false");
        assertThat(sitting().questions().get(new ItemId("goes-first")).label()).isEmpty();
    }

    @Test
    void showsThatAQuestionGoesOnBelow() {
        enterFirstSection();
        assertThat(page.locator("#below")).isHidden();
        page.setViewportSize(1024, 500);
        cell("out-of-place").click();

        assertThat(page.locator("#below")).isVisible();
        page.locator("#below").click();
        page.waitForFunction("() => document.querySelector('.question.open').scrollTop > 0");
        question().evaluate("question => question.scrollTo(0, question.scrollHeight)");
        assertThat(page.locator("#below")).isHidden();
    }

    @Test
    void aRefusedActIsShownInWordsAndTheScreenReturnsToTheTruth() {
        withoutServiceWorker();
        enterFirstSection();
        page.route("**/entries", route -> {
            String body = route.request().postData().replace("\"values\":[\"B\"]", "\"values\":[\"Z\"]");
            route.resume(new Route.ResumeOptions().setPostData(body));
        });

        option(2).click();

        assertThat(page.locator(".slip")).containsText("does not know this option");
        assertEntry("goes-first", "–");
        assertThat(option(2)).hasAttribute("aria-checked", "false");
        assertThat(sitting().questions().get(new ItemId("goes-first")).label()).isEmpty();
    }

    private void press(String key) {
        page.keyboard().press(key);
    }

    private void type(String text) {
        page.keyboard().type(text);
    }

    /** Presses Tab until the element that matches has the focus. */
    private void tabTo(String selector) {
        for (int presses = 0; presses < 120; presses++) {
            if ((boolean) page.evaluate("(selector) => document.activeElement.matches(selector)", selector)) {
                return;
            }
            press("Tab");
        }
        throw new AssertionError("Tab does not lead to " + selector);
    }
}

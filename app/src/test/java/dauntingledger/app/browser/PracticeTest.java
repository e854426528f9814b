package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import org.junit.jupiter.api.Test;

/** Learning: check, leave, go on at another computer, hand in, see how it went. */
class PracticeTest extends BrowserTest {

    @Test
    void isCheckedLeftGoneOnWithElsewhereAndLookedBackAt() {
        signIn();
        page.locator("select[name=mode]").selectOption("learn");
        page.locator("form.practising:has(select) button").click();
        openTheSet(page);
        page.keyboard().press("2");
        page.keyboard().press("v");
        assertThat(page.locator("#check-first")).isVisible();
        page.keyboard().press("Enter");
        Locator told = page.locator(".question.open .checked");
        assertThat(told).containsText("Wrong");
        assertThat(told).containsText("to port");
        assertThat(page.locator(".question.open .sealed-note")).containsText("Checked");
        assertThat(page.locator(".question.open [data-check]")).isHidden();
        assertClean(page, "#sheet", "a checked question");
        page.keyboard().press("1");
        assertThat(page.locator("#slips")).containsText("checked that question");
        assertAllEntered();

        Page elsewhere = newBrowser(new Browser.NewContextOptions());
        signIn(elsewhere, appointment.candidate(), PIN);
        elsewhere.locator(".begun .btn").click();
        elsewhere.locator("#take").click();
        awaitPage(elsewhere, "block");
        assertThat(elsewhere.locator(".question.open .checked")).containsText("Wrong");
        elsewhere.locator(".btn[data-do=end]").click();
        elsewhere.locator("#close [data-act]").click();
        awaitPage(elsewhere, "hand-in");
        elsewhere.locator("[data-act=handed-in]").click();
        assertThat(elsewhere.locator(".digest")).isVisible();
        elsewhere.navigate("/practice");
        assertThat(elsewhere.locator("tbody tr")).hasCount(1);
        assertThat(elsewhere.locator("tbody")).containsText("learning");
        assertClean(elsewhere, "how practice went");
    }

    private static void openTheSet(Page window) {
        awaitPage(window, "threshold");
        window.locator("[data-act=stage-opened]").click();
        awaitPage(window, "block");
    }
}

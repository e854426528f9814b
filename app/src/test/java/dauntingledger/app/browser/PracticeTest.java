package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.math.BigDecimal;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Learning: check, leave, go on at another computer, hand in, see how it went. */
class PracticeTest extends BrowserTest {

    private static final String BUOYAGE = "form[action='/practice/buoyage-practice']";

    @Test
    void isCheckedLeftGoneOnWithElsewhereAndLookedBackAt() {
        signIn();
        page.locator(BUOYAGE + " select").selectOption("learn");
        page.locator(BUOYAGE + " button").click();
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
        page.locator(".nothing-counts button").click();
        assertThat(page.locator(".begun .btn")).hasText("Go on");

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
        practiseWhatWasWrong(elsewhere);
    }

    private static void practiseWhatWasWrong(Page window) {
        window.locator(".runs a.link").focus();
        window.keyboard().press("Enter");
        window.locator(".picks .btn", new Page.LocatorOptions().setHasText("Wrong"))
                .focus();
        window.keyboard().press("Enter");
        assertThat(window.locator(".picks .btn[aria-current]")).hasText("Wrong");
        assertThat(window.locator("table.answers")).containsText("Coming in from the sea");
        assertClean(window, "looking back at practice");
        window.locator("form button", new Page.LocatorOptions().setHasText("Practise these again"))
                .focus();
        window.keyboard().press("Enter");
        openTheSet(window);
        assertThat(window.locator(".question.open")).containsText("Coming in from the sea");
        assertThat(window.locator(".question.open [data-check]")).isVisible();
    }

    @Test
    void isOfQuestionsThatAreChosenByKeyboardWithNumbersOfItsOwn() {
        signIn();
        page.navigate("/practice/sets/tides-practice");
        assertClean(page, "choosing questions");
        page.locator("input[name=what]").first().focus();
        page.keyboard().press("ArrowDown");
        page.locator("[name=number]").fill("none");
        page.keyboard().press("Enter");
        assertThat(page.getByRole(AriaRole.ALERT)).containsText("a whole number from 1");
        page.locator("[name=number]").fill("10");
        page.keyboard().press("Enter");
        openTheSet(page);
        assertThat(page.locator("#sheet")).containsText("What was the range?");
        String asked = page.locator(".question.open").innerText();
        Matcher heights = Pattern.compile("water was ([\\d.]+) m and high water ([\\d.]+) m")
                .matcher(asked);
        org.assertj.core.api.Assertions.assertThat(heights.find()).as(asked).isTrue();
        BigDecimal range = new BigDecimal(heights.group(2)).subtract(new BigDecimal(heights.group(1)));
        page.locator(".question.open input.answer-box").fill(range.toPlainString());
        page.locator(".question.open [data-check]").click();
        page.keyboard().press("Enter");
        assertThat(page.locator(".question.open .checked")).containsText("Right");
        assertThat(page.locator(".question.open .checked")).containsText("= " + range.toPlainString() + " m");
    }

    private static void openTheSet(Page window) {
        awaitPage(window, "threshold");
        window.locator("[data-act=stage-opened]").click();
        awaitPage(window, "block");
    }
}

package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.options.BoundingBox;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What can be seen at once, with scroll bars shown as every real browser shows them. */
class LayoutTest extends BrowserTest {

    @Test
    void noPageOfTheRoomHasAScrollBarOfItsOwn() {
        signIn();
        page.locator("article .btn.go").click();
        for (String name : new String[] {"notice", "instructions", "threshold", "block"}) {
            awaitPage(name);
            assertNoPageScrolls(name);
            switch (name) {
                case "notice" -> page.locator("[data-act=notice-accepted]").click();
                case "instructions" -> page.locator("[data-act=stage-left]").click();
                case "threshold" -> page.locator("[data-act=stage-opened]").click();
                default -> {}
            }
        }
        page.keyboard().press("r");
        assertThat(page.locator("#review")).isVisible();
        assertNoPageScrolls("review");
        page.locator("#review [data-do=close]").click();
        assertNoPageScrolls("closing");
    }

    @ParameterizedTest
    @ValueSource(strings = {"fix", "danger-circle", "cans", "turning-place", "name-marks"})
    void aDrawingIsWhollyOnTheScreen(String item) {
        appointment = inCraft();
        openRoom();
        cell(item).click();
        BoundingBox drawing = question().locator(".plane").first().boundingBox();
        BoundingBox footer = page.locator("footer").first().boundingBox();

        assertThat(drawing.y).isGreaterThan(0);
        assertThat(drawing.y + drawing.height).isLessThanOrEqualTo(footer.y);
        assertThat(drawing.width).isGreaterThan(500);
        assertNoPageScrolls(item);
    }

    @Test
    void whatAChartIsWorkedOnWithStandsBesideIt() {
        appointment = inCraft();
        openRoom();
        cell("fix").click();
        BoundingBox chart = question().locator(".plane-view").boundingBox();
        BoundingBox typed = question().locator(".chart-typed").first().boundingBox();

        assertThat(typed.x).isGreaterThanOrEqualTo(chart.x + chart.width);
        assertThat(typed.y).isLessThan(chart.y + chart.height);
    }

    private void assertNoPageScrolls(String where) {
        assertThat(page.evaluate("""
                        () => [window.innerWidth - document.documentElement.clientWidth,
                          window.innerHeight - document.documentElement.clientHeight,
                          document.scrollingElement.scrollTop].join()
                        """)).as(where).isEqualTo("0,0,0");
    }

    @ParameterizedTest
    @CsvSource({"1280, 800, 100, 60", "1024, 640, 200, 60", "1024, 640, 100, 60"})
    void theQuestionHasMostOfTheHeight(int width, int height, int text, int share) {
        enterFirstSection();
        page.setViewportSize(width, height);
        page.evaluate("size => document.documentElement.dataset.text = size", String.valueOf(text));
        page.evaluate("size => { document.documentElement.style.fontSize = `${size}%`; }", text);
        BoundingBox question = question().boundingBox();

        assertThat(question.height).isGreaterThanOrEqualTo(height * share / 100.0);
        assertThat(page.locator("#saved")).isVisible();
        assertThat(page.locator("#clock-time")).isVisible();
        assertThat(page.locator("footer [data-do=next]")).isVisible();
    }

    @Test
    void whatWouldStayBlankIsNamedByItsNumber() {
        enterFirstSection();
        page.keyboard().press("n");
        closingIsAsked();

        assertThat(page.locator("#close-list")).containsText("Blank: questions 1, 2 (2 in all)");
        page.locator("#close [data-dismiss]").first().click();
        page.locator(".c[data-item=goes-first]").click();
        option(2).click();
        closingIsAsked();
        assertThat(page.locator("#close-list")).containsText("Blank: question 2");
    }

    private void closingIsAsked() {
        page.locator("nav [data-do=review]").click();
        page.locator("#review [data-do=close]").click();
    }

    @Test
    void aBoxForANumberDoesNotSwallowKeysAndEscapeLeavesItWithoutLoss() {
        enterFirstSection();
        page.keyboard().press("n");
        question().locator(".answer-box").click();
        page.keyboard().type("3");
        page.keyboard().press("m");

        assertThat(question().locator(".answer-box")).hasValue("3");
        assertThat(cell("past-moored")).hasClass(Pattern.compile("marked"));
        page.keyboard().press("Escape");
        page.keyboard().press("m");
        assertThat(cell("past-moored")).not().hasClass(Pattern.compile("marked"));
        assertThat(question().locator(".answer-box")).hasValue("3");
        assertEntry("past-moored", "3");
        question().locator(".answer-box").click();
        page.keyboard().press("n");
        assertThat(question()).not().hasAttribute("data-item", "past-moored");
    }

    @Test
    void afterAnExhibitWasOpenedTheToolsStillComeByTheirLetters() {
        appointment = inTides();
        openRoom();
        page.keyboard().press("d");
        assertThat(page.locator(".tool-panel[data-panel=exhibit] .exhibit-body"))
                .isFocused();
        page.keyboard().press("w");
        assertThat(page.locator(".tool-panel[data-panel=worksheet]")).isVisible();
        page.locator(".tool-panel[data-panel=exhibit] .exhibit-body").focus();
        page.keyboard().press("c");
        assertThat(page.locator(".tool-panel[data-panel=calculator]")).isVisible();
        page.locator(".tool-panel[data-panel=exhibit] .exhibit-body").focus();
        page.keyboard().press("/");
        assertThat(page.locator(".tool-panel[data-panel=exhibit] .find-box")).isFocused();
    }
}

package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.BoundingBox;
import dauntingledger.rulebook.paper.ItemId;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A case and the questions about it, side by side. */
class PanesTest extends BrowserTest {

    @BeforeEach
    void openThePassage() {
        appointment = inThePassage();
        openRoom();
    }

    @Test
    void showsTheCaseAloneBeforeItsFirstQuestion() {
        assertThat(question().locator(".document.shown")).containsText("asks for a pilot");
        assertThat(question().locator(".asked")).isHidden();
        assertThat(page.locator("#next-label")).hasText("To the question");

        page.keyboard().press("2");
        assertThat(question().locator(".asked")).isVisible();
        assertThat(sitting(appointment)
                        .questions()
                        .get(new ItemId("at-the-sill"))
                        .work()
                        .responses())
                .as("an answer to a question that could not be seen")
                .isEmpty();
        page.keyboard().press("2");
        assertEntry("at-the-sill", "B");
        assertThat(page.locator("#next-label")).hasText("Next");
    }

    @Test
    void keepsThePanesApartAndScrollsEachByItself() {
        page.keyboard().press("k");
        page.setViewportSize(1280, 420);
        Locator document = question().locator(".document.shown");
        BoundingBox left = document.boundingBox();
        BoundingBox right = question().locator(".asked").boundingBox();

        assertThat(left.x + left.width).isLessThanOrEqualTo(right.x);
        assertThat(question().locator("[data-pane-below]")).isVisible();
        assertThat(page.locator("#below")).isVisible();
        document.evaluate("document => document.scrollTo(0, document.scrollHeight)");
        assertThat(question().locator("[data-pane-below]")).isHidden();
        assertThat(page.locator("#below")).isVisible();
    }

    @Test
    void keepsWhatIsSeenOfTheCaseFromQuestionToQuestion() {
        toItsEnd();
        page.setViewportSize(1280, 420);
        question().locator("[data-document='2']").click();
        question().locator(".document.shown").evaluate("document => document.scrollTo(0, 40)");
        toItsEnd();
        page.keyboard().press("n");

        assertThat(question()).containsText("are under her keel");
        assertThat(question().locator(".document.shown")).containsText("Height of tide at the Hopper Sill");
        assertThat(question().locator(".document.shown").evaluate("document => document.scrollTop"))
                .isEqualTo(40);
        question().locator("[data-document='2']").press("ArrowRight");
        assertThat(question().locator(".document.shown")).containsText("Saltgate lock.");
        assertThat(question().locator("[data-document='3']")).isFocused();
        assertThat(question()).containsText("are under her keel");
    }

    @Test
    void isDividedByPointerAndByKeyboardAndStaysSo() {
        page.keyboard().press("k");
        Locator divider = question().locator(".divider");
        BoundingBox place = divider.boundingBox();
        page.mouse().move(place.x + place.width / 2, place.y + 100);
        page.mouse().down();
        page.mouse().move(place.x + place.width / 2 + 100, place.y + 100);
        page.mouse().up();
        int dragged = Integer.parseInt(divider.getAttribute("aria-valuenow"));
        divider.press("ArrowLeft");

        assertThat(dragged).isBetween(54, 57);
        assertThat(divider).hasAttribute("aria-valuenow", String.valueOf(dragged - 5));
        assertThat(divider.boundingBox().x).isBetween(place.x + 30, place.x + 70);
        page.reload();
        awaitPage("block");
        assertThat(question().locator(".asked")).isVisible();
        assertThat(question().locator(".divider")).hasAttribute("aria-valuenow", String.valueOf(dragged - 5));
        question().locator(".divider").press("Home");
        assertThat(question().locator(".divider")).hasAttribute("aria-valuenow", "25");
    }

    @Test
    void comesBesideItsQuestionBeforeAToolPutsANumberThere() {
        toItsEnd();
        page.keyboard().press("n");
        assertThat(question()).containsText("are under her keel");
        page.keyboard().press("k");
        assertThat(question().locator(".asked")).isHidden();
        page.locator("[data-tool=calculator]").click();
        page.locator(".sum-line").fill("2.8+3.6-5.4");
        page.locator(".sum-line").press("Enter");
        page.locator(".calculator .btn.wide").click();

        assertThat(question().locator(".answer-box")).isVisible();
        assertThat(question().locator(".answer-box")).hasValue("1");
    }

    @Test
    void becomesTwoTabsInANarrowWindow() {
        page.setViewportSize(1090, 800);
        assertThat(question().locator(".divider")).isHidden();
        question().locator("[data-pane-to=both]").click();
        assertThat(question().locator(".document.shown")).isHidden();
        assertThat(question().locator(".asked")).isVisible();
        question().locator("[data-pane-to=case]").click();
        assertThat(question().locator(".document.shown")).isVisible();
        assertThat(question().locator(".asked")).isHidden();
        page.setViewportSize(1110, 800);
        page.keyboard().press("k");
        assertThat(question().locator(".divider")).isVisible();
        assertThat(question().locator(".document.shown")).isVisible();
    }

    @Test
    void becomesTwoTabsWhereToolsLeaveTooLittleRoom() {
        page.keyboard().press("k");
        assertThat(question().locator(".divider")).isVisible();
        page.locator("[data-tool=worksheet]").click();
        page.locator("[data-tool=calculator]").click();
        assertThat(question().locator(".divider")).isHidden();
        assertThat(question().locator(".asked")).isVisible();
        assertThat(question().locator(".document.shown")).isHidden();
    }
}

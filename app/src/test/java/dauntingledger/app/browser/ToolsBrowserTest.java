package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Mouse;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;

/** A candidate at a question that has every tool. */
abstract class ToolsBrowserTest extends BrowserTest {

    @BeforeEach
    void openTheTides() {
        appointment = inTides();
        openRoom();
        cell("interpolate").click();
        assertThat(question()).hasAttribute("data-item", "interpolate");
    }

    protected void enter(Page window) {
        window.navigate("/sittings/" + appointment.sitting());
        awaitPage(window, "block");
    }

    protected Locator panel(String name) {
        return panel(page, name);
    }

    protected static Locator panel(Page window, String name) {
        return window.locator("[data-panel=" + name + "]");
    }

    protected Locator tool(String name) {
        return page.locator("[data-tool=" + name + "]");
    }

    protected void open(String name) {
        tool(name).click();
        assertThat(panel(name)).isVisible();
    }

    /** Types rows into the worksheet as people do: from cell to cell, and with Enter to where the row was begun. */
    protected void type(String... rows) {
        for (String row : rows) {
            String[] cells = row.split("\\|");
            for (int i = 0; i < cells.length; i++) {
                page.keyboard().type(cells[i]);
                page.keyboard().press(i < cells.length - 1 ? "Tab" : "Enter");
            }
        }
    }

    protected void works(String sum) {
        panel("calculator").locator(".sum-line").focus();
        page.keyboard().type(sum);
        page.keyboard().press("Enter");
    }

    protected static boolean overlap(BoundingBox a, BoundingBox b) {
        return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
    }

    protected void assertAside(Locator... elements) {
        List<BoundingBox> boxes =
                List.of(elements).stream().map(Locator::boundingBox).toList();
        for (int i = 0; i < boxes.size(); i++) {
            for (int j = 0; j < i; j++) {
                assertThat(overlap(boxes.get(i), boxes.get(j)))
                        .as("%s and %s lie over one another", elements[i], elements[j])
                        .isFalse();
            }
        }
    }

    /** Presses the mouse at one point of an element and lets go at another, both as shares of its size. */
    protected void drag(Locator element, double x1, double y1, double x2, double y2) {
        BoundingBox box = element.boundingBox();
        moveTo(box, x1, y1, 1);
        page.mouse().down();
        moveTo(box, x2, y2, 6);
        page.mouse().up();
    }

    /** Moves onto a whole pixel, as a mouse does; between two of them the browser selects nothing. */
    private void moveTo(BoundingBox box, double x, double y, int steps) {
        page.mouse()
                .move(
                        Math.round(box.x + x * box.width),
                        Math.round(box.y + y * box.height),
                        new Mouse.MoveOptions().setSteps(steps));
    }

    protected Locator words() {
        return question().locator(".q p").first();
    }
}

package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Page;
import dauntingledger.app.marking.MarkingLedger;
import dauntingledger.app.staff.Role;
import dauntingledger.rulebook.marking.AnswerMarking;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** The marker's desk by keyboard alone, two markers and a chief, and the result that comes of it. */
class MarkingPagesTest extends BrowserTest {

    private static final List<String> THEMES = List.of("dark", "contrast-light", "contrast-dark");

    @Autowired
    private MarkingLedger ledger;

    private Page desk(Role role) {
        Page window = newBrowser(new Browser.NewContextOptions().setViewportSize(1280, 800));
        window.navigate("/sign-in/staff");
        window.locator("[name=number]").fill(marker(role));
        window.locator("[name=pin]").fill(PASSWORD);
        window.locator("main form .btn.go").click();
        window.locator("a[href='/marking/" + exam().id() + "/" + REPORT + "']").click();
        assertThat(window.locator("body[data-ready=true]")).hasCount(1);
        return window;
    }

    private long entered() {
        return ledger.of(exam().id()).values().stream()
                .mapToLong(answer -> answer.marks().size())
                .sum();
    }

    @Test
    void marksAnswerAfterAnswerByKeyboardAlone() {
        writeAndClose("First, she touched the ground.", "Second, she came off by herself.", "Third, we wait.");
        Page desk = desk(Role.MARKER);
        String first = desk.locator("#texts").textContent();

        desk.keyboard().press("1");
        desk.keyboard().press("4");
        desk.keyboard().press("4");
        assertThat(desk.locator("#sum")).hasText("3 of 6");
        desk.keyboard().press("5");
        desk.keyboard().press("6");
        assertThat(desk.locator("[data-point=survey]")).hasAttribute("aria-pressed", "false");
        assertThat(desk.locator("#sum")).hasText("7/2 of 6");
        desk.keyboard().press("Enter");
        assertThat(desk.locator("#texts")).not().hasText(first);
        assertThat(desk.locator("#sum")).hasText("0 of 6");
        page.waitForCondition(() -> entered() == 1);

        desk.keyboard().press("b");
        assertThat(desk.locator("#texts")).hasText(first);
        assertThat(desk.locator("#sum")).hasText("7/2 of 6");
        desk.keyboard().press("1");
        desk.keyboard().press("Enter");
        assertThat(desk.locator("#sum")).hasText("0 of 6");
        desk.keyboard().press("p");
        desk.locator("#aside textarea").fill("It is empty but for a line.");
        desk.locator("#aside .btn.go").click();
        desk.keyboard().press("2");
        desk.keyboard().press("Enter");
        assertThat(desk.locator("#nothing")).isVisible();
        assertThat(desk.locator("#progress")).containsText("2 marked by you");
        page.waitForCondition(() -> entered() == 2);
        assertThat(ledger.of(exam().id()).values())
                .extracting(AnswerMarking::aside)
                .anyMatch(aside -> aside.containsValue("It is empty but for a line."));
    }

    @Test
    void tellsAMarkerWhatWasNotEntered() {
        writeAndClose("She touched the ground.");
        Page late = desk(Role.MARKER);
        for (int i = 0; i < 2; i++) {
            Page other = desk(Role.MARKER);
            other.keyboard().press("Enter");
            assertThat(other.locator("#said")).containsText("is entered");
        }
        late.keyboard().press("Enter");
        assertThat(late.locator("#said")).containsText("others were faster");

        writeAndClose("She came off by herself.");
        Page offline = desk(Role.MARKER);
        offline.context().setOffline(true);
        offline.keyboard().press("Enter");
        assertThat(offline.locator("#said")).containsText("no connection");
        assertThat(offline.locator("#texts")).hasText("She came off by herself.");
        offline.context().setOffline(false);
        offline.keyboard().press("Enter");
        assertThat(offline.locator("#said")).containsText("is entered");
    }

    @Test
    void canBeReadInEveryTheme() {
        writeAndClose("She touched the ground.");
        Page desk = desk(Role.CHIEF_MARKER);
        assertClean(desk, "the marker's desk");
        for (String theme : THEMES) {
            desk.evaluate("theme => { document.documentElement.dataset.theme = theme; }", theme);
            assertClean(desk, "the marker's desk, " + theme);
        }
    }
}

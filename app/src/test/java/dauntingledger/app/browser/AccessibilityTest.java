package dauntingledger.app.browser;

import static java.nio.charset.StandardCharsets.UTF_8;

import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.FilePayload;
import dauntingledger.app.ledger.Terms;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Every page and every panel, light and dark, and those that show most of the colours in the contrast themes too. */
class AccessibilityTest extends BrowserTest {

    private static final List<String> THEMES = List.of("dark", "contrast-light", "contrast-dark");

    @Test
    void everyPageOfTheFirstSittingIsWithoutViolations() {
        page.navigate("/sign-in");
        assertClean("sign-in");
        signIn();
        assertCleanInEveryTheme("home");
        page.locator("article .btn.go").click();
        awaitPage("notice");
        assertClean("notice");
        page.locator("[data-act=notice-accepted]").click();
        awaitPage("instructions");
        assertClean("instructions");
        page.locator("[data-act=stage-left]").click();
        awaitPage("threshold");
        assertClean("ready");
        page.locator("[data-act=stage-opened]").click();
        awaitPage("block");
        page.keyboard().press("2");
        page.keyboard().press("x");
        page.keyboard().press("1");
        page.keyboard().press("m");
        assertClean("room");
        cell("out-of-place").click();
        assertCleanInEveryTheme("room with a figure");
        page.locator(".rail [aria-controls=display-panel]").click();
        assertCleanInEveryTheme("display");
        page.locator("#display-panel > .btn").click();
        page.keyboard().press("r");
        assertCleanInEveryTheme("review");
        page.locator("#review [data-do=close]").click();
        assertClean("closing");
        page.locator("[data-act=block-closed]").click();
        awaitPage("break");
        assertCleanInEveryTheme("break");
        page.locator("[data-act=stage-opened]").click();
        awaitPage("block");
        cell("interpolate").click();
        assertCleanInEveryTheme("room with a table");
    }

    @Test
    void everyPageFromTheLongBreakOnIsWithoutViolations() {
        appointment = inTheLongBreak();
        signIn();
        page.navigate("/sittings/" + appointment.sitting());
        awaitPage("break");
        assertClean("long break");
        throughTheLongBreak();
        page.locator("#clock").click();
        assertCleanInEveryTheme("clocks");
        page.keyboard().press("Escape");
        assertClean("case alone");
        toItsEnd();
        assertCleanInEveryTheme("case beside its question");
        page.locator("[data-do=break]").click();
        assertClean("asking for a break");
        page.locator("[data-act=break-begun]").click();
        awaitPage("own-break");
        assertClean("break of one's own");
        page.locator("[data-act=break-ended]").click();
        awaitPage("block");
        toItsEnd();
        closeSection();
        throughTheLastBlock();
        awaitPage("hand-in");
        assertClean("hand-in");
        page.locator("[data-act=handed-in]").click();
        page.locator(".digest").waitFor();
        assertCleanInEveryTheme("receipt");
    }

    @Test
    void everyPanelIsWithoutViolations() {
        appointment = inTides();
        signIn();
        page.navigate("/sittings/" + appointment.sitting());
        awaitPage("block");
        for (String tool : List.of("calculator", "worksheet", "sketch", "notes", "exhibit")) {
            page.locator("[data-tool=" + tool + "]").click();
            String panel = "[data-panel=" + tool + "]";
            page.locator(panel).waitFor();
            assertClean(page, tool);
            THEMES.forEach(theme -> assertColoursClean(panel, tool, theme));
            page.locator(panel + " .closer").click();
        }
        page.locator("[data-ask=help]").click();
        assertClean("call for help");
    }

    @Test
    void everyPageAfterPracticeIsWithoutViolations() {
        appointment = newAppointment("buoyage-practice", Terms.OPEN);
        does(appointment, new Act.StageOpened(new StageId("practice")));
        does(appointment, new Act.BlockClosed(new StageId("practice")));
        does(appointment, new Act.HandedIn());
        signIn();
        page.navigate("/sittings/" + appointment.sitting() + "/answers");
        assertCleanInEveryTheme("question by question");
    }

    @Test
    void thePagesOfTheOfficeAreWithoutViolations() {
        signIn(page, "OFF-1", "four-fathoms-of-ink");
        page.locator("a[href='/office/papers']").click();
        assertClean("papers");
        page.locator("[name=package]")
                .setInputFiles(new FilePayload("letter.zip", "application/zip", "a letter".getBytes(UTF_8)));
        page.locator(".finders .btn.go").click();
        PlaywrightAssertions.assertThat(page.locator(".findings")).containsText("this is not a zip file");
        assertCleanInEveryTheme("papers with findings");
    }

    /** Checks the page as it is, light and dark. */
    private void assertClean(String where) {
        assertClean(page, where);
        assertColoursClean("html", where, "dark");
    }

    /** Checks the page as it is, in every theme. */
    private void assertCleanInEveryTheme(String where) {
        assertClean(page, where);
        THEMES.forEach(theme -> assertColoursClean("html", where, theme));
    }

    private void assertColoursClean(String part, String where, String theme) {
        inTheme(theme);
        assertColoursClean(page, part, where + " in " + theme);
        inTheme("light");
    }

    private void inTheme(String theme) {
        page.evaluate("theme => { document.documentElement.dataset.theme = theme; }", theme);
    }
}

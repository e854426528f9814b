package dauntingledger.app.browser;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class AccessibilityTest extends BrowserTest {

    @ParameterizedTest
    @ValueSource(strings = {"light", "dark", "contrast-light", "contrast-dark"})
    void everyPageOfTheFirstSittingIsWithoutViolations(String theme) {
        context.addInitScript("localStorage.setItem('ledger-display', JSON.stringify({theme: '" + theme + "'}))");
        page.navigate("/sign-in");
        assertClean("sign-in");
        signIn();
        assertClean("home");
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
        assertClean("room with a figure");
        page.locator(".rail [aria-controls=display-panel]").click();
        assertClean("display");
        page.locator("#display-panel > .btn").click();
        page.keyboard().press("r");
        assertClean("review");
        page.locator("#review [data-do=close]").click();
        assertClean("closing");
        page.locator("[data-act=block-closed]").click();
        awaitPage("break");
        assertClean("break");
        page.locator("[data-act=stage-opened]").click();
        awaitPage("block");
        cell("interpolate").click();
        assertClean("room with a table");
    }

    @ParameterizedTest
    @ValueSource(strings = {"light", "dark", "contrast-light", "contrast-dark"})
    void everyPageFromTheLongBreakOnIsWithoutViolations(String theme) {
        context.addInitScript("localStorage.setItem('ledger-display', JSON.stringify({theme: '" + theme + "'}))");
        appointment = inTheLongBreak();
        signIn();
        page.navigate("/sittings/" + appointment.sitting());
        awaitPage("break");
        assertClean("long break");
        throughTheLongBreak();
        page.locator("#clock").click();
        assertClean("clocks");
        page.keyboard().press("Escape");
        toItsEnd();
        page.locator("[data-do=break]").click();
        assertClean("asking for a break");
        page.locator("[data-act=break-begun]").click();
        awaitPage("own-break");
        assertClean("break of one's own");
        page.locator("[data-act=break-ended]").click();
        awaitPage("block");
        toItsEnd();
        closeSection();
        awaitPage("hand-in");
        assertClean("hand-in");
        page.locator("[data-act=handed-in]").click();
        page.locator(".digest").waitFor();
        assertClean("receipt");
    }

    @Test
    void everyPanelIsWithoutViolations() {
        appointment = inTides();
        signIn();
        page.navigate("/sittings/" + appointment.sitting());
        awaitPage("block");
        for (String tool : List.of("calculator", "worksheet", "sketch", "notes", "exhibit")) {
            page.locator("[data-tool=" + tool + "]").click();
            page.locator("[data-panel=" + tool + "]").waitFor();
            assertClean(tool);
            page.locator("[data-panel=" + tool + "] .closer").click();
        }
        page.locator("[data-ask=help]").click();
        assertClean("call for help");
    }

    private void assertClean(String where) {
        assertClean(page, where);
    }
}

package dauntingledger.app.browser;

import dauntingledger.app.ledger.Terms;
import java.time.Duration;

/** A candidate on the way to the first question. */
abstract class ArrivingTest extends BrowserTest {

    protected void cadet(Duration untilOpen) {
        appointment = newAppointment("cadet-entrance", Terms.OPEN.within(opensIn(untilOpen)));
    }

    protected void enter() {
        signIn();
        page.locator("article form .btn.go").click();
    }

    protected void act(String act) {
        page.locator("main [data-act=" + act + "]").click();
    }

    protected void throughTheStation() {
        awaitPage("station-check");
        page.locator("#heard").click();
        page.locator("#fill").click();
        act("stage-left");
    }

    protected void agree() {
        awaitPage("notice");
        page.locator("[data-given]").check();
        act("notice-accepted");
        awaitPage("identity");
    }
}

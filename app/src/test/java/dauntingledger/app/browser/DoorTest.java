package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import dauntingledger.app.ledger.Terms;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import java.time.Duration;
import org.junit.jupiter.api.Test;

/** Those who are held up on the way in, and the invigilator who lets them go on. */
class DoorTest extends ArrivingTest {

    private Page invigilator() {
        Page door = newBrowser(new Browser.NewContextOptions());
        signIn(door, "INV-1", "lantern-and-ebb-tide");
        assertThat(door).hasURL("http://localhost:" + port() + "/invigilation");
        return door;
    }

    private Locator row(Page door) {
        return door.locator("tr", new Page.LocatorOptions().setHasText(appointment.candidate()));
    }

    @Test
    void theDoorOpensByItselfOnTime() {
        cadet(Duration.ofMinutes(3));
        enter();
        agree();
        act("identity-confirmed");
        awaitPage("admission");
        assertThat(page.locator("#door-left")).containsText("2:");
        assertThat(page.locator("#ways")).containsText("The time of your appointment");
        assertClean(page, "door");

        clock.advance(Duration.ofMinutes(3));

        awaitPage("station-check");
        assertThat(ledgers.open(appointment, clock.instant()).entries()).anySatisfy(entry -> {
            assertThat(entry.act()).isEqualTo(new Act.StageRanOut(new StageId("door")));
            assertThat(entry.atMillis())
                    .isEqualTo(appointment.terms().window().opens().toEpochMilli());
        });
    }

    @Test
    void aReportHoldsTheCandidateUntilTheInvigilatorPutsItRight() {
        cadet(Duration.ofMinutes(-1));
        enter();
        agree();
        page.locator("[data-ask=wrong]").click();
        page.locator("[value=seat]").check();
        page.locator("[name=note]").fill("I was told seat 8 <b>not</b> 7");
        assertClean(page, "report");
        page.locator("#report .btn.go").click();
        assertThat(page.locator("#reported")).containsText("You reported: The seat");
        assertThat(page.locator("#confirming")).isHidden();
        page.reload();
        awaitPage("identity");
        assertThat(page.locator("#reported")).isVisible();

        Page door = invigilator();
        assertThat(row(door)).containsText("the seat is wrong");
        assertThat(row(door)).containsText("I was told seat 8 <b>not</b> 7");
        assertClean(door, "invigilation");
        row(door).getByRole(AriaRole.BUTTON).click();

        assertThat(page.locator("#confirming")).isVisible();
        assertThat(ledgers.open(appointment, clock.instant()).entries())
                .anyMatch(
                        entry -> entry.act().equals(new Act.ReportResolved(new StageId("identity"), "Jonna Hartwell")));
        act("identity-confirmed");
        awaitPage("station-check");
    }

    @Test
    void codeAndLeaveTogetherOpenTheDoor() {
        appointment = newAppointment("lightkeeper", Terms.OPEN.withCode("7482"));
        enter();
        awaitPage("identity");
        act("identity-confirmed");
        awaitPage("admission");
        assertThat(page.content())
                .as("the code by itself; an instant in milliseconds may happen to hold its digits")
                .doesNotContainPattern("(?<!\\d)7482(?!\\d)");
        page.locator("[name=code]").fill("1111");
        page.locator("#code-form .btn.go").click();
        assertThat(page.locator("#code-said")).containsText("That is not the code");
        assertThat(page.locator("#ways")).containsText("2 tries are left");
        assertClean(page, "door with a code");

        Page door = invigilator();
        assertThat(row(door)).containsText("7482");
        page.locator("[name=code]").fill("74 82");
        page.locator("#code-form .btn.go").click();
        assertThat(page.locator("#code-form")).isHidden();
        row(door).getByRole(AriaRole.BUTTON).click();

        awaitPage("instructions");
        assertThat(page.locator(".said")).containsText("This is your reading time");
        clock.advance(Duration.ofMinutes(3));
        awaitPage("block");
    }

    @Test
    void anInvigilatorLetsACandidateGoOnWithAnImperfectStation() {
        cadet(Duration.ofMinutes(-1));
        page.setViewportSize(900, 700);
        enter();
        agree();
        act("identity-confirmed");
        awaitPage("station-check");
        assertThat(page.locator("[data-line=window] .todo")).containsText("at least 1024 × 640");
        page.locator("#heard").click();
        page.locator("#fill").click();
        assertThat(page.locator("#leave-station")).isDisabled();

        Page door = invigilator();
        assertThat(row(door)).containsText("Size of the window");
        row(door).getByRole(AriaRole.BUTTON).click();

        act("stage-left");
        awaitPage("portrait");
    }
}

package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import dauntingledger.app.ledger.Terms;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Absences;
import dauntingledger.rulebook.sitting.Act;
import java.time.Duration;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Staying in the exam's window, at home: told before, noticed, warned of, written down. */
class WatchTest extends BrowserTest {

    private void openKeeping() {
        appointment = newAppointment("lightkeeper", Terms.OPEN);
        does(appointment, new Act.StageOpened(new StageId("identity")));
        does(appointment, new Act.IdentityConfirmed(new StageId("identity")));
        does(appointment, new Act.CodeGiven(new StageId("door"), true));
        does(appointment, new Act.LeaveGiven(new StageId("door"), "Jonna Hartwell"));
    }

    /** The browser's windows all think that they have the focus; so the page is told otherwise. */
    private void leaves() {
        page.evaluate("""
                () => {
                    document.hasFocus = () => false;
                    window.dispatchEvent(new Event('blur'));
                }""");
    }

    private void comesBack() {
        page.evaluate("""
                () => {
                    document.hasFocus = () => true;
                    window.dispatchEvent(new Event('focus'));
                }""");
    }

    /** Lets a minute pass on the server's clock, which the room hears and shows. */
    private void aMinutePasses() {
        Locator shown = page.locator("#clock-time");
        String before = shown.textContent().split(":")[0];
        clock.advance(Duration.ofMinutes(1));
        assertThat(shown).not().hasText(Pattern.compile("^" + before + ":.*"));
    }

    private Absences absences() {
        return sitting(appointment).absences();
    }

    private void awaitAbsences(int times) {
        page.waitForCondition(() -> absences().times() == times);
    }

    @Test
    void isToldBeforeAndWarnedOfAndWrittenDown() {
        openKeeping();
        signIn();
        page.navigate("/sittings/" + appointment.sitting());
        awaitPage("instructions");
        assertThat(page.locator("main")).containsText("You stay in its window.");
        assertThat(page.locator("main")).containsText("The first 3 times you are warned.");
        does(appointment, new Act.StageLeft(new StageId("instructions")));
        does(appointment, new Act.StageOpened(new StageId("keeping")));
        page.navigate("/sittings/" + appointment.sitting());
        awaitPage("block");

        leaves();
        comesBack();
        awaitAbsences(1);
        assertThat(absences().counted()).as("short ones are not counted").isZero();
        assertThat(page.locator("#watch")).isHidden();

        for (int warning = 1; warning <= 3; warning++) {
            leaves();
            aMinutePasses();
            comesBack();
            assertThat(page.locator("#watch")).containsText("This is warning " + warning + " of 3.");
            page.locator("#watch-go").click();
            assertThat(page.locator("#watch")).isHidden();
        }
        page.waitForCondition(() -> absences().read() == 3);
        assertThat(absences().counted()).isEqualTo(3);
        assertThat(ledgers.open(appointment, clock.instant()).entries())
                .filteredOn(entry -> entry.act() instanceof Act.WindowLeft left && left.how() == Act.Absence.UNFOCUSED)
                .hasSize(4);
    }
}

package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.signin.Candidates;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Help;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** A room of twelve, ten of whom are simulated, and the board of its invigilator beside it. */
class BoardPagesTest extends BrowserTest {

    private static final int PEOPLE = 12;
    private static final List<String> THEMES = List.of("dark", "contrast-light", "contrast-dark");

    @Autowired
    private Candidates people;

    private final Map<String, String> pins = new HashMap<>();
    private Page board = page;

    @BeforeEach
    void openTheHall() {
        opens(PEOPLE);
        for (int i = 0; i < PEOPLE; i++) {
            atWork(i);
        }
        board = newBrowser(new Browser.NewContextOptions().setViewportSize(1280, 800));
        board.navigate("/sign-in/staff");
        board.locator("[name=number]").fill(invigilator);
        board.locator("[name=pin]").fill(PASSWORD);
        board.locator("main form .btn.go").click();
        assertThat(board.locator("#boards a")).hasCount(1);
        board.locator("#boards a").click();
        assertThat(board.locator("body[data-ready=true] .place")).hasCount(PEOPLE);
    }

    private Locator place(Appointment sitting) {
        return board.locator("#plan [data-sitting='" + sitting.sitting() + "']");
    }

    /** Opens the room of one of the roster in a window. */
    private Appointment opensRoom(Page window, int number) {
        Appointment sitting = roster.get(number);
        String pin = pins.computeIfAbsent(
                sitting.candidate(),
                who -> requireNonNull(people.newPins(List.of(who)).get(who)));
        signIn(window, sitting.candidate(), pin);
        assertThat(window.locator("article")).isVisible();
        window.navigate("/sittings/" + sitting.sitting());
        window.locator("#take").click();
        awaitPage(window, "block");
        return sitting;
    }

    private void submit(String deed, Map<String, String> fields) {
        Locator dialog = board.locator("dialog[data-deed=" + deed + "]");
        fields.forEach((name, value) ->
                dialog.locator("[name=" + name + "]:not([type=hidden])").fill(value));
        dialog.locator(".btn.go").first().click();
        assertThat(dialog).isHidden();
    }

    @Test
    void hearsACallAndAnswersItAndSeesAMessageRead() {
        Appointment caller = opensRoom(page, 0);
        page.locator("[data-ask=help]").click();
        page.locator("#help [value=technical]").check();
        page.locator("#help textarea").fill("The chart does not open.");
        page.locator("#help .btn.go").first().click();

        Locator need =
                board.locator("#needs li").filter(new Locator.FilterOptions().setHasText("The chart does not open."));
        assertThat(need).hasCount(1);
        assertThat(place(caller)).hasClass(Pattern.compile(".*\\bneed\\b.*"));
        need.locator(".btn.go").click();
        assertThat(need).hasCount(0);
        assertThat(page.locator("#help-label")).not().hasText("Calling");

        board.locator("[data-ask-deed=message]:not([data-words])").click();
        submit("message", Map.of("words", "Please be quiet."));
        assertThat(board.locator("#said")).containsText("Sent: 12 of 12.");
        assertThat(place(caller)).containsText("message not read");
        assertThat(page.locator("#message")).containsText("Please be quiet.");
        page.locator("#message-read").click();
        assertThat(page.locator("#message")).isHidden();
        assertThat(place(caller)).not().containsText("message not read");
        page.locator("#messages-open").click();
        assertThat(page.locator("#messages-list")).containsText("Please be quiet.");
    }

    @Test
    void pausesAllAndLetsThemGoOn() {
        opensRoom(page, 1);
        board.locator("[data-ask-deed=pause]").click();
        submit("pause", Map.of("reason", "fire drill", "words", "Please wait outside."));

        assertThat(board.locator("#said")).containsText("Paused: 12 of 12.");
        assertThat(page.locator("#paused")).containsText("Please wait outside.");
        Locator paused = board.locator("#needs li").filter(new Locator.FilterOptions().setHasText("12 are paused"));
        assertThat(paused).hasCount(1);
        paused.locator(".btn").click();
        assertThat(board.locator("dialog[data-deed=resume] .missing")).isVisible();
        board.locator("dialog[data-deed=resume] .btn.go").click();
        assertThat(page.locator("#paused")).isHidden();
        assertThat(paused).hasCount(0);
        assertThat(board.locator("#log")).containsText("fire drill");
    }

    @Test
    void givesBackWhatAPowerCutTookWithOnePress() {
        roster.forEach(this::sends);
        Duration before = left(roster.get(3));
        clock.advance(Duration.ofSeconds(40));

        Locator cut = board.locator("#needs li")
                .filter(new Locator.FilterOptions().setHasText("lost the connection at once"));
        assertThat(cut).hasCount(1);
        assertThat(board.locator("#plan .gone")).hasCount(PEOPLE);
        cut.locator(".btn").click();
        assertThat(board.locator("dialog[data-deed=pause] .as-of")).containsText("As of");
        submit("pause", Map.of("reason", "power cut"));
        assertThat(board.locator("#said")).containsText("Paused: 12 of 12.");

        assertThat(before.minus(left(roster.get(3)))).isLessThan(Duration.ofSeconds(5));
    }

    private Duration left(Appointment sitting) {
        return sitting(sitting).clocks().tightest().orElseThrow().left();
    }

    @Test
    void letsSomebodyGoOnAtAnotherSeatWhileTheOldComputerStillHoldsEntries() {
        Appointment moving = opensRoom(page, 2);
        context.setOffline(true);
        option(1).click();
        assertThat(page.locator("#saved")).not().hasAttribute("data-waiting", "0");
        place(moving).dblclick();
        board.locator("#story [data-story-deed=place]").click();
        String free = room().plan().chairs().stream()
                .map(Object::toString)
                .filter(chair ->
                        roster.stream().noneMatch(sitting -> sitting.chair().equals(chair)))
                .findFirst()
                .orElseThrow();
        submit("place", Map.of("chair", free, "reason", "the screen broke"));
        assertThat(place(moving).locator(".seat")).hasText(free);

        Page elsewhere = newBrowser(new Browser.NewContextOptions().setViewportSize(1280, 800));
        opensRoom(elsewhere, 2);
        context.setOffline(false);

        assertThat(place(moving)).containsText("2 held entries");
        assertThat(elsewhere.locator(".c b").first()).not().hasText("A");
    }

    @Test
    void canBeUsedByKeyboardAlone() {
        board.locator("#plan .place[tabindex='0']").focus();
        board.keyboard().press("Space");
        assertThat(board.locator("#chosen")).containsText("1 chosen");
        board.keyboard().press("ArrowRight");
        board.keyboard().press("Space");
        assertThat(board.locator("#chosen")).containsText("2 chosen");
        board.keyboard().press("Enter");
        assertThat(board.locator("#story h2")).isVisible();
        board.keyboard().press("Escape");
        assertThat(board.locator("#story")).isHidden();
        board.locator("[data-ask-deed=time]").focus();
        board.keyboard().press("Enter");
        board.keyboard().type("lamp replaced");
        board.keyboard().press("Tab");
        board.keyboard().press("Tab");
        board.keyboard().press("Tab");
        board.keyboard().press("Enter");
        assertThat(board.locator("#said")).containsText("Time given: 2 of 2.");
    }

    @Test
    void isWithoutViolationsInEveryThemeAndFitsItsWindow() {
        sends(roster.getFirst(), new Act.HelpCalled(Help.Reason.OTHER, "Help"));
        assertThat(board.locator("#needs li")).hasCount(1);
        assertClean(board, "the board");
        for (String theme : THEMES) {
            board.evaluate("theme => { document.documentElement.dataset.theme = theme; }", theme);
            assertColoursClean(board, "html", "the board in " + theme);
        }
        place(roster.getFirst()).dblclick();
        assertThat(board.locator("#story h2")).isVisible();
        assertClean(board, "dialog.story", "a story");
        board.keyboard().press("Escape");
        board.locator("[data-view-to=list]").click();
        assertThat(board.locator("#people-rows tr").first()).containsText("Calls");
        assertClean(board, "the list of the board");
        assertThat(board.evaluate("() => document.documentElement.scrollHeight <= innerHeight"))
                .as("the page does not scroll as a page")
                .isEqualTo(true);
    }
}

package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Mouse;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Questions of every kind in the last block of the licence examination. */
class KindsTest extends BrowserTest {

    @BeforeEach
    void openTheBlock() {
        withoutServiceWorker();
        appointment = inCraft();
        openRoom();
    }

    @Test
    void withCardsArePressedDraggedAndMoved() {
        cardsArePutInOrderByPressingAndByDragging();
        pairsAreMadeByPressingAndTakenApart();
        gapsAreFilledByPressingDraggingAndKeys();
    }

    @Test
    void toWriteAreUnderstoodAndKept() {
        whatIsTypedIsUnderstoodAndKept();
        aTableIsFilledAndSummed();
        theBookletIsDeclaredDone();
    }

    @Test
    void onPicturesLinesAndChartsTakeMouseAndKeys() {
        picturesAreAnsweredOnWithMouseAndKeys();
        symbolsSnapToTheLineMoveAndAreTakenBack();
        theChartTakesWhatIsTypedAndWhatIsDragged();
    }

    @Test
    void areAnsweredByTouch() {
        Page tablet = newBrowser(
                new Browser.NewContextOptions().setViewportSize(1024, 768).setHasTouch(true));
        goOnIn(tablet);
        tap(tablet, "call-order", "[data-choice=who]", "[data-choice=me]");
        tap(tablet, "words-meaning", "[data-pair='over answer']");
        tap(tablet, "call-gaps", "[data-choice=watch]", "[data-gap=G1]");
        tap(tablet, "wrong-words", "[data-choice=w2]");
        tap(tablet, "sign-pairs", "[data-choice=day]", "[data-choice=black]");
        tap(tablet, "channel", ".o >> nth=16");
        tap(tablet, "cans", "[data-choice=A]");
        tap(tablet, "turning-place", ".plane-over");
        tap(tablet, "name-marks", "[data-choice=can]", "[data-gap=A]");
        tap(tablet, "lock-light", "[data-symbol=short]", ".ruled");
        tap(tablet, "fix", ".plane-over");
        tap(tablet, "sketch-paper", ".booklet");

        assertThat(tablet.locator(".spine [data-total=questions]")).hasText("29");
        assertThat(tablet.locator("#saved[data-waiting='0']")).containsText("Every answer entered");
        assertThat(tablet.locator(".c[data-status=answered], .c[data-status=part]"))
                .hasCount(12);
    }

    private static void tap(Page tablet, String item, String... targets) {
        tablet.locator(".c[data-item=" + item + "]").tap();
        for (String target : targets) {
            tablet.locator(".question.open[data-item=" + item + "] " + target).tap();
        }
    }

    @Test
    void areAccessibleAndSendNoKey() {
        areAccessible();
        sendNoKeyToTheBrowser();
    }

    private void cardsArePutInOrderByPressingAndByDragging() {
        turnTo("call-order");
        card("who").click();
        card("where").click();
        card("me").click();
        assertCell("call-order", Pattern.compile("^[A-E]{3}$"));
        drag(card("me"), question().locator(".placed li").nth(1), 0.2);
        Assertions.assertEquals(List.of("who", "me", "where"), placed());

        card("where").press("ArrowUp");
        Assertions.assertEquals(List.of("who", "where", "me"), placed());
        card("where").press("Enter");
        Assertions.assertEquals(List.of("who", "me"), placed());
        assertAllEntered();
        page.reload();
        awaitPage("block");
        Assertions.assertEquals(List.of("who", "me"), placed());
    }

    private void pairsAreMadeByPressingAndTakenApart() {
        turnTo("words-meaning");
        question().locator("[data-pair='over answer']").click();
        question().locator("[data-pair='over none']").click();
        assertEntry("words-meaning", "1/4");
        question().locator("[data-pair='out none']").press("Enter");
        assertEntry("words-meaning", "2/4");

        turnTo("sign-pairs");
        card("day").click();
        card("black").click();
        assertEntry("sign-pairs", "1/2");
        question().locator("[data-apart]").click();
        assertEntry("sign-pairs", "–");
    }

    private void gapsAreFilledByPressingDraggingAndKeys() {
        turnTo("call-gaps");
        card("watch").click();
        question().locator("[data-gap=G1]").click();
        drag(card("anchusa"), question().locator("[data-gap=G2]"), 0.5);
        card("lock").press("Enter");
        question().locator("[data-gap=G3]").press("Enter");
        assertEntry("call-gaps", "3/3");
        assertThat(question().locator("[data-gap=G2]")).hasText("Anchusa");
        question().locator("[data-gap=G3]").click();
        assertEntry("call-gaps", "2/3");

        turnTo("wrong-words");
        question().locator("[data-choice=w2]").press(" ");
        assertEntry("wrong-words", "B");
    }

    private void whatIsTypedIsUnderstoodAndKept() {
        turnTo("distance-read");
        question().locator(".answer-box").fill("145.6");
        assertThat(question().locator(".understood")).containsText("cannot be read yet");
        assertThat(cell("distance-read")).hasAttribute("data-status", "part");
        question().locator(".answer-box").fill("14.56 miles");
        assertThat(question().locator(".understood")).hasText("reads as 145.6");
        assertThat(cell("distance-read")).hasAttribute("data-status", "answered");

        turnTo("log-entry");
        question().locator("textarea").pressSequentially("At 15:05 Anchusa called");
        assertThat(question().locator(".counted")).hasText("4 words; 40 to 80 are expected");
        assertEntry("log-entry", "4 w");
        assertAllEntered();
        page.reload();
        awaitPage("block");
        assertThat(question().locator("textarea")).hasValue("At 15:05 Anchusa called");

        turnTo("report");
        question().locator("textarea").fill("She *touched* the ground\n- at 15:02\n- for 4 minutes");
        assertThat(question().locator(".as-set strong")).hasText("touched");
        assertThat(question().locator(".as-set li")).hasText(new String[] {"at 15:02", "for 4 minutes"});
        question().locator("textarea").fill("");
        assertThat(question().locator(".as-set")).isHidden();
    }

    private void aTableIsFilledAndSummed() {
        turnTo("tide-grid");
        question().locator("[data-cell=r2]").fill("0.6");
        question().locator("[data-cell=r2]").press("ArrowDown");
        page.keyboard().type("0,9");
        assertEntry("tide-grid", "2/10");
        assertThat(question().locator("output")).hasText("1.8");
        page.keyboard().press("Tab");
        page.keyboard().type("3.0");
        assertEntry("tide-grid", "3/10");
    }

    private void picturesAreAnsweredOnWithMouseAndKeys() {
        turnTo("cans");
        question().locator("[data-choice=A]").click();
        question().locator("[data-choice=C]").press("Enter");
        assertEntry("cans", "AC");

        turnTo("turning-place");
        press("turning-place", 165, 105, 400);
        assertEntry("turning-place", "⌖");
        question().locator(".plane-over").press("Delete");
        assertEntry("turning-place", "–");
        question().locator(".plane-over").press("ArrowRight");
        page.keyboard().press("Enter");
        assertEntry("turning-place", "⌖");

        turnTo("passing-order");
        question().locator("[data-choice=B]").click();
        question().locator("[data-choice=A]").click();
        assertEntry("passing-order", "BA");

        turnTo("name-marks");
        card("can").click();
        question().locator("[data-gap=A]").click();
        drag(card("cone"), question().locator("[data-gap=B]"), 0.5);
        assertEntry("name-marks", "2/3");
        question().locator("[data-zoom='1']").click();
        assertThat(question().locator(".plane")).hasAttribute("style", Pattern.compile("150%"));
    }

    private void symbolsSnapToTheLineMoveAndAreTakenBack() {
        turnTo("lock-light");
        question().locator(".ruled").click(at(150, 40));
        assertThat(question().locator(".ruled-line-said")).hasText("Take a symbol first.");
        question().locator("[data-symbol=short]").click();
        question().locator(".ruled").click(at(24, 40));
        assertEntry("lock-light", "1⌖");
        question().locator("[data-placed='short 0']").press("ArrowRight");
        assertThat(question().locator("[data-placed='short 0.5']")).isFocused();
        question().locator("[data-undo]").click();
        assertThat(question().locator("[data-placed='short 0']")).isVisible();
        question().locator("[data-placed='short 0']").press("Delete");
        assertEntry("lock-light", "–");
    }

    private void theChartTakesWhatIsTypedAndWhatIsDragged() {
        turnTo("fix");
        question().locator("[data-pen=line]").click();
        question().locator("[name=bearing]").fill("120");
        question().locator("[name=distance]").fill("100");
        question().locator(".chart-typed button").click();
        assertThat(question().locator(".drawn")).containsText("Line: 120°, 100 cables");
        BoundingBox box = question().locator(".plane-over").boundingBox();
        double scale = box.width / 400;
        page.mouse().move(box.x + 322 * scale, box.y + 82 * scale);
        page.mouse().down();
        page.mouse().move(box.x + 280 * scale, box.y + 120 * scale);
        page.mouse().up();
        assertEntry("fix", "2⌖");
        assertThat(question().locator(".drawn li").nth(1)).containsText("Line: 22");
        question().locator("[data-drawn]").first().click();
        assertEntry("fix", "1⌖");
    }

    @Test
    void aSoundCountsOnceItHasBegunAndSurvivesAReload() {
        turnTo("heard-draught");
        question().locator("[data-play]").click();
        assertThat(question().locator(".play-ask")).containsText("Have you read the question and its options?");
        question().locator("[data-wait]").click();
        assertThat(question().locator(".play-said")).hasText("It can be played once.");
        question().locator("[data-play]").click();
        question().locator("[data-go]").click();
        assertThat(question().locator(".play-said")).hasText("Playing. This play counts.");
        assertAllEntered();

        page.reload();
        awaitPage("block");
        assertThat(question().locator("[data-play]")).isDisabled();
        assertThat(question().locator(".play-said")).hasText("It has been played as often as it can be.");
        page.locator("[data-do=erase]").click();
        assertThat(question().locator("[data-play]")).isDisabled();
    }

    @Test
    void aSoundThatCannotBePlayedCostsNothing() {
        page.route("**/plays/**", route -> route.abort());
        page.reload();
        awaitPage("block");
        turnTo("heard-draught");
        question().locator("[data-play]").click();
        question().locator("[data-go]").click();

        assertThat(question().locator(".play-said")).containsText("Nothing has counted");
        assertThat(question().locator("[data-play]")).isEnabled();
    }

    private void theBookletIsDeclaredDone() {
        turnTo("sketch-paper");
        question().locator(".booklet").click();
        assertEntry("sketch-paper", "¶");
        question().locator(".booklet").press("Enter");
        assertEntry("sketch-paper", "–");
    }

    private void areAccessible() {
        for (String item : List.of(
                "heard-draught",
                "heard-lock",
                "call-order",
                "words-meaning",
                "call-gaps",
                "wrong-words",
                "sign-pairs",
                "channel",
                "log-entry",
                "cans",
                "turning-place",
                "name-marks",
                "wreck-mark",
                "lock-light",
                "fix",
                "tide-grid",
                "report",
                "sketch-paper")) {
            turnTo(item);
            assertClean(page, ".question.open", item);
        }
        assertClean(page, "the page around them");
    }

    /** While an entry is on its way, the page that is sent asks for that first. */
    private void sendNoKeyToTheBrowser() {
        AtomicReference<String> fetched = new AtomicReference<>("");
        page.waitForCondition(() -> {
            fetched.set((String) page.evaluate("async () => (await fetch(location.href)).text()"));
            return fetched.get().contains("call-order");
        });
        String sent = fetched.get();
        for (String secret : List.of(
                "qti-correct",
                "mapped-value",
                "dl:",
                "yardstick",
                "tolerance",
                "Marrowlight",
                "line 80 60 166",
                "point 244.83",
                "r2 0.6",
                "short 8",
                "\"correct\"")) {
            Assertions.assertFalse(sent.contains(secret), secret + " reached the browser");
        }
    }

    private void turnTo(String item) {
        cell(item).click();
        assertThat(page.locator(".question.open[data-item=" + item + "]")).isVisible();
    }

    private Locator card(String choice) {
        return question().locator(".card[data-choice=" + choice + "]");
    }

    private List<String> placed() {
        return question().locator(".placed .card").all().stream()
                .map(card -> card.getAttribute("data-choice"))
                .toList();
    }

    private void assertCell(String item, Pattern entry) {
        assertThat(cell(item).locator("b")).hasText(entry);
    }

    private void press(String item, double x, double y, double width) {
        BoundingBox box =
                page.locator(".question[data-item=" + item + "] .plane-over").boundingBox();
        page.mouse().click(box.x + x * box.width / width, box.y + y * box.width / width);
    }

    private void drag(Locator card, Locator target, double downTo) {
        BoundingBox from = card.boundingBox();
        BoundingBox to = target.boundingBox();
        page.mouse().move(from.x + 20, from.y + from.height / 2);
        page.mouse().down();
        page.mouse().move(to.x + to.width / 2, to.y + to.height * downTo, new Mouse.MoveOptions().setSteps(4));
        page.mouse().up();
    }

    private static Locator.ClickOptions at(double x, double y) {
        return new Locator.ClickOptions().setPosition(x, y);
    }
}

package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Mouse;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import dauntingledger.rulebook.marks.Look;
import dauntingledger.rulebook.marks.MarkedText;
import dauntingledger.rulebook.marks.Run;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Help;
import dauntingledger.rulebook.tools.TextId;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;

/** The tools beside a question, by mouse, touch and keyboard. */
class ToolsTest extends BrowserTest {

    @BeforeEach
    void openTheTides() {
        appointment = inTides();
        signIn();
        enter(page);
        cell("interpolate").click();
        assertThat(question()).hasAttribute("data-item", "interpolate");
    }

    private void enter(Page window) {
        window.navigate("/sittings/" + appointment.sitting());
        awaitPage(window, "block");
    }

    private Locator panel(String name) {
        return panel(page, name);
    }

    private static Locator panel(Page window, String name) {
        return window.locator("[data-panel=" + name + "]");
    }

    private Locator tool(String name) {
        return page.locator("[data-tool=" + name + "]");
    }

    private void open(String name) {
        tool(name).click();
        assertThat(panel(name)).isVisible();
    }

    private void type(String... rows) {
        for (String row : rows) {
            String[] cells = row.split("\\|");
            for (int i = 0; i < cells.length; i++) {
                page.keyboard().type(cells[i]);
                page.keyboard().press(i < cells.length - 1 ? "Tab" : "Enter");
            }
            page.keyboard().press("Home");
        }
    }

    private void works(String sum) {
        panel("calculator").locator(".sum-line").focus();
        page.keyboard().type(sum);
        page.keyboard().press("Enter");
    }

    private static boolean overlap(BoundingBox a, BoundingBox b) {
        return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
    }

    private void assertAside(Locator... elements) {
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
    private void drag(Locator element, double x1, double y1, double x2, double y2) {
        BoundingBox box = element.boundingBox();
        page.mouse().move(box.x + x1 * box.width, box.y + y1 * box.height);
        page.mouse().down();
        page.mouse().move(box.x + x2 * box.width, box.y + y2 * box.height, new Mouse.MoveOptions().setSteps(6));
        page.mouse().up();
    }

    /** Returns what is marked in the one text that has marks. */
    private List<Run> runs() {
        Map<TextId, MarkedText> marks = sitting().tools().marks();
        assertThat(marks).hasSize(1);
        return marks.values().iterator().next().runs();
    }

    private Locator words() {
        return question().locator(".q p").first();
    }

    @Test
    void aTideIsWorkedOutWithEverythingInSightAndAllIsBackInAnotherBrowser() {
        tool("exhibit").click();
        assertThat(panel("exhibit")).containsText("Heights over Fiddler");
        open("worksheet");
        open("calculator");
        assertAside(page.locator(".sheet"), panel("exhibit"), panel("worksheet"), panel("calculator"));
        assertThat(question()).containsText("Interpolate the height at 08:20");

        panel("worksheet").locator("[role=grid]").focus();
        type("8|5.1", "9|6.0", "=8+1/3|=B1+(B2-B1)*(A3-A1)/(A2-A1)");
        assertThat(panel("worksheet").locator("#ws-B3")).hasText("5.4");
        works("5.1+(6.0-5.1)/3");
        panel("calculator").locator(".btn.wide").click();
        assertEntry("interpolate", "5.4");

        drag(words(), 0.02, 0.25, 0.3, 0.25);
        page.locator("#inkbar [data-brush=ink-2]").click();
        drag(words(), 0.02, 0.25, 0.3, 0.25);
        page.locator("#inkbar [data-brush=note]").click();
        page.keyboard().type("a straight line only");
        panel("notes").locator(".btn").last().click();
        panel("notes").locator(".closer").click();
        tool("exhibit").click();
        open("sketch");
        drag(panel("sketch").locator("svg[role=application]"), 0.1, 0.2, 0.6, 0.7);
        assertThat(panel("sketch").locator(".shapes .shape")).hasCount(1);
        assertAllEntered();

        Page other = newBrowser(new Browser.NewContextOptions().setViewportSize(1280, 800));
        context.close();
        signIn(other, appointment.candidate(), PIN);
        enter(other);
        assertThat(panel(other, "sketch").locator(".shapes .shape")).hasCount(1);
        assertThat(panel(other, "worksheet").locator("#ws-B3")).hasText("5.4");
        assertThat(panel(other, "calculator").locator(".tape")).containsText("= 5.4");
        assertThat(panel(other, "notes")).isHidden();
        assertThat(other.evaluate("CSS.highlights.get('ink-2').size + CSS.highlights.get('noted').size"))
                .isEqualTo(2);
        other.locator("[data-tool=notes]").click();
        assertThat(panel(other, "notes")).containsText("a straight line only");
    }

    @Nested
    class Marks {

        @Test
        void areMadeByMouseAndCombine() {
            drag(words(), 0.02, 0.25, 0.3, 0.25);
            page.locator("#inkbar [data-brush=ink-1]").click();
            drag(words(), 0.02, 0.25, 0.2, 0.25);
            page.locator("#inkbar [data-brush=underline]").click();
            assertAllEntered();

            assertThat(runs())
                    .extracting(run -> run.look())
                    .contains(new Look(1, true, false), new Look(1, false, false));
        }

        @Test
        void areMadeByKeyboardAloneAndTakenAway() {
            question().focus();
            page.keyboard().press("h");
            page.keyboard().press("Shift+ArrowRight");
            page.keyboard().press("Enter");
            page.keyboard().press("Enter");
            assertThat(page.locator("#inkbar")).isHidden();
            assertAllEntered();
            assertThat(runs()).hasSize(1);

            page.keyboard().press("h");
            page.keyboard().press("Shift+ArrowRight");
            page.keyboard().press("Enter");
            page.keyboard().press("ArrowLeft");
            page.keyboard().press("Enter");
            assertAllEntered();
            assertThat(runs()).isEmpty();
        }

        @Test
        void onAnOptionDoNotChooseIt() {
            cell("secondary-port").click();
            Locator letters = option(2).locator("[data-text]");
            drag(letters, 0.05, 0.5, 0.95, 0.5);
            assertThat(page.locator("#inkbar")).isVisible();
            assertThat(option(2)).hasAttribute("aria-checked", "false");

            page.locator("#inkbar [data-brush=strike]").click();
            option(2).click();
            assertThat(option(2)).hasAttribute("aria-checked", "true");
        }
    }

    @Nested
    class TheCalculator {

        @Test
        void saysInWordsWhatIsWrongAndLeavesTheSumToBeCorrected() {
            open("calculator");
            works("1250000/0");
            assertThat(panel("calculator").locator(".tool-said")).hasText("Cannot divide by zero.");
            assertThat(panel("calculator").locator(".sum-line")).hasValue("1\u202f250\u202f000÷0");

            page.keyboard().press("End");
            page.keyboard().press("Backspace");
            page.keyboard().type("4");
            page.keyboard().press("Enter");
            assertThat(panel("calculator").locator(".tape")).containsText("312\u202f500");
        }

        @Test
        void takesKeysOnlyWhileItHasTheFocus() {
            open("calculator");
            page.keyboard().type("12");
            question().focus();
            page.keyboard().press("n");
            assertThat(question()).not().hasAttribute("data-item", "interpolate");
            assertThat(panel("calculator").locator(".sum-line")).hasValue("12");
        }

        @Test
        void takesASumUpAgainFromTheTape() {
            open("calculator");
            works("0.1+0.2");
            panel("calculator").locator(".tape button").click();
            assertThat(panel("calculator").locator(".sum-line")).hasValue("0.1+0.2");
        }

        @Test
        void isPressedByTouch() {
            Page tablet = newBrowser(
                    new Browser.NewContextOptions().setViewportSize(1024, 768).setHasTouch(true));
            signIn(tablet, appointment.candidate(), PIN);
            enter(tablet);
            tablet.locator("[data-tool=calculator]").tap();
            for (String key : List.of("7", "×", "6", "=")) {
                panel(tablet, "calculator")
                        .locator(".sum-keys")
                        .getByText(key, new Locator.GetByTextOptions().setExact(true))
                        .tap();
            }
            assertThat(panel(tablet, "calculator").locator(".tape")).containsText("= 42");
        }
    }

    @Nested
    class TheWorksheet {

        @Test
        void isFilledCopiedUndoneAndExplainsItsErrors() {
            open("worksheet");
            Locator sheet = panel("worksheet");
            sheet.locator("[role=grid]").focus();
            type("1|=A1*2", "2", "3", "=1/0");
            assertThat(sheet.locator(".cell-edit .tool-said")).isHidden();
            sheet.locator("#ws-A4").click();
            assertThat(sheet.locator(".cell-edit .tool-said")).containsText("divided by zero");
            sheet.locator("#ws-B1").click();
            page.keyboard().press("Shift+ArrowDown");
            page.keyboard().press("Shift+ArrowDown");
            page.keyboard().press("Control+d");
            assertThat(sheet.locator("#ws-B3")).hasText("6");

            page.keyboard().press("Control+c");
            sheet.locator("#ws-D1").click();
            page.keyboard().press("Control+v");
            assertThat(sheet.locator("#ws-D2")).hasText("0");
            page.keyboard().press("Control+z");
            assertThat(sheet.locator("#ws-D2")).hasText("");
            page.keyboard().press("Control+y");
            assertThat(sheet.locator("#ws-D2")).hasText("0");
        }
    }

    @Nested
    class LongEntries {

        private static final String PASTE = """
                (text) => {
                  const clipboardData = new DataTransfer();
                  clipboardData.setData('text/plain', text);
                  document.querySelector('[role=grid]').dispatchEvent(
                    new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
                }
                """;

        @Test
        void areSentInPartsAfterTheConnectionWasLost() {
            open("worksheet");
            context.setOffline(true);
            String row = ("a cell of some length" + "\t").repeat(19) + "=1+1";
            page.evaluate(PASTE, (row + "\n").repeat(200));
            assertThat(panel("worksheet").locator("#ws-T200")).hasText("2");
            context.setOffline(false);

            assertAllEntered();
            assertThat(sitting().tools().cells()).hasSize(4000);
        }
    }

    @Nested
    class TheSketch {

        @Test
        void isDrawnMovedAndErasedByKeyboardAlone() {
            tool("sketch").focus();
            page.keyboard().press("Enter");
            Locator paper = panel("sketch").locator("svg[role=application]");
            assertThat(paper).isFocused();
            page.keyboard().press("Space");
            page.keyboard().press("ArrowRight");
            page.keyboard().press("ArrowDown");
            page.keyboard().press("Space");
            assertThat(panel("sketch").locator(".shapes .shape")).hasCount(1);
            page.keyboard().press("Control+z");
            assertThat(panel("sketch").locator(".shapes .shape")).hasCount(0);
            page.keyboard().press("Control+y");
            assertThat(panel("sketch").locator(".shapes .shape")).hasCount(1);
            assertAllEntered();
            assertThat(sitting().tools().shapes()).hasSize(1);
        }

        @Test
        void shapesAreChosenMovedAndDeleted() {
            open("sketch");
            Locator paper = panel("sketch").locator("svg[role=application]");
            panel("sketch").locator("[aria-label=Rectangle]").click();
            drag(paper, 0.2, 0.2, 0.5, 0.5);
            panel("sketch").locator("[aria-label=Select]").click();
            drag(paper, 0.2, 0.35, 0.3, 0.35);
            page.waitForCondition(() -> sitting().tools().shapes().stream().anyMatch(shape -> shape.x(0) > 0));
            int left = sitting().tools().shapes().getFirst().x(0);
            drag(paper, 0.3, 0.35, 0.4, 0.35);
            page.waitForCondition(() -> sitting().tools().shapes().getFirst().x(0) > left + 500);
            page.keyboard().press("Delete");
            assertThat(panel("sketch").locator(".shapes .shape")).hasCount(0);
        }
    }

    @Nested
    class Exhibits {

        @Test
        void ofManyPagesAreTurnedSearchedAndRemembered() {
            open("exhibit");
            Locator exhibit = panel("exhibit");
            exhibit.getByText("Tide tables 2026").click();
            assertThat(exhibit.locator(".paging")).containsText("of 40");
            exhibit.locator(".find-box").fill("week of 2026-03-02");
            assertThat(exhibit.locator(".tool-bar")).containsText("1 of 1");
            assertThat(exhibit.locator(".page-box")).hasValue("10");
            exhibit.locator("[aria-label=Contents]").click();
            exhibit.locator(".exhibit-contents button").getByText("2026-05-04").click();
            assertThat(exhibit.locator(".page-box")).hasValue("19");
            exhibit.locator("[aria-label=Zoom]").selectOption("150");
            assertThat(exhibit.locator(".pdf-page[data-page='19'] .text-layer")).containsText("Week of 2026-05-04");
            page.waitForCondition(() -> sitting().tools().exhibits().values().stream()
                    .anyMatch(view -> view.page() == 19 && view.zoom() == 150));

            page.reload();
            awaitPage("block");
            assertThat(exhibit.locator(".page-box")).hasValue("19");
            assertThat(exhibit.locator("[aria-label=Zoom]")).hasValue("150");
        }

        @Test
        void standSideBySide() {
            open("exhibit");
            panel("exhibit")
                    .locator("[aria-label='Open a second one beside it']")
                    .click();
            assertThat(panel("second-exhibit").locator(".figure")).isVisible();
            assertAside(panel("exhibit"), panel("second-exhibit"), page.locator(".sheet"));
        }

        @Test
        void comeBackWithoutTheNetwork() {
            open("exhibit");
            assertThat(panel("exhibit")).containsText("Heights over Fiddler");
            context.setOffline(true);
            panel("exhibit").getByText("Tide curve").click();
            assertThat(panel("exhibit").locator(".tool-said")).containsText("could not be fetched");
            panel("exhibit").getByText("Heights").first().click();
            assertThat(panel("exhibit")).containsText("Heights over Fiddler");
            context.setOffline(false);
        }
    }

    @Nested
    class Panels {

        @Test
        void areMovedFoldedAndKeptInTheWindow() {
            open("calculator");
            drag(panel("calculator").locator(".mover"), 0.2, 0.5, -1.5, 4);
            BoundingBox moved = panel("calculator").boundingBox();
            page.reload();
            awaitPage("block");
            assertThat(panel("calculator")).isVisible();
            assertThat(panel("calculator").boundingBox().x).isEqualTo(moved.x);

            panel("calculator").locator(".mover").focus();
            page.keyboard().press("ArrowRight");
            assertThat(panel("calculator").boundingBox().x).isEqualTo(moved.x + 16);
            page.setViewportSize(700, 560);
            BoundingBox inside = panel("calculator").boundingBox();
            assertThat(inside.x + inside.width).isLessThanOrEqualTo(700);
            assertThat(inside.y + inside.height).isLessThanOrEqualTo(560);

            page.keyboard().press("Escape");
            assertThat(panel("calculator")).hasAttribute("data-state", "folded");
            assertThat(question()).isFocused();
        }

        @Test
        void areGoneOnTheReviewPageAndWhereTheSectionDoesNotOfferThem() {
            open("calculator");
            page.locator("nav [data-do=review]").click();
            assertThat(panel("calculator")).isHidden();
            page.locator("nav [data-do=return]").click();
            assertThat(panel("calculator")).isVisible();

            appointment = inRules();
            signIn();
            enter(page);
            assertThat(tool("calculator")).isVisible();
            assertThat(tool("worksheet")).isHidden();
            assertThat(tool("exhibit")).isHidden();
            page.keyboard().press("w");
            assertThat(panel("worksheet")).hasCount(0);
        }

        @Test
        void canBeUsedAtTwiceTheTextSizeInASmallWindow() {
            page.setViewportSize(1024, 640);
            page.evaluate("document.documentElement.dataset.text = '200'");
            open("calculator");
            BoundingBox box = panel("calculator").boundingBox();
            assertThat(box.x).isGreaterThanOrEqualTo(0);
            assertThat(box.y + box.height).isLessThanOrEqualTo(640);
            works("6*7");
            assertThat(panel("calculator").locator(".tape")).containsText("42");
        }

        @Test
        void areOpenedOfflineOnceTheyHaveBeenFetched() {
            open("calculator");
            context.setOffline(true);
            page.reload();
            awaitPage("block");
            works("2^10");
            assertThat(panel("calculator").locator(".tape")).containsText("1\u202f024");
            context.setOffline(false);
            assertAllEntered();
            assertThat(sitting().tools().tape()).hasSize(1);
        }
    }

    @Test
    void aCallForHelpIsSeenAndTheClockGoesOn() {
        page.locator("[data-ask=help]").click();
        page.locator("#help-go").click();
        assertThat(page.locator(".slip")).hasText("Choose what it is about first.");
        page.locator("#help input[value=supplies]").check();
        page.locator("#help-note").fill("a pencil");
        page.locator("#help-go").click();
        assertThat(page.locator("#help-label")).hasText("Called");
        page.waitForCondition(() ->
                sitting().help().map(Help::note).filter("a pencil"::equals).isPresent());

        does(appointment, new Act.HelpAnswered("Jonna Hartwell", "I bring one."));
        assertThat(page.locator(".slip")).containsText("Jonna Hartwell has seen your call. I bring one.");
        page.locator("[data-ask=help]").click();
        assertThat(page.locator("#help-state")).containsText("Jonna Hartwell has seen your call");
        assertThat(page.locator("#clock-time")).hasText(Pattern.compile("3[45]:.*"));
    }
}

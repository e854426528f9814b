package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import dauntingledger.rulebook.highlight.HighlightedText;
import dauntingledger.rulebook.highlight.Look;
import dauntingledger.rulebook.highlight.Run;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Help;
import dauntingledger.rulebook.tools.TextId;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;

/** The tools beside a question, by mouse, touch and keyboard. */
class ToolsTest extends ToolsBrowserTest {

    private static final String PASTE = """
            (text) => {
              const clipboardData = new DataTransfer();
              clipboardData.setData('text/plain', text);
              document.querySelector('[role=grid]').dispatchEvent(
                new ClipboardEvent('paste', { clipboardData, bubbles: true, cancelable: true }));
            }
            """;

    /** Returns what is marked in the one text that has marks. */
    private List<Run> runs() {
        Map<TextId, HighlightedText> marks = sitting().tools().contents().marks();
        assertThat(marks).hasSize(1);
        return marks.values().iterator().next().runs();
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
        goOnIn(other);
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

        @Test
        void areGivenUpWithEscape() {
            drag(words(), 0.02, 0.25, 0.3, 0.25);
            assertThat(page.locator("#inkbar")).isVisible();
            page.keyboard().press("Escape");
            assertThat(page.locator("#inkbar")).isHidden();
        }
    }

    @Nested
    class Notes {

        @Test
        void areKeptWhileTheyAreWritten() {
            open("notes");
            panel("notes").locator(".btn.wide").click();
            page.keyboard().type("twelfths, not thirds");
            page.reload();
            awaitPage("block");

            assertThat(panel("notes")).containsText("twelfths, not thirds");
        }

        @Test
        void areBroughtBackAfterTheyWereRemoved() {
            open("notes");
            writes("first");
            panel("notes").getByText("Remove").click();
            assertThat(panel("notes")).not().containsText("first");
            panel("notes").getByText("Bring it back").click();
            assertThat(panel("notes")).containsText("first");
        }

        @Test
        void doNotTakeThePlaceOfANewerOne() {
            open("notes");
            writes("first");
            panel("notes").getByText("Remove").click();
            writes("second");

            assertThat(panel("notes").getByText("Bring it back")).hasCount(0);
            assertThat(panel("notes")).containsText("second");
        }

        private void writes(String words) {
            panel("notes").locator(".btn.wide").click();
            page.keyboard().type(words);
            panel("notes").getByText("Keep note").click();
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
        void comesBackWithTheAnglesOfItsLastSum() {
            open("calculator");
            panel("calculator").locator("select").selectOption("radians");
            works("cos(0)");
            assertAllEntered();
            page.reload();
            awaitPage("block");

            assertThat(panel("calculator").locator("select")).hasValue("radians");
        }

        @Test
        void isPressedByTouch() {
            Page tablet = newBrowser(
                    new Browser.NewContextOptions().setViewportSize(1024, 768).setHasTouch(true));
            goOnIn(tablet);
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

        @Test
        void ofABlockThatIsCutMovesAllInOneStroke() {
            open("worksheet");
            Locator sheet = panel("worksheet");
            sheet.locator("[role=grid]").focus();
            type("7|=A1*2");
            sheet.locator("#ws-A1").click();
            page.keyboard().press("Shift+ArrowRight");
            page.keyboard().press("Control+x");
            assertThat(sheet.locator("#ws-B1")).hasText("14");
            sheet.locator("#ws-A3").click();
            page.keyboard().press("Control+v");
            assertThat(sheet.locator("#ws-A3")).hasText("7");
            assertThat(sheet.locator("#ws-A1")).hasText("");
            page.keyboard().press("Control+z");
            assertThat(sheet.locator("#ws-B1")).hasText("14");
            assertThat(sheet.locator("#ws-A3")).hasText("");
        }

        @Test
        void saysWhatOfAPastedTextDoesNotFit() {
            open("worksheet");
            panel("worksheet").locator("[role=grid]").focus();
            page.keyboard().press("Control+End");
            page.evaluate(PASTE, "high\twater\n" + "x".repeat(1001));

            assertThat(panel("worksheet").locator("#ws-B1")).hasText("water");
            assertThat(page.locator(".slip")).containsText("1 cell was left out");
        }

        @Test
        void keepsACellThatIsBeingTypedWhenThePageIsLeft() {
            open("worksheet");
            panel("worksheet").locator("[role=grid]").focus();
            page.keyboard().type("=6*7");
            page.reload();
            awaitPage("block");

            assertThat(panel("worksheet").locator("#ws-A1")).hasText("42");
        }
    }

    @Nested
    class LongEntries {

        @Test
        void areSentInPartsAfterTheConnectionWasLost() {
            open("worksheet");
            context.setOffline(true);
            String row = ("a cell of some length" + "\t").repeat(19) + "=1+1";
            page.evaluate(PASTE, (row + "\n").repeat(200));
            assertThat(panel("worksheet").locator("#ws-T200")).hasText("2");
            context.setOffline(false);

            assertAllEntered();
            assertThat(sitting().tools().contents().cells()).hasSize(4000);
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
            assertThat(sitting().tools().contents().shapes()).hasSize(1);
        }

        @Test
        void shapesAreChosenMovedAndDeleted() {
            open("sketch");
            Locator paper = panel("sketch").locator("svg[role=application]");
            panel("sketch").locator("[aria-label=Rectangle]").click();
            drag(paper, 0.2, 0.2, 0.5, 0.5);
            panel("sketch").locator("[aria-label=Select]").click();
            drag(paper, 0.2, 0.35, 0.3, 0.35);
            page.waitForCondition(
                    () -> sitting().tools().contents().shapes().stream().anyMatch(shape -> shape.x(0) > 0));
            int left = sitting().tools().contents().shapes().getFirst().x(0);
            drag(paper, 0.3, 0.35, 0.4, 0.35);
            page.waitForCondition(
                    () -> sitting().tools().contents().shapes().getFirst().x(0) > left + 500);
            page.keyboard().press("Delete");
            assertThat(panel("sketch").locator(".shapes .shape")).hasCount(0);
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

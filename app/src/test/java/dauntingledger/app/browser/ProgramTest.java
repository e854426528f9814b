package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Request;
import dauntingledger.app.ledger.Terms;
import dauntingledger.app.programs.Settled;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.program.Ending;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** A program, from the first line to its marks: written, run, tried, without a network, handed in. */
class ProgramTest extends BrowserTest {

    private static final ItemId TASK = new ItemId("water-under-keel");
    private static final ResponseId R1 = new ResponseId("R1");
    private static final String RIGHT = "a, b, c = map(float, input().split())\nleast = float(input())\n"
            + "w = a + b - c\nprint(f'{w:.1f}')\nprint('go' if w >= least else 'wait')\n";

    @Autowired
    private Settled settled;

    private void openTask() {
        appointment = newAppointment("programs-practice", Terms.practising(PracticeMode.UNTIMED));
        does(appointment, new Act.StageOpened(new StageId("practice")));
        openRoom();
        assertThat(editor()).isVisible();
    }

    private Locator editor() {
        return question().locator(".cm-content");
    }

    private Locator said() {
        return question().locator(".program-said");
    }

    /** Writes a program in the place of what the editor holds, as a paste does. */
    private void write(String program) {
        editor().click();
        page.keyboard().press("Control+a");
        page.keyboard().insertText(program);
    }

    private String entered() {
        return sitting()
                .questions()
                .get(TASK)
                .response(R1)
                .orElseThrow()
                .elements()
                .getFirst();
    }

    @Test
    void isWrittenTriedWithoutANetworkReloadedHandedInAndJudged() throws InterruptedException {
        openTask();
        write("print(input())");
        question().locator("[data-run]").click();
        assertThat(said()).containsText("It ended with an error");
        assertThat(question().locator(".program-outcome")).containsText("EOFError");
        question()
                .locator("summary", new Locator.LocatorOptions().setHasText("Input of your own"))
                .click();
        question().locator(".program-input").fill("ebb\n");
        question().locator("[data-run]").click();
        assertThat(said()).containsText("It ran to its end");
        assertThat(question().locator(".program-outcome pre")).hasText("ebb");
        assertAllEntered();
        assertEntry("water-under-keel", "py 1");
        page.waitForFunction("""
                async () => {
                  const kept = (await (await caches.open('ledger-assets')).keys()).map(({ url }) => url);
                  const wanted = ['desk', 'programs-', 'program-worker', 'python.wasm', 'python-library'];
                  return navigator.serviceWorker.controller && wanted.every((part) => kept.some((url) => url.includes(part)));
                }
                """);

        context.setOffline(true);
        write(RIGHT.replace(">=", ">"));
        question().locator("[data-try]").click();
        assertThat(said()).containsText("Examples: 2 of 3 passed");
        assertThat(question().locator(".program-case.other-output mark")).hasCount(2);
        assertThat(page.locator("#saved")).containsText(Pattern.compile("\\d entries wait on this computer"));
        page.reload();
        awaitPage("block");
        assertThat(editor()).containsText("'go' if w > least");
        write(RIGHT);
        question().locator("[data-try]").click();
        assertThat(said()).containsText("Examples: 3 of 3 passed");

        context.setOffline(false);
        assertAllEntered();
        assertThat(entered()).isEqualTo("python\n" + RIGHT);
        assertThat(runs())
                .last()
                .satisfies(
                        run -> assertThat(run.endings()).containsExactly(Ending.PASSED, Ending.PASSED, Ending.PASSED));
        page.locator("nav [data-do=review]").click();
        assertThat(page.locator("#review [data-item=water-under-keel] .r-entry"))
                .hasText("py 5 · examples: 3 of 3");
        page.locator("#review [data-do=close]").click();
        page.locator("[data-act=block-closed]").click();
        awaitPage("hand-in");
        page.locator("[data-act=handed-in]").click();
        assertThat(page.locator(".digest")).isVisible();
        papers.marking(appointment.paper(), appointment.seed()).waiting(sitting());
        settled.await();
        assertThat(papers.marking(appointment.paper(), appointment.seed())
                        .explain("en", sitting().questions().get(TASK), Map.of())
                        .runs()
                        .values())
                .singleElement()
                .satisfies(ran -> assertThat(ran)
                        .hasSize(11)
                        .allSatisfy(one -> assertThat(one.ending()).isEqualTo(Ending.PASSED)));
    }

    private List<Act.ProgramRun> runs() {
        return ledgers.open(appointment, clock.instant()).entries().stream()
                .map(Entry::act)
                .filter(Act.ProgramRun.class::isInstance)
                .map(Act.ProgramRun.class::cast)
                .toList();
    }

    @Test
    void aLoopIsStoppedAndALongOneEndsByItself() {
        openTask();
        write("while True: pass");
        // A press that waits for nothing: the run itself ends after two seconds, and a busy machine may be slower.
        question().locator("[data-run]").dispatchEvent("click");
        question().locator("[data-stop]").dispatchEvent("click");
        assertThat(said()).containsText("Stopped");
        question().locator("[data-run]").click();
        assertThat(said()).containsText("It was stopped after 2 s");
        write("print(7)");
        question().locator("[data-run]").click();
        assertThat(question().locator(".program-outcome pre")).hasText("7");
        assertAllEntered();
        assertThat(runs().stream().map(Act.ProgramRun::endings))
                .containsExactly(List.of(Ending.STOPPED), List.of(Ending.OUT_OF_TIME), List.of(Ending.ENDED));
    }

    @Test
    void whatStaysCannotBeChangedAndAnotherLanguageKeepsWhatWasWritten() {
        openTask();
        page.locator("[data-do=next]").first().click();
        assertThat(question()).hasAttribute("data-item", "way-back");
        assertThat(editor()).containsText("def way_back(bearing):");
        editor().click();
        page.keyboard().press("Control+a");
        page.keyboard().press("Delete");
        assertThat(editor()).containsText("def way_back(bearing):");
        page.keyboard().press("Control+End");
        page.keyboard().insertText("    # mine\n");
        assertEntry("way-back", "py 4");

        question().locator("[value=javascript]").check();
        assertThat(question().locator(".program-answer"))
                .containsText("Your answer is the program in Python 3 (4 lines)");
        assertThat(editor()).containsText("function way_back(bearing) {");
        assertEntry("way-back", "py 4");
        editor().click();
        page.keyboard().press("Control+Home");
        page.keyboard().press("ArrowDown");
        page.keyboard().insertText("  let half = 180;\n");
        assertThat(question().locator(".program-answer")).hasText("");
        assertEntry("way-back", "js 5");
        question().locator("[value=python]").check();
        assertThat(editor()).containsText("# mine");
        assertClean(page, "#sheet", "a question that is answered by a program");

        page.keyboard().press("Escape");
        page.locator("[data-do=erase]").click();
        assertEntry("way-back", "–");
        assertThat(question().locator(".program-answer")).containsText("you have erased it");
        assertThat(editor()).not().containsText("# mine");
        question().locator("[data-use]").click();
        assertThat(editor()).containsText("# mine");
        assertEntry("way-back", "py 4");
    }

    @Test
    void tabLeavesTheEditorUnlessItIsWantedToIndent() {
        openTask();
        editor().click();
        page.keyboard().press("Tab");
        assertThat(page.evaluate("() => document.activeElement.className")).isNotEqualTo("program-editor");
        question().locator("[data-indent]").click();
        page.keyboard().press("Tab");
        page.keyboard().insertText("pass");
        assertThat(editor()).containsText("    pass");
        page.keyboard().press("Escape");
        page.keyboard().press("Tab");
        assertThat(page.evaluate("() => document.activeElement.className")).isNotEqualTo("program-editor");
        page.keyboard().press("r");
        assertThat(page.locator("#review")).isVisible();
    }

    @Test
    void aRoomWithoutSuchAQuestionFetchesNothingOfIt() {
        List<String> fetched = new ArrayList<>();
        context.onRequest(request -> note(request, fetched));
        enterFirstSection();
        page.keyboard().press("2");
        assertAllEntered();
        assertThat(fetched)
                .isNotEmpty()
                .noneMatch(address -> address.contains("program") || address.contains("engines"));
    }

    private static void note(Request request, List<String> fetched) {
        fetched.add(request.url());
    }
}

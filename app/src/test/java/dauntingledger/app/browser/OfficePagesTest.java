package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Page;
import dauntingledger.app.exams.Exam;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The pages of the staff: for everybody, in every theme, without scrolling sideways, by keyboard. */
class OfficePagesTest extends BrowserTest {

    private static final List<String> THEMES = List.of("light", "dark", "contrast-light", "contrast-dark");

    private Exam running() {
        return exams.page(0, 200).stream()
                .filter(exam -> exam.title().equals("Licence examination, winter"))
                .findFirst()
                .orElseThrow();
    }

    private List<String> pages() {
        String exam = "/office/exams/" + running().id();
        List<String> pages = new ArrayList<>(List.of(
                "/office/exams",
                "/office/exams/new",
                "/office/sittings?sitting=1",
                "/office/requests",
                "/office/rooms",
                "/office/rooms/1",
                "/office/papers",
                "/office/staff",
                "/office/staff/INV-1",
                "/office/mail",
                "/office/audit",
                "/office/find?text=a",
                "/account"));
        List.of("", "/edit", "/roster", "/seats", "/letters", "/registration", "/centres")
                .forEach(part -> pages.add(exam + part));
        return pages;
    }

    private void signInAsOffice() {
        signIn(page, "OFF-1", "four-fathoms-of-ink");
        assertThat(page.locator("h1")).hasText("Exams");
    }

    @Test
    void areWithoutViolationsInEveryTheme() {
        signInAsOffice();
        for (String path : pages()) {
            page.navigate(path);
            assertThat(page.locator("h1").first()).isVisible();
            assertClean(page, path);
            for (String theme : THEMES) {
                page.evaluate("theme => { document.documentElement.dataset.theme = theme; }", theme);
                assertColoursClean(page, "html", path + " in " + theme);
            }
        }
    }

    @Test
    void doNotScrollSidewaysAndKeepEachRowToOneLine() {
        signInAsOffice();
        for (String path : pages()) {
            page.navigate(path);
            assertThat(page.evaluate("() => document.documentElement.scrollWidth <= innerWidth"))
                    .as("the width of %s", path)
                    .isEqualTo(true);
            assertThat(page.evaluate("""
                            () => [...document.querySelectorAll('table.rows:not(.wrapped) tbody tr')]
                                .filter((row) => row.offsetHeight > 40).map((row) => row.textContent)"""))
                    .as("rows of %s that are higher than a line", path)
                    .isEqualTo(List.of());
        }
    }

    @Test
    void letSomebodyChangeSeatsByKeyboardAlone() {
        signInAsOffice();
        String seats = "/office/exams/" + announced() + "/seats";
        page.navigate(seats);
        String from = page.locator(".plan .taken").first().getAttribute("data-chair");
        String room = page.locator(".plan").first().getAttribute("data-room");
        String name = page.locator(".plan .taken").first().getAttribute("data-name");
        page.locator(".plan").first().locator("[data-chair=" + from + "]").focus();
        page.keyboard().press("Enter");
        assertThat(page.locator("#carried")).containsText(name + " is picked up");
        page.keyboard().press("Escape");
        assertThat(page.locator("#carried")).containsText("Nobody is picked up");
        page.keyboard().press("Enter");
        page.keyboard().press("ArrowRight");
        page.keyboard().press("Enter");

        assertThat(page.locator(".said").first()).containsText("Moved");
        assertThat(page.locator("[data-room='" + room + "'] [data-name='" + name + "']"))
                .not()
                .hasAttribute("data-chair", from);
    }

    private String announced() {
        return exams.page(0, 200).stream()
                .filter(exam -> exam.title().startsWith("Cadets"))
                .findFirst()
                .orElseThrow()
                .id()
                .toString();
    }

    @Test
    void showASelectedCandidateWithWhatCanBeChanged() {
        signInAsOffice();
        page.navigate("/office/exams/" + running().id() + "/roster");
        page.locator("tbody a").first().click();

        assertThat(page.locator("aside [name=number]")).hasValue("BW-30101");
        assertThat(page.locator("aside [name=name]")).hasValue("Alba Ansgarsen");
        assertThat(page.locator("aside [name=email]")).hasValue("alba.ansgarsen@brackwater.example");
        assertThat(page.locator("aside [name=room]")).hasValue("North");
        assertThat(page.locator("tr.open")).containsText("Alba Ansgarsen");
    }

    @Test
    void andThePublicOnesAreWithoutViolationsToo() {
        Exam ahead = newExam(newRoom(2, 3).id());
        signInAsOffice();
        page.navigate("/office/exams/" + ahead.id() + "/registration");
        page.locator("[name=fields]").fill("Born on * | date\nSize | choice: S, M");
        page.locator("[name=consent]").fill("My name may be read out.");
        page.locator("aside .btn.go").click();
        assertThat(page.locator(".said")).containsText("Kept.");
        assertClean(page, "registration");
        assertThat(page.evaluate("() => document.documentElement.scrollWidth <= innerWidth"))
                .isEqualTo(true);
        assertThat(page.evaluate("() => document.querySelector('.staffbar').offsetHeight < 64"))
                .as("the bar is one line")
                .isEqualTo(true);
        String link = page.locator("aside a.link").getAttribute("href");
        Page anybody = newBrowser(new Browser.NewContextOptions().setViewportSize(1280, 800));

        anybody.navigate(link.substring(link.indexOf("/register")));

        assertThat(anybody.locator("h1")).containsText(ahead.title());
        assertClean(anybody, "registering");
        anybody.locator("[name=name]").fill("Åse Ørn");
        anybody.locator("[name=email]").fill("aase@brackwater.example");
        anybody.locator("[name=field-field-1]").fill("2001-05-09");
        anybody.locator("[name=consent]").check();
        anybody.locator("main .btn.go").click();
        assertThat(anybody.locator("[role=status]")).containsText("aase@brackwater.example");
        anybody.navigate("/sign-in/staff");
        assertClean(anybody, "sign-in of staff");
    }
}

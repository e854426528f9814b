package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.FormData;
import com.microsoft.playwright.options.RequestOptions;
import dauntingledger.app.EmptyServerTest;
import dauntingledger.app.papers.Packages;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.boot.test.system.CapturedOutput;
import org.springframework.boot.test.web.server.LocalServerPort;

/** An organisation that has never seen the product holds an exam with it, through its pages alone. */
@ExtendWith(Chromium.class)
class FromNothingTest extends EmptyServerTest {

    private static final String OFFICE = "four-fathoms-of-ink";
    private static final String INVIGILATOR = "lantern-and-ebb-tide";
    private static final Pattern FIRST = Pattern.compile("http://\\S+(/first-start/\\S+)");
    private static final Pattern INVITATION = Pattern.compile("http://\\S+(/invitation/\\S+)");

    @LocalServerPort
    private int port;

    private Browser chromium;
    private final List<BrowserContext> contexts = new ArrayList<>();
    private final List<String> errors = new ArrayList<>();

    @BeforeEach
    void remember(Browser browser) {
        chromium = browser;
    }

    @AfterEach
    void close() {
        contexts.forEach(BrowserContext::close);
        assertThat(errors).as("errors in the browser").isEmpty();
    }

    private Page newBrowser() {
        BrowserContext context = chromium.newContext(
                new Browser.NewContextOptions().setViewportSize(1280, 800).setBaseURL("http://localhost:" + port));
        contexts.add(context);
        Page page = context.newPage();
        page.onPageError(errors::add);
        return page;
    }

    private static String in(Pattern pattern, String text) {
        Matcher found = pattern.matcher(text);
        assertThat(found.find()).as(text).isTrue();
        return found.group(1);
    }

    private static void signIn(Page page, String number, String password) {
        page.locator("[name=number]").fill(number);
        page.locator("[name=pin]").fill(password);
        page.locator("main form .btn.go").click();
    }

    @Test
    void fromTheFirstStartToTheFirstQuestion(CapturedOutput output) throws IOException {
        Page office = newBrowser();
        makesTheFirstAccount(office, in(FIRST, output.getAll()));
        takesThePaperIn(office);
        makesARoomOf24(office);
        invitesAnInvigilator(office);
        String exam = makesAnExamForTomorrow(office);
        importsARosterOf20(office, exam);
        givesSeats(office, exam);
        String letters = printsLetters(office, exam);
        announces(office, exam);
        String number = in(Pattern.compile("(BW-4000[0-9])"), letters);
        String pin = in(Pattern.compile("PIN\\s+([0-9]{6})"), letters);

        clock.advance(Duration.ofDays(1));

        reachesTheFirstQuestion(newBrowser(), number, pin);
    }

    private void makesTheFirstAccount(Page office, String address) {
        office.navigate(address);
        office.locator("[name=name]").fill("Orla Menck");
        office.locator("[name=email]").fill("orla@brackwater.example");
        office.locator("[name=password]").fill("password1234");
        office.locator("[name=again]").fill("password1234");
        office.locator(".btn.go").click();
        assertThat(office.locator("[role=alert]")).containsText("Many people use this password");
        office.locator("[name=password]").fill(OFFICE);
        office.locator("[name=again]").fill(OFFICE);
        office.locator(".btn.go").click();
        signIn(office, "off-1", OFFICE);
        assertThat(office.locator("h1")).hasText("Exams");

        Page again = newBrowser();
        again.navigate(address);
        assertThat(again.locator("h1")).hasText("This address is good no longer");
    }

    private static void takesThePaperIn(Page office) {
        office.navigate("/office/papers");
        office.locator("[name=package]")
                .setInputFiles(new FilePayload(
                        "licence.zip",
                        "application/zip",
                        Packages.demo("pilot-licence").zip()));
        office.locator("form.finders .btn.go").click();
        assertThat(office.locator(".said")).containsText("is kept");
    }

    private static void makesARoomOf24(Page office) {
        office.navigate("/office/rooms/new");
        office.locator("[name=name]").fill("Harbour Hall");
        office.locator("[name=rows]").fill("5");
        office.locator("[name=columns]").fill("5");
        office.locator(".actions .btn.go").click();
        assertThat(office.locator(".said")).containsText("The room is made");
        office.locator("[data-chair=E5]").click();
        assertThat(office.locator("[name=missing]")).hasValue("E5");
        office.locator("[value=sockets]").check();
        office.locator("[data-chair=A1]").focus();
        office.keyboard().press("ArrowRight");
        office.keyboard().press(" ");
        assertThat(office.locator("[name=sockets]")).hasValue("A2");
        office.locator(".actions .btn.go").click();
        office.navigate("/office/rooms");
        assertThat(office.locator("tbody tr")).containsText("24");
    }

    private void invitesAnInvigilator(Page office) {
        office.navigate("/office/staff/new");
        office.locator("[name=number]").fill("INV-1");
        office.locator("main [name=name]").fill("Jonna Hartwell");
        office.locator("main [name=email]").fill("jonna@brackwater.example");
        office.locator("main .check", new Page.LocatorOptions().setHasText("Harbour Hall"))
                .click();
        office.locator(".actions .btn.go").click();
        assertThat(office.locator(".said")).containsText("on its way");
        office.navigate("/office/mail");
        String letter = office.locator("pre.letter").textContent();

        Page invigilator = newBrowser();
        invigilator.navigate(in(INVITATION, letter));
        invigilator.locator("[name=password]").fill(INVIGILATOR);
        invigilator.locator("[name=again]").fill(INVIGILATOR);
        invigilator.locator(".btn.go").click();
        signIn(invigilator, "INV-1", INVIGILATOR);
        assertThat(invigilator).hasURL(Pattern.compile(".*/invigilation"));
    }

    private static String makesAnExamForTomorrow(Page office) {
        office.navigate("/office/exams/new");
        office.locator("[name=title]").fill("Licence, first day");
        office.locator("[name=paper]")
                .selectOption(office.locator("[name=paper] option").nth(1).getAttribute("value"));
        // The clock of the test is put forward by a day, so the doors have to be open all day.
        office.locator("[name=doors]").fill("00:00");
        office.locator("[name=opens]").fill("00:00");
        office.locator("[name=admissionEnds]").fill("23:59");
        office.locator("main .check", new Page.LocatorOptions().setHasText("Harbour Hall"))
                .click();
        office.locator("main .check", new Page.LocatorOptions().setHasText("Jonna Hartwell"))
                .click();
        office.locator(".actions .btn.go").click();
        assertThat(office.locator(".said")).containsText("Next is its roster");
        return office.url().substring(office.url().indexOf("/office"));
    }

    private static void importsARosterOf20(Page office, String exam) {
        office.navigate(exam + "/roster");
        sends(office, roster("Nowhere"));
        assertThat(office.locator("[role=alert]")).containsText("20 findings");
        assertThat(office.locator("tbody tr").first()).containsText("no room ‘Nowhere’");
        office.navigate(exam + "/roster");
        sends(office, roster("Harbour Hall"));
        assertThat(office.locator("[role=status]")).containsText("It would add 20, change 0 and take out 0");
        office.locator(".actions .btn.go").click();
        assertThat(office.locator(".picks b")).hasText("20 candidates");
        sends(office, roster("Harbour Hall"));
        assertThat(office.locator("[role=status]")).containsText("add 0, change 0 and take out 0; 20 stay");
    }

    private static void sends(Page office, String csv) {
        office.locator("[name=file]")
                .setInputFiles(new FilePayload("roster.csv", "text/csv", csv.getBytes(StandardCharsets.UTF_8)));
        office.locator("form[enctype] .btn.go").click();
    }

    private static String roster(String room) {
        StringBuilder csv = new StringBuilder("\uFEFFname;number;room;language\r\n");
        IntStream.range(0, 20)
                .forEach(i -> csv.append("Candidate ")
                        .append(i)
                        .append(";")
                        .append(40_000 + i)
                        .append(";")
                        .append(room)
                        .append(i == 3 ? ";de" : ";")
                        .append("\r\n"));
        return csv.toString();
    }

    private static void givesSeats(Page office, String exam) {
        office.navigate(exam + "/seats");
        office.locator("form[action$=give] .btn.go").click();
        assertThat(office.locator(".said").first()).containsText("Seats are given");
        assertThat(office.locator(".plan .taken")).hasCount(20);
        String from = office.locator(".plan .taken").first().getAttribute("data-chair");
        String to = office.locator(".plan .chair:not(.taken, .missing)").first().getAttribute("data-chair");
        office.locator("[data-chair=" + from + "]").dragTo(office.locator("[data-chair=" + to + "]"));
        assertThat(office.locator(".said").first()).containsText("Moved");
        assertThat(office.locator("[data-chair=" + from + "]")).not().hasClass(Pattern.compile("taken"));
    }

    private String printsLetters(Page office, String exam) throws IOException {
        String token = contexts.getFirst().cookies().stream()
                .filter(cookie -> cookie.name.equals("XSRF-TOKEN"))
                .map(cookie -> cookie.value)
                .findFirst()
                .orElseThrow();
        APIResponse pdf = contexts.getFirst()
                .request()
                .post(
                        exam + "/letters",
                        RequestOptions.create()
                                .setForm(FormData.create().set("for", "WITHOUT_PIN"))
                                .setHeader("X-XSRF-TOKEN", token));
        assertThat(pdf.status()).isEqualTo(200);
        try (PDDocument document = Loader.loadPDF(pdf.body())) {
            assertThat(document.getNumberOfPages()).isEqualTo(20);
            String text = new PDFTextStripper().getText(document);
            assertThat(text).contains("Zulassungsschreiben", "Harbour Hall");
            return text;
        }
    }

    private static void announces(Page office, String exam) {
        office.navigate(exam);
        office.locator("form[action$=state] .btn.go").click();
        assertThat(office.locator("h1 .state")).hasText("Announced");
    }

    private static void reachesTheFirstQuestion(Page candidate, String number, String pin) {
        candidate.navigate("/sign-in");
        signIn(candidate, number, pin);
        candidate.locator("article .btn.go").click();
        candidate.locator("body[data-page=notice][data-ready=true]").waitFor();
        candidate.locator("[data-act=notice-accepted]").click();
        candidate.locator("body[data-page=instructions][data-ready=true]").waitFor();
        candidate.locator("[data-act=stage-left]").click();
        candidate.locator("body[data-page=threshold][data-ready=true]").waitFor();
        candidate.locator("[data-act=stage-opened]").click();
        candidate.locator("body[data-page=block][data-ready=true]").waitFor();
        assertThat(candidate.locator(".question.open:not([inert])")).isVisible();
    }
}

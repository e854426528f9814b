package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonArray;
import com.google.gson.JsonObject;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;

/** Panels and what they show of exhibits. */
class PanelsTest extends ToolsBrowserTest {

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
            page.locator("#rail .opener, .rail .opener").first().click();
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
            assertThat(sitting().tools().contents().tape()).hasSize(1);
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
            exhibit.getByText("Heights").first().click();
            assertThat(exhibit.locator(".exhibit-text")).isVisible();
            exhibit.getByText("Tide tables 2026").click();
            assertThat(exhibit.locator(".pdf-page[data-page='19'] .text-layer")).containsText("Week of 2026-05-04");
            assertAllEntered();

            page.reload();
            awaitPage("block");
            assertThat(exhibit.locator(".page-box")).hasValue("19");
            assertThat(exhibit.locator("[aria-label=Zoom]")).hasValue("150");
        }

        @Test
        void canBeReadUnderAMarkInEveryTheme() throws IOException {
            open("exhibit");
            panel("exhibit").getByText("Tide tables 2026").click();
            Locator words = panel("exhibit")
                    .locator(".text-layer span", new Locator.LocatorOptions().setHasText("Brackwater Pilotage"))
                    .first();
            assertThat(panel("exhibit").locator(".tool-said")).isEmpty();
            int unmarked = darkPixels(words);
            assertThat(unmarked).isGreaterThan(50);
            drag(words, 0.02, 0.5, 0.9, 0.5);
            page.locator("#inkbar [data-brush]").first().click();
            page.waitForFunction("() => CSS.highlights.get('ink-1')?.size > 0");
            page.evaluate("() => getSelection().empty()");
            assertThat(page.locator("#inkbar")).isHidden();

            for (String theme : List.of("light", "dark", "contrast-dark")) {
                page.evaluate("theme => { document.documentElement.dataset.theme = theme; }", theme);
                assertThat(darkPixels(words)).as(theme).isBetween(unmarked / 2, unmarked * 2);
            }
        }

        /** Counts what is as dark as print. */
        private int darkPixels(Locator element) throws IOException {
            BufferedImage picture = ImageIO.read(new ByteArrayInputStream(element.screenshot()));
            int[] pixels = picture.getRGB(0, 0, picture.getWidth(), picture.getHeight(), null, 0, picture.getWidth());
            return (int) Arrays.stream(pixels)
                    .filter(pixel -> (pixel >> 16 & 0xff) + (pixel >> 8 & 0xff) + (pixel & 0xff) < 3 * 60)
                    .count();
        }

        @Test
        void stayWhereTheyWereTurnedToAfterASearch() {
            open("exhibit");
            Locator exhibit = panel("exhibit");
            exhibit.getByText("Tide tables 2026").click();
            assertThat(exhibit.locator(".paging")).containsText("of 40");
            exhibit.locator(".find-box").fill("week of 2026-03-02");
            assertThat(exhibit.locator(".page-box")).hasValue("10");

            exhibit.locator(".page-box").fill("11");
            exhibit.locator(".page-box").press("Enter");
            exhibit.locator("[aria-label=Zoom]").selectOption("125");
            assertThat(exhibit.locator(".pdf-page[data-page='10'] .text-layer")).containsText("Week of 2026-03-02");
            assertThat(exhibit.locator(".pdf-page[data-page='11'] .text-layer")).containsText("Week of 2026-03-09");

            assertThat(exhibit.locator(".page-box")).hasValue("11");
            assertThat(exhibit.locator(".pdf-page[data-page='11']")).isInViewport();
        }

        @Test
        void areSearchedForWhatWasTypedLast() {
            open("exhibit");
            panel("exhibit").getByText("Tide tables 2026").click();
            assertThat(panel("exhibit").locator(".paging")).containsText("of 40");
            panel("exhibit").locator(".find-box").focus();
            page.keyboard().type("week of 2026-03-02");

            assertThat(panel("exhibit").locator(".tool-bar")).containsText("1 of 1");
        }

        @Test
        void areZoomedWithTwoFingers() {
            Page tablet = newBrowser(
                    new Browser.NewContextOptions().setViewportSize(1024, 768).setHasTouch(true));
            goOnIn(tablet);
            tablet.locator("[data-tool=exhibit]").tap();
            Locator paper = panel(tablet, "exhibit").locator(".exhibit-body");
            assertThat(paper).containsText("Heights over Fiddler");
            BoundingBox box = paper.boundingBox();
            CDPSession touch = tablet.context().newCDPSession(tablet);
            double x = box.x + box.width / 2;
            double y = box.y + box.height / 2;
            fingers(touch, "touchStart", x - 20, x + 20, y);
            fingers(touch, "touchMove", x - 40, x + 40, y);
            fingers(touch, "touchEnd");

            assertThat(panel(tablet, "exhibit").locator("[aria-label=Zoom]")).hasValue("200");
        }

        /** Sends a touch of two fingers at one height, or none. */
        private void fingers(CDPSession session, String type, double... xsThenY) {
            JsonArray points = new JsonArray();
            for (int i = 0; i + 1 < xsThenY.length; i++) {
                JsonObject point = new JsonObject();
                point.addProperty("x", xsThenY[i]);
                point.addProperty("y", xsThenY[xsThenY.length - 1]);
                point.addProperty("id", i);
                points.add(point);
            }
            JsonObject event = new JsonObject();
            event.addProperty("type", type);
            event.add("touchPoints", points);
            session.send("Input.dispatchTouchEvent", event);
        }

        @Test
        void areDraggedWhileSpaceIsHeld() {
            open("exhibit");
            Locator paper = panel("exhibit").locator(".exhibit-body");
            panel("exhibit").locator("[aria-label=Zoom]").selectOption("400");
            paper.focus();
            page.keyboard().down(" ");
            drag(paper, 0.5, 0.8, 0.5, 0.3);
            page.keyboard().up(" ");

            assertThat((Number) paper.evaluate("paper => paper.scrollTop"))
                    .satisfies(top -> assertThat(top.intValue()).isGreaterThan(50));
            assertThat(paper).hasAttribute("data-hand", "off");
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
}

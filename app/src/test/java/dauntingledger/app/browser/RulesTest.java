package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import dauntingledger.app.ledger.SweepDriver;
import dauntingledger.app.ledger.Terms;
import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.By;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Question;
import java.time.Duration;
import java.util.Optional;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.context.ApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;

/** The rules of the demo papers as a candidate meets them. */
class RulesTest extends BrowserTest {

    @Autowired
    private ApplicationContext server;

    @Autowired
    private JdbcTemplate jdbc;

    private Locator row(String item) {
        return page.locator("#review tbody tr[data-item=" + item + "]");
    }

    private void button(String name) {
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name))
                .click();
    }

    @Nested
    class TheLicencePaper {

        @Test
        void aBreakOfOnesOwnSealsWhatItSaidItWould() {
            enterFirstSection();
            option(2).click();
            page.keyboard().press("n");
            page.locator("[data-do=break]").click();
            assertThat(page.locator("#break")).containsText("The clock runs on");
            assertThat(page.locator("#break-seals")).hasText("It seals the 2 questions you have opened: 1, 2.");
            page.locator("#break [data-dismiss]").click();
            page.locator("[data-do=break]").click();
            page.locator("[data-act=break-begun]").click();
            awaitPage("own-break");
            assertThat(page.locator("[data-break-left]")).containsText(Pattern.compile("[45]:"));
            clock.advance(Duration.ofMinutes(2));
            page.reload();
            awaitPage("own-break");
            page.locator("[data-act=break-ended]").click();

            awaitPage("block");
            assertThat(question()).hasAttribute("data-item", "two-blasts");
            assertThat(page.locator("#clock-time")).containsText("17:");
            assertThat(cell("goes-first")).hasClass(Pattern.compile("sealed"));
            assertThat(cell("goes-first").locator("b")).hasText("B");
            cell("goes-first").click();
            assertThat(page.locator(".slip")).containsText("the break has sealed it");
            assertThat(question()).hasAttribute("data-item", "two-blasts");
            page.locator("[data-do=break]").click();
            assertThat(page.locator("#break-next")).containsText("used up");
            assertThat(page.locator("#break [data-act]")).isDisabled();
        }

        @Test
        void theCaseIsGoneThroughInOrderToTheEndOfEachQuestion() {
            openPassage();
            page.setViewportSize(1280, 430);
            assertThat(page.locator("#next-label")).hasText("To the question");
            page.locator("[data-do=next]").click();
            assertThat(question().locator(".asked")).isVisible();
            page.locator("[data-do=next]").click();
            assertThat(page.locator(".slip")).containsText("There is more of this question below");
            assertThat(page.locator("#below")).isVisible();
            toItsEnd();
            option(2).click();
            page.locator("[data-do=next]").click();
            assertThat(question()).containsText("are under her keel");
            assertThat(cell("under-the-keel").locator("em")).containsText("How many metres of water");
            assertThat(cell("at-the-sill")).hasClass(Pattern.compile("sealed"));
            toItsEnd();
            page.locator("[data-do=next]").click();
            assertThat(question()).containsText("to Saltgate lock at full speed");
            cell("at-the-sill").click();
            assertThat(page.locator(".slip").last()).containsText("You have gone on from that question");
            cell("under-the-keel").click();
            assertThat(question()).hasAttribute("data-item", "under-the-keel");
            question().locator(".answer-box").fill("1.0");
            assertThat(question().locator(".understood")).hasText("reads as 1");
        }

        @Test
        void anAnswerIsEnteredDeliberatelyAndTheLastTrySealsIt() {
            openPassage();
            for (int question = 0; question < 3; question++) {
                toItsEnd();
                page.locator("[data-do=next]").click();
                assertThat(question()).containsText("question " + (question + 2) + " of 4");
            }
            assertThat(question()).containsText("Which of these are true?");
            toItsEnd();
            Locator said = question().locator(".entering-said");
            option(1).click();
            assertThat(said).hasText("Given, not entered yet. 2 tries are left.");
            assertThat(cell("judge-the-plan")).hasAttribute("data-status", "part");
            page.keyboard().press("a");
            assertThat(said).hasText("Entered. 1 try is left.");
            assertThat(cell("judge-the-plan")).hasAttribute("data-status", "answered");
            option(2).click();
            button("Enter this answer");
            assertThat(question().locator(".sealed-note")).containsText("It counts as it stands");
            option(3).click();
            assertThat(page.locator(".slip")).containsText("entered as often as it may be");
            assertEntry("judge-the-plan", "AB");
        }

        @Test
        void whereABreakHasSealedEverythingOnlyTheReviewIsLeft() {
            openPassage();
            for (int question = 0; question < 3; question++) {
                toItsEnd();
                page.locator("[data-do=next]").click();
            }
            assertThat(question()).containsText("Which of these are true?");
            page.locator("[data-do=break]").click();
            page.locator("[data-act=break-begun]").click();
            awaitPage("own-break");
            page.locator("[data-act=break-ended]").click();

            awaitPage("block");
            assertThat(page.locator("#review")).isVisible();
            page.locator("#ask-close").click();
            page.locator("[data-act=block-closed]").click();
            awaitPage("break");
        }

        @Test
        void theNextQuestionComesWhenTheConnectionIsBack() {
            openPassage();
            toItsEnd();
            context.setOffline(true);
            page.locator("[data-do=next]").click();
            assertThat(question()).containsText("as soon as the connection is there");
            context.setOffline(false);
            assertThat(question()).containsText("are under her keel");
        }

        @Test
        void theClockCanBeHiddenUntilItsLastWarning() {
            enterFirstSection();
            page.locator("#clock").click();
            assertThat(page.locator("#clocks-rows tr")).hasCount(1);
            page.locator("#hide-clock").click();
            assertThat(page.locator("#clock-time")).hasText("hidden");
            clock.advance(Duration.ofMinutes(15).plusSeconds(1));
            assertThat(page.locator(".slip")).containsText("5 minutes left in ‘Rules and buoyage’");
            assertThat(page.locator("#clock-time")).hasText("hidden");
            clock.advance(Duration.ofMinutes(4));
            assertThat(page.locator("#clock-time")).containsText("0:");
        }

        @Test
        void aGrantLetsAWarningComeAgain() {
            enterFirstSection();
            advance(Duration.ofMinutes(16));
            assertThat(page.locator(".slip")).containsText("5 minutes left");
            does(
                    appointment,
                    new Act.TimeGranted(new BoxId("rules"), Duration.ofMinutes(5), By.NOBODY, Optional.empty()));
            assertThat(page.locator("#clock-time")).containsText(Pattern.compile("[89]:"));
            page.evaluate("() => document.querySelector('.slip').remove()");
            advance(Duration.ofMinutes(4));
            assertThat(page.locator(".slip")).containsText("5 minutes left");
        }

        private void openPassage() {
            appointment = inThePassage();
            openRoom();
        }
    }

    @Nested
    class TheCadetPaper {

        @BeforeEach
        void inItsFourSections() {
            appointment = cadetAt("try-out");
            does(appointment, new Act.StageLeft(new StageId("try-out")));
            does(appointment, new Act.StageOpened(new StageId("entrance")));
            openRoom();
        }

        @Test
        void showsTotalsBySectionAndMovesFreelyBetweenThem() {
            assertThat(page.locator(".section")).hasCount(4);
            cell("lamp").click();
            option(2).click();
            assertThat(page.locator("[data-section-total=reading]")).hasText("1/4");
            assertThat(page.locator("[data-section-total=reckoning]")).hasText("0/4");
            assertThat(page.locator("[data-say=percent]")).hasText("6 %");
            cell("knots").click();
            assertThat(question()).hasAttribute("data-item", "knots");
        }

        @Test
        void cannotBeFinishedBeforeItsTime() {
            closeSection();
            awaitPage("threshold");
            page.locator("[data-act=stage-opened]").click();
            awaitPage("block");
            page.keyboard().press("r");
            assertThat(page.locator("#not-yet")).hasText("You cannot close this section: time closes it.");
            assertThat(page.locator("#ask-close")).isDisabled();
            clock.advance(Duration.ofMinutes(45));
            assertThat(page.locator("#cover-text")).containsText("Next is ‘Hand in’; it runs already.");
            page.locator("#cover-go").click();
            awaitPage("hand-in");
            page.locator("[data-act=handed-in]").click();
            assertThat(page.locator(".digest")).isVisible();
            assertThat(page.locator(".strip svg")).isVisible();
        }

        @Test
        void showsAllItsQuestionsToReadThrough() {
            page.keyboard().press("p");
            assertThat(page.locator("#sheet.whole .question:visible")).hasCount(16);
            page.locator(".question[data-item=fathoms] .answer-box").click(new Locator.ClickOptions().setForce(true));
            assertThat(page.locator(".question[data-item=fathoms] .answer-box"))
                    .not()
                    .isFocused();
            page.setViewportSize(1100, 700);
            assertThat(page.locator("#sheet.whole .question:visible")).hasCount(16);
            assertClean(page, "all questions");
            button("Back to the question");
            assertThat(page.locator(".question:not([inert]):visible")).hasCount(1);
            assertThat(sitting().questions().get(new ItemId("watch")).status()).isEqualTo(Question.Status.NOT_OPENED);
        }

        @Test
        void findsFiltersSortsAndWalksThroughWhatWasChosen() {
            cell("north").click();
            page.keyboard().press("m");
            cell("flags").click();
            assertThat(question()).hasAttribute("data-item", "flags");
            advance(Duration.ofSeconds(30));
            page.keyboard().press("r");
            page.locator("#review-find").fill("ferry");
            assertThat(page.locator("#review tbody tr:visible")).hasCount(1);
            page.locator("#review-find").fill("");
            page.locator("#review-where").selectOption("section thinking");
            assertThat(page.locator("#review tbody tr:visible")).hasCount(4);
            page.locator("#walk-shown").click();
            assertThat(page.locator("#walk")).hasText("Your choice 1 of 4");
            for (int i = 0; i < 4; i++) {
                page.keyboard().press("n");
            }
            assertThat(page.locator("#review")).isVisible();
            page.locator("#review-where").selectOption("");
            page.locator("#review-sort").selectOption("spent");
            assertThat(page.locator("#review tbody tr").first()).hasAttribute("data-item", "flags");
            page.locator("#review-sort").selectOption("number");
            assertThat(page.locator("#review tbody tr").first()).hasAttribute("data-item", "knots");
            page.locator("[data-filter=marked]").click();
            assertThat(page.locator("#review tbody tr:visible")).hasCount(1);
            assertThat(row("north")).isVisible();
            page.locator("[data-walk=blank]").click();
            assertThat(page.locator("#walk")).hasText("Blank 1 of 16");
            page.keyboard().press("m");
            page.keyboard().press("r");
            assertThat(page.locator("#review tbody tr:visible")).hasCount(2);
        }

        @Test
        void leadsBackFromTheReviewAlsoWhereThereIsNoLedger() {
            page.locator("[data-do=fold]").click();
            page.keyboard().press("r");
            button("Back to the question");
            assertThat(question()).isVisible();
            page.locator("[data-do=fold]").click();
            page.setViewportSize(700, 560);
            page.keyboard().press("r");
            button("Back to the question");
            assertThat(question()).isVisible();
        }

        @Test
        void givesTheQuestionTheWholeWindowInFocus() {
            page.keyboard().press("f");
            assertThat(page.locator(".spine")).isHidden();
            assertThat(page.locator(".rail")).isHidden();
            assertThat(page.locator("#clock-time")).isVisible();
            assertClean(page, "focus");
            page.keyboard().press("Escape");
            assertThat(page.locator(".spine")).isVisible();
        }

        @Test
        void findsInTheFullLedger() {
            page.keyboard().press("l");
            page.locator("#ledger-find").fill("ferry");
            assertThat(page.locator(".c:visible")).hasCount(1);
            assertClean(page, "full ledger");
        }
    }

    @Test
    void theLightkeeperPaperIsReadFirstAndNotFinishedBeforeHalfItsTime() {
        appointment = newAppointment("lightkeeper", Terms.OPEN.withCode("7482"));
        does(appointment, new Act.StageOpened(new StageId("identity")));
        does(appointment, new Act.IdentityConfirmed(new StageId("identity")));
        does(appointment, new Act.CodeGiven(new StageId("door"), true));
        does(appointment, new Act.LeaveGiven(new StageId("door"), "Jonna Hartwell"));
        signIn();
        page.navigate("/sittings/" + appointment.sitting());
        awaitPage("instructions");
        page.locator("#page-next").click();
        assertThat(page.locator("main")).containsText("when 50 % of the time is used");
        clock.advance(Duration.ofMinutes(3));
        awaitPage("block");
        assertThat(page.locator("#clock-time")).containsText(Pattern.compile("19:|20:"));
        page.keyboard().press("r");
        assertThat(page.locator("#not-yet")).containsText("You can close this section from");
        assertThat(page.locator("#ask-close")).isDisabled();
        advance(Duration.ofMinutes(10));
        assertThat(page.locator("#not-yet")).isHidden();
        page.locator("#ask-close").click();
        page.locator("[data-act=block-closed]").click();
        awaitPage("hand-in");
        page.locator("[data-act=handed-in]").click();
        assertThat(page.locator(".strip svg")).isVisible();
    }

    @Test
    void untimedPracticeCountsUpAndHasNoReviewPage() {
        appointment = newAppointment("buoyage-practice", Terms.OPEN);
        does(appointment, new Act.StageOpened(new StageId("practice")));
        openRoom();
        advance(Duration.ofSeconds(65));
        assertThat(page.locator("#clock-time")).containsText("1:");
        assertThat(page.locator("#clock-name")).hasText("time used");
        page.keyboard().press("r");
        assertThat(page.locator("#close")).isVisible();
        page.locator("[data-act=block-closed]").click();
        awaitPage("hand-in");
    }

    @Test
    void aBrowserThatIsGoneDoesNotKeepAnExamFromBeingHandedIn() {
        enterFirstSection();
        option(2).click();
        assertAllEntered();
        awaitKeptForOffline(); // It asks for its page once more, and would find the receipt.
        page.close();
        clock.advance(Duration.ofHours(3));
        SweepDriver.sweep(server, clock.instant());

        assertThat(jdbc.queryForList(
                        "select line from ledger_line where sitting = ? order by seq desc fetch first row only",
                        String.class,
                        appointment.sitting().value()))
                .singleElement()
                .asString()
                .contains("\"kind\":\"stage-ran-out\"", "\"stage\":\"hand-in\"");
        assertThat(sitting().route().position()).isEqualTo(new Position.Over(Position.Ending.HANDED_IN));
        assertThat(sitting().questions().get(new ItemId("goes-first")).label()).isEqualTo("B");
    }
}

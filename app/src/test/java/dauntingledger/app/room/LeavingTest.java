package dauntingledger.app.room;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.Terms;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.PracticeMode;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.sitting.Act;
import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.web.servlet.MockMvc;

/** Practice is left and gone on with, also weeks later. */
class LeavingTest extends ExamServerTest {

    private static final StageId BLOCK = new StageId("practice");
    private static final ItemId CANS = new ItemId("can-side");

    @Autowired
    private MockMvc mvc;

    private Appointment begun(PracticeMode mode) {
        Appointment appointment = newAppointment("rules-practice", Terms.practising(mode));
        does(appointment, new Act.StageOpened(BLOCK));
        does(appointment, new Act.QuestionOpened(CANS));
        return appointment;
    }

    private Seated seated(Appointment appointment) throws Exception {
        return new Seated(mvc, clock, appointment, token()).takesTheSeat();
    }

    private Duration left(Appointment appointment) {
        return sitting(appointment).clocks().tightest().orElseThrow().left();
    }

    private Duration spent(Appointment appointment) {
        return sitting(appointment).questions().get(CANS).spent();
    }

    /** The clock of these tests goes on by itself while they run. */
    private static void assertAbout(Duration span, Duration expected) {
        assertThat(span).isCloseTo(expected, Duration.ofSeconds(8));
    }

    @Test
    void aRehearsalThatIsLeftStandsStillForWeeks() throws Exception {
        Appointment appointment = begun(PracticeMode.REHEARSE);
        Seated browser = seated(appointment);
        for (int second = 0; second < 600; second += 5) {
            clock.advance(Duration.ofSeconds(5));
            browser.heartbeats();
        }

        assertThat(browser.posts("/leave").getRedirectedUrl()).isEqualTo("/");
        clock.advance(Duration.ofDays(20));
        assertThat(sitting(appointment).isPaused()).isTrue();
        browser.gets("");

        assertThat(sitting(appointment).isPaused()).isFalse();
        assertAbout(left(appointment), Duration.ofMinutes(50));
        clock.advance(Duration.ofMinutes(5));
        assertAbout(left(appointment), Duration.ofMinutes(45));
    }

    @Test
    void aWindowThatWasClosedCountsForNothingEither() throws Exception {
        Appointment appointment = begun(PracticeMode.LEARN);
        Seated browser = seated(appointment);
        clock.advance(Duration.ofSeconds(40));
        browser.heartbeats();
        Duration before = spent(appointment);

        clock.advance(Duration.ofDays(9));
        browser.gets("");

        assertAbout(before, Duration.ofSeconds(40));
        assertAbout(spent(appointment), before);
        assertThat(sitting(appointment).isPaused()).isFalse();
        clock.advance(Duration.ofSeconds(10));
        browser.heartbeats();
        browser.gets("");
        assertAbout(spent(appointment), before.plusSeconds(10));
    }

    @Test
    void whatIsLeftBeforeItIsBegunIsBegunLater() throws Exception {
        Appointment appointment = newAppointment("rules-practice", Terms.practising(PracticeMode.REHEARSE));
        Seated browser = seated(appointment);
        browser.gets("");

        browser.posts("/leave");
        clock.advance(Duration.ofDays(3));
        browser.gets("");
        does(appointment, new Act.StageOpened(BLOCK));

        assertThat(sitting(appointment).isPaused()).isFalse();
        assertAbout(left(appointment), Duration.ofMinutes(60));
    }

    @Test
    void aWindowThatSleptSaysThatPracticeStandsStillAndGoesOnWithoutAnInvigilator() throws Exception {
        Appointment appointment = begun(PracticeMode.LEARN);

        assertThat(seated(appointment).gets("").getContentAsString())
                .contains("Your practice stands still", "/sittings/" + appointment.sitting())
                .doesNotContain("The invigilator has paused");
    }

    @Test
    void anExamIsNotLeft() throws Exception {
        Appointment exam = inRules();
        Seated browser = seated(exam);
        Duration before = left(exam);

        browser.posts("/leave");
        clock.advance(Duration.ofMinutes(3));
        browser.gets("");

        assertThat(sitting(exam).isPaused()).isFalse();
        assertAbout(left(exam), before.minusMinutes(3));
    }
}

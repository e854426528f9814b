package dauntingledger.app.browser;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.ledger.Terms;
import dauntingledger.app.room.WatchPictures;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.picture.PictureView;
import dauntingledger.rulebook.sitting.Act;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** A camera that looks on at home: pictures now and then, a kind word first, then the invigilator. */
class CameraWatchTest extends BrowserTest {

    @Autowired
    private WatchPictures pictures;

    private void openWatch() {
        appointment = newAppointment("shore-radio", Terms.OPEN.withCode("4711"));
        does(appointment, new Act.StageOpened(new StageId("alone")));
        Stage.Notice notice =
                (Stage.Notice) sitting(appointment).route().stage().orElseThrow();
        does(
                appointment,
                new Act.NoticeAccepted(
                        notice.id(), notice.textDigests().iterator().next(), ""));
        does(appointment, new Act.StationExcused(new StageId("station"), "Jonna Hartwell"));
        does(appointment, new Act.StageLeft(new StageId("station")));
        does(appointment, new Act.CodeGiven(new StageId("door"), true));
        does(appointment, new Act.StageLeft(new StageId("instructions")));
        does(appointment, new Act.StageOpened(new StageId("watch")));
        signIn();
        page.navigate("/sittings/" + appointment.sitting());
        awaitPage("block");
    }

    private void before(String scene) {
        page.locator("[data-ask=camera-look]").click();
        page.locator("[data-scene=" + scene + "]").click();
        page.locator("#camera-look [data-dismiss]").click();
    }

    @Test
    void saysAKindWordFirstAndTellsTheInvigilatorAfterAsLongAgain() {
        openWatch();
        assertThat(page.locator("#camera-state")).hasText("Camera on");
        assertThat(page.locator("#camera-word")).isHidden();

        before("none");
        assertThat(page.locator("#camera-state")).hasText("Camera on: sees nobody");
        clock.advance(Duration.ofSeconds(16));
        assertThat(page.locator("#camera-word")).containsText("your answers are safe");
        assertThat(sitting(appointment).seen()).isEmpty();

        clock.advance(Duration.ofSeconds(16));
        page.waitForCondition(() -> sitting(appointment)
                .seen()
                .filter(saw -> saw.view() == PictureView.NO_FACE)
                .isPresent());
        assertThat(Duration.between(sitting(appointment).seen().orElseThrow().since(), clock.instant()))
                .isGreaterThan(Duration.ofSeconds(30));

        before("one");
        assertThat(page.locator("#camera-word")).isHidden();
        page.waitForCondition(() -> sitting(appointment).seen().isEmpty());
    }

    @Test
    void takesPicturesWhoseTimeNobodyForesees() {
        openWatch();
        page.waitForCondition(() -> {
            clock.advance(Duration.ofSeconds(2));
            return pictures.of(appointment.sitting(), 5).size() == 3;
        });

        List<WatchPictures.Taken> taken = pictures.of(appointment.sitting(), 5);
        assertThat(taken).extracting(WatchPictures.Taken::view).containsOnly(PictureView.ONE_FACE);
        for (int i = 1; i < taken.size(); i++) {
            assertThat(Duration.between(taken.get(i - 1).at(), taken.get(i).at()))
                    .isGreaterThan(Duration.ofSeconds(19));
        }
    }
}

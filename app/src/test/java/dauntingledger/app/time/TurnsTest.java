package dauntingledger.app.time;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.ExamServerTest;
import java.time.Duration;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.scheduling.TaskScheduler;
import org.springframework.scheduling.config.ScheduledTaskHolder;

class TurnsTest extends ExamServerTest {

    @Autowired
    private TaskScheduler scheduler;

    @Autowired
    private ScheduledTaskHolder turns;

    @Test
    void areTakenByWhatHasToBeDoneAgainAndAgain() {
        assertThat(turns.getScheduledTasks())
                .extracting(Object::toString)
                .satisfies(all -> assertThat(String.join("\n", all))
                        .contains("StandingBook.tellHeard", "Seats.lookElsewhere", "Boards.look", "Sweep.turn"));
    }

    @Test
    void oneThatHangsStopsNoOther() throws InterruptedException {
        CountDownLatch hangs = new CountDownLatch(1);
        CountDownLatch hung = new CountDownLatch(1);
        CountDownLatch taken = new CountDownLatch(3);
        ScheduledFuture<?> hanging = scheduler.scheduleWithFixedDelay(
                () -> {
                    hung.countDown();
                    try {
                        hangs.await();
                    } catch (InterruptedException e) {
                        Thread.currentThread().interrupt();
                    }
                },
                Duration.ofMillis(1));
        assertThat(hung.await(10, TimeUnit.SECONDS)).isTrue();

        ScheduledFuture<?> other = scheduler.scheduleWithFixedDelay(taken::countDown, Duration.ofMillis(1));

        assertThat(taken.await(10, TimeUnit.SECONDS)).isTrue();
        other.cancel(false);
        hanging.cancel(false);
        hangs.countDown();
    }
}

package dauntingledger.app.time;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class SteadyClockTest {

    private static final Instant NINE = Instant.parse("2026-11-25T09:00:00Z");

    private Instant wall = NINE;
    private long counter = 77;
    private final SteadyClock clock = new SteadyClock(() -> wall, () -> counter);

    @Test
    void goesByTheCounterWhateverTheComputersClockIsSetTo() {
        pass(Duration.ofSeconds(10));
        wall = wall.plus(Duration.ofMinutes(10));
        pass(Duration.ofSeconds(10));
        wall = wall.minus(Duration.ofMinutes(20));
        pass(Duration.ofSeconds(10));

        assertThat(clock.instant()).isEqualTo(NINE.plusSeconds(30));
    }

    @Test
    void followsTheComputersClockByFiveHundredMillionths() {
        wall = wall.plus(Duration.ofMinutes(10));
        for (int second = 0; second < 3_600; second++) {
            pass(Duration.ofSeconds(1));
            clock.steer();
        }

        Duration gained = Duration.between(NINE.plus(Duration.ofHours(1)), clock.instant());
        assertThat(gained).isEqualTo(Duration.ofMillis(1_800));
    }

    @Test
    void followsAsFarHoweverOftenItIsRead() {
        wall = wall.plus(Duration.ofMinutes(10));
        for (int second = 0; second < 3_600; second++) {
            for (int reading = 0; reading < 10; reading++) {
                pass(Duration.ofMillis(100));
                clock.instant();
            }
            clock.steer();
        }

        Duration gained = Duration.between(NINE.plus(Duration.ofHours(1)), clock.instant());
        assertThat(gained).isEqualTo(Duration.ofMillis(1_800));
    }

    @Test
    void followsAsFarBackAsForward() {
        wall = wall.minus(Duration.ofMinutes(10)).plusNanos(999_999_900);
        pass(Duration.ofSeconds(1));
        clock.steer();

        assertThat(clock.instant()).isEqualTo(NINE.plusSeconds(1).minusNanos(500_000));
    }

    @Test
    void neverGoesBackWhileItIsSlowedDown() {
        wall = wall.minus(Duration.ofMinutes(10));
        Instant before = clock.instant();
        for (int i = 0; i < 5_000; i++) {
            pass(Duration.ofMillis(i % 3));
            clock.steer();
            Instant now = clock.instant();
            assertThat(now).isAfterOrEqualTo(before);
            before = now;
        }
        assertThat(before).isBefore(NINE.plusMillis(5_000));
    }

    @Test
    void comesToTheComputersClockAndStaysThere() {
        wall = wall.plusMillis(40);
        for (int second = 0; second < 200; second++) {
            pass(Duration.ofSeconds(1));
            clock.steer();
        }

        assertThat(clock.steer().abs()).isLessThan(Duration.ofNanos(1_000));
        assertThat(clock.instant()).isEqualTo(wall);
    }

    @Test
    void goesOnFromWhatWasReachedBeforeARestart() {
        clock.atLeast(NINE.minusSeconds(5));
        assertThat(clock.instant()).isEqualTo(NINE);

        clock.atLeast(NINE.plusSeconds(600));
        pass(Duration.ofSeconds(1));
        assertThat(clock.instant()).isEqualTo(NINE.plusSeconds(601));
    }

    private void pass(Duration span) {
        counter += span.toNanos();
        wall = wall.plus(span);
    }
}

package dauntingledger.app.admission;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class SignInThrottleTest {

    private static final String NUMBER = "BW-1";

    private final SignInThrottle throttle = new SignInThrottle();
    private Instant now = Instant.parse("2026-11-25T09:00:00Z");

    @Test
    void costsNothingAtFirstThenDoublesThenLocks() {
        fail(3);
        assertThat(throttle.waitFor(NUMBER, now)).isEmpty();
        fail(1);
        assertThat(throttle.waitFor(NUMBER, now)).contains(Duration.ofSeconds(4));
        fail(1);
        assertThat(throttle.waitFor(NUMBER, now)).contains(Duration.ofSeconds(8));
        fail(3);
        assertThat(throttle.waitFor(NUMBER, now)).contains(SignInThrottle.LOCK);
    }

    @Test
    void opensAgainAtTheInstantAndNotBefore() {
        fail(4);

        assertThat(throttle.waitFor(NUMBER, now.plusMillis(3_999))).isPresent();
        assertThat(throttle.waitFor(NUMBER, now.plusSeconds(4))).isEmpty();
    }

    @Test
    void forgetsFailuresAfterASuccessAndKeepsNumbersApart() {
        fail(6);
        assertThat(throttle.waitFor("BW-2", now)).isEmpty();

        throttle.succeeded(NUMBER);
        assertThat(throttle.waitFor(NUMBER, now)).isEmpty();
    }

    private void fail(int times) {
        for (int i = 0; i < times; i++) {
            throttle.failed(NUMBER, now);
        }
    }
}

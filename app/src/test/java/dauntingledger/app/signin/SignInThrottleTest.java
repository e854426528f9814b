package dauntingledger.app.signin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.atLeastOnce;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.verify;

import dauntingledger.app.nodes.OtherNodes;
import dauntingledger.app.signin.SignInThrottle.Key;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.mockito.ArgumentCaptor;

class SignInThrottleTest {

    private static final Key HERE = new Key("BW-1", "192.0.2.1");
    private static final Key ELSEWHERE = new Key("BW-1", "198.51.100.7");

    private final OtherNodes nodes = mock(OtherNodes.class);
    private final SignInThrottle throttle = new SignInThrottle(nodes);
    private Instant now = Instant.parse("2026-11-25T09:00:00Z");

    @Test
    void costsNothingAtFirstThenDoublesThenLocks() {
        fail(HERE, 3);
        assertThat(throttle.waitFor(HERE, now)).isEmpty();
        fail(HERE, 1);
        assertThat(throttle.waitFor(HERE, now)).contains(Duration.ofSeconds(4));
        fail(HERE, 1);
        assertThat(throttle.waitFor(HERE, now)).contains(Duration.ofSeconds(8));
        fail(HERE, 3);
        assertThat(throttle.waitFor(HERE, now)).contains(SignInThrottle.LOCK);
    }

    @Test
    void isTheSameOnEveryNode() {
        SignInThrottle other = new SignInThrottle(mock(OtherNodes.class));
        Key odd = new Key("BW|1 %", "2001:db8::7");
        fail(HERE, 8);
        fail(odd, 4);
        told(SignInThrottle.WRONG).forEach(other::failedElsewhere);
        assertThat(other.waitFor(HERE, now)).contains(SignInThrottle.LOCK);
        assertThat(other.waitFor(odd, now)).contains(Duration.ofSeconds(4));

        throttle.succeeded(odd, now);
        throttle.lift(HERE.number(), now);
        told(SignInThrottle.RIGHT).forEach(other::succeededElsewhere);
        told(SignInThrottle.LIFTED).forEach(other::liftedElsewhere);
        assertThat(other.waitFor(odd, now)).isEmpty();
        assertThat(other.waitFor(HERE, now)).isEmpty();
        assertThat(other.locked(now)).isEmpty();
    }

    private List<String> told(String topic) {
        ArgumentCaptor<Collection<String>> words = ArgumentCaptor.captor();
        verify(nodes, atLeastOnce()).tell(eq(topic), words.capture());
        return words.getAllValues().stream().flatMap(Collection::stream).toList();
    }

    @Test
    void opensAgainAtTheInstantAndNotBefore() {
        fail(HERE, 4);

        assertThat(throttle.waitFor(HERE, now.plusMillis(3_999))).isPresent();
        assertThat(throttle.waitFor(HERE, now.plusSeconds(4))).isEmpty();
    }

    @Test
    void forgetsFailuresAfterASuccessAndKeepsNumbersApart() {
        fail(HERE, 6);
        assertThat(throttle.waitFor(new Key("BW-2", HERE.place()), now)).isEmpty();

        throttle.succeeded(HERE, now);
        assertThat(throttle.waitFor(HERE, now)).isEmpty();
    }

    @Test
    void forgetsFailuresSomeTimeAfterTheWaitThatTheyCost() {
        fail(HERE, 6);
        now = now.plus(Duration.ofMinutes(16));
        fail(HERE, 1);

        assertThat(throttle.waitFor(HERE, now)).isEmpty();
    }

    @Test
    void aStrangerElsewhereLocksNobodyOut() {
        fail(ELSEWHERE, 20);

        assertThat(throttle.waitFor(ELSEWHERE, now)).isPresent();
        assertThat(throttle.waitFor(HERE, now)).isEmpty();
        assertThat(throttle.waitFor(Key.known("BW-1"), now)).isEmpty();
    }

    @Test
    void aSeatThatIsKnownIsSlowedDownByItsOwnFailuresOnly() {
        fail(HERE, 20);
        assertThat(throttle.waitFor(Key.known("BW-1"), now)).isEmpty();

        fail(Key.known("BW-1"), 4);
        assertThat(throttle.waitFor(Key.known("BW-1"), now)).contains(Duration.ofSeconds(4));
    }

    @Test
    void theInvigilatorCanLiftALock() {
        fail(HERE, 9);
        assertThat(throttle.locked(now)).containsExactly("BW-1");

        assertThat(throttle.lift("BW-1", now)).isTrue();
        assertThat(throttle.waitFor(HERE, now)).isEmpty();
        assertThat(throttle.lift("BW-1", now)).isFalse();
    }

    @Nested
    class AnAddressFromWhichManyNumbersFail {

        @Test
        void isSlowedDownAsAWhole() {
            spray(SignInThrottle.FREE_AT_ADDRESS);
            assertThat(throttle.waitFor(new Key("BW-900", "192.0.2.1"), now)).isEmpty();

            spray(3);
            assertThat(throttle.waitFor(new Key("BW-900", "192.0.2.1"), now)).contains(Duration.ofSeconds(6));
            assertThat(throttle.waitFor(new Key("BW-900", "198.51.100.7"), now)).isEmpty();
            assertThat(throttle.waitFor(Key.known("BW-900"), now)).isEmpty();
        }

        @Test
        void isNeverSlowedDownByMoreThanAMinute() {
            spray(500);

            assertThat(throttle.waitFor(new Key("BW-900", "192.0.2.1"), now)).contains(Duration.ofMinutes(1));
        }

        @Test
        void isNotSlowedDownWhereMostSucceedAsInAHall() {
            for (int candidate = 0; candidate < 400; candidate++) {
                Key key = new Key("BW-" + candidate, "192.0.2.1");
                if (candidate % 4 == 0) {
                    throttle.failed(key, now);
                }
                throttle.succeeded(key, now);
            }

            assertThat(throttle.waitFor(new Key("BW-900", "192.0.2.1"), now)).isEmpty();
        }

        private void spray(int times) {
            for (int i = 0; i < times; i++) {
                throttle.failed(new Key("SPRAYED-" + i, "192.0.2.1"), now);
            }
        }
    }

    private void fail(Key key, int times) {
        for (int i = 0; i < times; i++) {
            throttle.failed(key, now);
        }
    }
}

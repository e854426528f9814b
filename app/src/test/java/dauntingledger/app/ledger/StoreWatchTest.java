package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doNothing;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoInteractions;
import static org.mockito.Mockito.when;

import java.time.Duration;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.boot.health.contributor.Status;
import org.springframework.util.unit.DataSize;

class StoreWatchTest {

    private final GroupCommit writer = mock();
    private final ClockKeeper clock = mock();
    private final Store store = mock();
    private final StoreGate gate = new StoreGate();
    private final StoreWatch.FreeSpace space = mock();
    private final StoreWatch.ProcessEnd end = mock();

    @BeforeEach
    void thereIsSpace() {
        when(space.bytes()).thenReturn(DataSize.ofGigabytes(1).toBytes());
    }

    @Test
    void writesARowAndSyncsItByTheWayOfTheLedger() throws Exception {
        StoreWatch watch = watch(Duration.ofMinutes(1));
        watch.look();

        assertThat(watch.health().getStatus()).isEqualTo(Status.UP);
        verify(clock).keep();
        verify(writer).probe();
        verify(store, never()).reopen();
    }

    @Test
    void closesTheGateOnAFailureAndOpensItAgainWhenARowIsOnTheDisk() throws Exception {
        doThrow(new StoreFailedException("full")).when(writer).probe();
        StoreWatch watch = watch(Duration.ofMinutes(1));
        watch.look();
        assertThat(watch.health().getStatus()).isEqualTo(Status.DOWN);

        doNothing().when(writer).probe();
        watch.look();
        assertThat(watch.health().getStatus()).isEqualTo(Status.UP);
        verify(store).reopen();
    }

    @Test
    void closesTheGateWhenTheStoreDoesNotAnswerAndLeavesAFewProbesBehindAtMost() throws Exception {
        CountDownLatch stuck = new CountDownLatch(1);
        doAnswer(call -> {
                    stuck.await();
                    return null;
                })
                .when(clock)
                .keep();
        StoreWatch watch = watch(Duration.ofMinutes(1));
        for (int look = 0; look < 6; look++) {
            watch.look();
        }

        assertThat(gate.isClosed()).isTrue();
        verify(clock, times(3)).keep();
        stuck.countDown();
    }

    @Test
    void triesAgainAsOftenAsProbesComeBackLate() throws Exception {
        StoreWatch watch = watch(Duration.ofMinutes(1));
        for (int slow = 0; slow < 5; slow++) {
            CountDownLatch late = new CountDownLatch(1);
            CountDownLatch back = new CountDownLatch(1);
            doAnswer(call -> {
                        late.await();
                        return null;
                    })
                    .when(clock)
                    .keep();
            doAnswer(call -> {
                        back.countDown();
                        return null;
                    })
                    .when(writer)
                    .probe();
            watch.look();
            assertThat(gate.isClosed()).isTrue();
            late.countDown();
            back.await();
        }
        doNothing().when(clock).keep();
        watch.look();

        assertThat(gate.isClosed()).isFalse();
    }

    @Test
    void writesNothingWhenThereIsHardlyAnySpaceLeft() throws Exception {
        when(space.bytes()).thenReturn(4_096L);
        StoreWatch watch = watch(Duration.ZERO);
        watch.look();

        assertThat(gate.isClosed()).isTrue();
        verifyNoInteractions(clock, writer, end);
    }

    @Test
    void endsTheProcessOfAStoreThatStaysClosedAlthoughThereIsSpace() throws Exception {
        doThrow(new StoreFailedException("closed")).when(writer).probe();
        AtomicBoolean ended = new AtomicBoolean();
        doAnswer(said -> {
                    ended.set(true);
                    return null;
                })
                .when(end)
                .because(any());
        StoreWatch watch = watch(Duration.ofMillis(1));

        for (int looks = 0; looks < 1_000_000 && !ended.get(); looks++) {
            watch.look();
        }

        assertThat(ended).isTrue();
    }

    private StoreWatch watch(Duration giveUpAfter) {
        StoreSettings settings =
                new StoreSettings(Duration.ofSeconds(5), Duration.ofMillis(200), giveUpAfter, DataSize.ofMegabytes(32));
        return new StoreWatch(store, writer, clock, gate, settings, space, end);
    }
}

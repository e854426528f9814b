package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.atLeastOnce;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.time.Duration;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.Test;
import org.springframework.boot.health.contributor.Status;
import org.springframework.util.unit.DataSize;

class StoreWatchTest {

    private final GroupCommit writer = mock();
    private final ClockKeeper clock = mock();
    private final Store store = mock();
    private final StoreWatch.FreeSpace space = mock();
    private final StoreWatch.ProcessEnd end = mock();

    @Test
    void isUpWhenARowIsOnTheDisk() {
        assertThat(watch(Duration.ofMinutes(1)).health().getStatus()).isEqualTo(Status.UP);
        verify(clock).keep();
        verify(writer).probe();
    }

    @Test
    void isDownWhenTheStoreTakesNothingAndOpensItAnew() {
        doThrow(new StoreFailedException("full")).when(writer).probe();

        assertThat(watch(Duration.ofMinutes(1)).health().getStatus()).isEqualTo(Status.DOWN);
        verify(store).reopen();
    }

    @Test
    void isDownWithinSecondsWhenTheStoreDoesNotAnswer() {
        CountDownLatch stuck = new CountDownLatch(1);
        doAnswer(call -> {
                    stuck.await();
                    return null;
                })
                .when(clock)
                .keep();

        assertThat(watch(Duration.ofMinutes(1)).health().getStatus()).isEqualTo(Status.DOWN);
        stuck.countDown();
    }

    @Test
    void endsTheProcessOfAStoreThatStaysClosedAlthoughThereIsSpace() {
        doThrow(new StoreFailedException("closed")).when(writer).probe();
        when(space.bytes()).thenReturn(DataSize.ofGigabytes(1).toBytes());
        StoreWatch watch = watch(Duration.ZERO);

        watch.watch();
        watch.watch();

        verify(end, atLeastOnce()).because(any());
    }

    @Test
    void waitsForSpaceOnAFullDisk() {
        doThrow(new StoreFailedException("full")).when(writer).probe();
        when(space.bytes()).thenReturn(4_096L);
        StoreWatch watch = watch(Duration.ZERO);

        watch.watch();
        watch.watch();

        verify(end, never()).because(any());
    }

    private StoreWatch watch(Duration giveUpAfter) {
        StoreSettings settings =
                new StoreSettings(Duration.ofSeconds(5), Duration.ofMillis(300), giveUpAfter, DataSize.ofMegabytes(64));
        return new StoreWatch(writer, clock, store, settings, space, end);
    }
}

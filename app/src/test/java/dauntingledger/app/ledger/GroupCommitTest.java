package dauntingledger.app.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.anyList;
import static org.mockito.ArgumentMatchers.argThat;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doNothing;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import dauntingledger.rulebook.chain.Hash;
import java.sql.SQLException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.hibernate.exception.GenericJDBCException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mockito.InOrder;

class GroupCommitTest {

    private static final List<LedgerLine> LINE = List.of(new LedgerLine(new SittingId(1), 1, "{}", Hash.of("{}")));

    private final Store store = mock();
    private final StoreGate gate = new StoreGate();
    private final GroupCommit writer = new GroupCommit(
            store, gate, new LedgerSettings(100, 600, 600, Duration.ofMillis(500), Duration.ofSeconds(10), 10));

    @BeforeEach
    void start() {
        writer.start();
    }

    @AfterEach
    void stop() {
        writer.stop();
    }

    @Test
    void answersOnlyAfterTheSync() {
        writer.write(LINE, List.of());

        InOrder order = inOrder(store);
        order.verify(store).commit(LINE, List.of());
        order.verify(store).sync();
    }

    @Test
    void writesNothingWhereThereIsNothingToWrite() {
        writer.write(List.of(), List.of());

        verify(store, never()).sync();
    }

    @Test
    void acknowledgesNothingUntilASyncThatFailedHasSucceeded() {
        doThrow(failing("58030")).when(store).sync();
        assertThatThrownBy(() -> writer.write(LINE, List.of())).isInstanceOf(StoreFailedException.class);

        assertThatThrownBy(() -> writer.write(List.of(), List.of()))
                .as("a resend that has nothing to write")
                .isInstanceOf(StoreFailedException.class);
        doNothing().when(store).sync();
        assertThatCode(() -> writer.write(List.of(), List.of())).doesNotThrowAnyException();
        writer.write(List.of(), List.of());

        verify(store, times(3)).sync();
    }

    @Test
    void opensTheStoreAnewAfterAFailureOfItsOwnButNotAfterARefusedRow() {
        doThrow(failing("90098")).when(store).commit(anyList(), anyList());
        assertThatThrownBy(() -> writer.write(LINE, List.of())).isInstanceOf(StoreFailedException.class);
        verify(store).reopen();
        assertThat(gate.isClosed()).isTrue();

        doThrow(failing("23505")).when(store).commit(anyList(), anyList());
        assertThatThrownBy(() -> writer.write(LINE, List.of()))
                .isInstanceOf(StoreFailedException.class)
                .hasNoCause()
                .hasMessageContaining("23505");
        verify(store).reopen();
    }

    @Test
    void leavesOutWhatAnotherNodeWasFasterThan() {
        when(store.isShared()).thenReturn(true);
        when(store.ends(List.of(1L))).thenReturn(Map.of(1L, 1));
        doThrow(failing("23505")).when(store).commit(LINE, List.of());

        assertThatThrownBy(() -> writer.write(LINE, List.of())).isInstanceOf(OvertakenException.class);
        assertThat(gate.isClosed()).isFalse();
        assertThat(writer.isBehind(new SittingId(1), 0)).isTrue();
        assertThat(writer.isBehind(new SittingId(1), 1)).isFalse();
    }

    @Test
    void writesTheOthersOfABatchFromWhichOneIsLeftOut() throws Exception {
        List<LedgerLine> other = List.of(new LedgerLine(new SittingId(2), 1, "{}", Hash.of("{}")));
        when(store.isShared()).thenReturn(true);
        when(store.ends(anyList())).thenReturn(Map.of(1L, 1));
        doThrow(failing("23505"))
                .when(store)
                .commit(argThat(lines -> lines != null && lines.contains(LINE.getFirst())), anyList());
        CountDownLatch first = new CountDownLatch(1);
        doAnswer(call -> {
                    first.await();
                    return null;
                })
                .when(store)
                .sync();

        try (ExecutorService candidates = Executors.newVirtualThreadPerTaskExecutor()) {
            candidates.submit(writer::probe);
            Future<?> written = candidates.submit(() -> writer.write(other, List.of()));
            Future<?> overtaken = candidates.submit(() -> writer.write(LINE, List.of()));
            first.countDown();

            written.get();
            assertThatThrownBy(overtaken::get).hasCauseInstanceOf(OvertakenException.class);
        }
        verify(store).commit(other, List.of());
    }

    @Test
    void triesAgainWhatTheDatabaseHasTakenBackAndNotForEver() {
        doThrow(failing("40P01")).doNothing().when(store).commit(LINE, List.of());
        assertThatCode(() -> writer.write(LINE, List.of())).doesNotThrowAnyException();
        assertThat(gate.isClosed()).isFalse();

        doThrow(failing("40001")).when(store).commit(LINE, List.of());
        assertThatThrownBy(() -> writer.write(LINE, List.of())).isInstanceOf(StoreFailedException.class);
    }

    @Test
    void goesOnAfterAnyError() {
        doThrow(new LinkageError("gone")).when(store).commit(anyList(), anyList());
        assertThatThrownBy(() -> writer.write(LINE, List.of())).isInstanceOf(StoreFailedException.class);

        doNothing().when(store).commit(anyList(), anyList());
        assertThatCode(() -> writer.write(LINE, List.of())).doesNotThrowAnyException();
    }

    @Test
    void keepsNobodyWaitingForEver() {
        CountDownLatch stuck = new CountDownLatch(1);
        doAnswer(call -> {
                    stuck.await();
                    return null;
                })
                .when(store)
                .sync();

        assertThatThrownBy(() -> writer.write(LINE, List.of()))
                .isInstanceOf(StoreFailedException.class)
                .hasMessageContaining("PT0.5S");
        stuck.countDown();
    }

    @Test
    void namesAnErrorWithoutWhatItSays() {
        doThrow(new IllegalStateException("answer 86421")).when(store).commit(anyList(), anyList());

        assertThatThrownBy(() -> writer.write(LINE, List.of()))
                .satisfies(e -> assertThat(e.getMessage()).doesNotContain("86421"));
    }

    private static RuntimeException failing(String state) {
        return new GenericJDBCException("failed", new SQLException("values (answer 86421)", state));
    }
}

package dauntingledger.rulebook.sitting;

import static dauntingledger.rulebook.testing.Desk.choosing;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.testing.Desk;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class LedgerTest {

    private final Desk desk = Desk.inBlockOne();
    private final Ledger ledger = desk.ledger();

    @Test
    void countsACarriedEntryByWhenItWasMade() {
        desk.afterMinutes(25)
                .does(new Act.StageRanOut(
                        desk.sitting().route().unrecordedEndings().getFirst().stage()));
        Entry carried = carried("late", Duration.ofMinutes(19), Duration.ofMinutes(25));

        assertThat(ledger.enter(carried)).isEqualTo(Verdict.PERMITTED);
        assertThat(desk.question("q1").label()).isEqualTo("A");
        assertThat(ledger.held()).isEmpty();
    }

    @Test
    void doesNotCountACarriedEntryThatWasMadeTooLate() {
        desk.afterMinutes(25)
                .does(new Act.StageRanOut(
                        desk.sitting().route().unrecordedEndings().getFirst().stage()));

        assertThat(ledger.enter(carried("late", Duration.ofMinutes(20), Duration.ofMinutes(25))))
                .isEqualTo(Verdict.TIME_RAN_OUT);
    }

    @Test
    void holdsAnEntryThatWasCarriedForTooLong() {
        Entry carried =
                carried("late", Duration.ofMinutes(1), Duration.ofMinutes(16).plusMillis(1));

        assertThat(ledger.enter(carried)).isEqualTo(Verdict.HELD_FOR_DECISION);
        assertThat(ledger.entries()).contains(carried);
        assertThat(ledger.held()).extracting(Held::entry).containsExactly(carried);
        assertThat(desk.afterMinutes(17).question("q1").label()).isEmpty();
    }

    @Test
    void holdsAnEntryDatedBackIntoASectionThatTheCandidateHasClosed() {
        desk.afterMinutes(5).closes("one");

        assertThat(ledger.enter(carried("forged", Duration.ofMinutes(4), Duration.ofMinutes(6))))
                .isEqualTo(Verdict.HELD_FOR_DECISION);
    }

    @Test
    void foldsAGrantBeforeWhatWasCarriedPastIt() {
        desk.afterMinutes(10)
                .does(new Act.TimeGranted(new BoxId("one"), Duration.ofMinutes(5), By.NOBODY, Optional.empty()));
        Entry carried = carried("late", Duration.ofMinutes(9), Duration.ofMinutes(10));

        ledger.enter(carried);

        assertThat(desk.question("q1").label()).isEqualTo("A");
        assertThat(desk.sitting().clocks().tightest().orElseThrow().left()).isEqualTo(Duration.ofMinutes(15));
    }

    @Test
    void comesToTheSameWhenItIsReadAgain() {
        desk.afterMinutes(10)
                .does(new Act.TimeGranted(new BoxId("one"), Duration.ofMinutes(5), By.NOBODY, Optional.empty()));
        ledger.enter(carried("late", Duration.ofMinutes(9), Duration.ofMinutes(10)));
        ledger.enter(carried("later", Duration.ofMinutes(1), Duration.ofMinutes(40)));

        Ledger again = Ledger.of(ledger.sitting().paper(), Window.ALWAYS, ledger.entries());

        assertThat(again.sitting().questions().all())
                .isEqualTo(ledger.sitting().questions().all());
        assertThat(again.sitting().clocks().all())
                .isEqualTo(ledger.sitting().clocks().all());
        assertThat(again.held()).isEqualTo(ledger.held());
    }

    @Test
    void refusesASecondEntryWithTheSameId() {
        Entry entry = carried("twice", Duration.ofMinutes(1), Duration.ofMinutes(1));
        ledger.enter(entry);

        assertThat(ledger.has(entry.id())).isTrue();
        assertThatThrownBy(() -> ledger.enter(entry)).hasMessageContaining("twice");
    }

    private static Entry carried(String id, Duration at, Duration received) {
        Instant nine = Desk.NINE;
        return new Entry(new EntryId(id), nine.plus(at), nine.plus(received), choosing("q1", "a"));
    }
}

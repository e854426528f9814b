package dauntingledger.rulebook.sitting;

import static dauntingledger.rulebook.testing.Desk.choosing;
import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.testing.Desk;
import dauntingledger.rulebook.testing.Server;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Nested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Block one of the pilot paper runs from nine to twenty past; entries are named by what they choose for q1. */
class BeliefTest {

    private final Desk desk = Desk.inBlockOne();
    private final Ledger ledger = desk.ledger();
    private final Server server = new Server(ledger, Desk.NINE);

    @BeforeEach
    void aSeatIsTaken() {
        server.records(new Act.SeatTaken("one"), Desk.NINE);
    }

    @ParameterizedTest(name = "heard at {0} s, dated {1} s, received at {2} s: {3}")
    @CsvSource({
        "600, 600, 601, PERMITTED",
        "600, 595, 601, PERMITTED",
        "600, 594.999, 601, HELD_FOR_DECISION",
        "600, 0, 601, HELD_FOR_DECISION",
        "0, 599, 900, PERMITTED",
        "1195, 1199, 1500, PERMITTED",
        "1300, 1199, 1301, HELD_FOR_DECISION",
        "0, 100, 1001, HELD_FOR_DECISION"
    })
    void believesAnInstantBackToTheLastHearingLessTheGrace(double heard, double at, double received, Verdict verdict) {
        server.hears(after(heard));

        assertThat(send("e", "a", at, received)).isEqualTo(verdict);
    }

    @Test
    void holdsAnAnswerDatedBeforeTheDeadlineThatCameAfterItWhileTheConnectionWasGood() {
        server.hears(after(1_199));
        server.hears(after(1_204));
        server.hears(after(1_209));

        assertThat(send("forged", "a", 1_199, 1_210)).isEqualTo(Verdict.HELD_FOR_DECISION);
        assertThat(held("forged").reason()).isEqualTo(Held.Reason.DATED_BACK);
        assertThat(ledger.sittingAt(after(1_211)).questions().totals().answered())
                .isZero();
    }

    @Test
    void holdsABreakThatIsDatedBack() {
        server.hears(after(100));

        assertThat(server.receives(List.of(made("rest", new Act.BreakBegun(), 86)), List.of(), after(101)))
                .containsExactly(Verdict.HELD_FOR_DECISION);
    }

    @Test
    void holdsWhatIsOlderThanSomethingTheSameSeatHasSent() {
        send("first", "a", 300, 301);

        assertThat(send("earlier", "b", 299, 302)).isEqualTo(Verdict.HELD_FOR_DECISION);
        assertThat(held("earlier").reason()).isEqualTo(Held.Reason.OUT_OF_ORDER);
        assertThat(desk.afterMinutes(10).question("q1").label()).isEqualTo("A");
    }

    @Test
    void aNewSeatBeginsAnOrderOfItsOwn() {
        send("first", "a", 300, 301);
        server.records(new Act.SeatTaken("two"), after(302));

        assertThat(send("left-over", "b", 299, 303)).isEqualTo(Verdict.PERMITTED);
    }

    @Test
    void holdsWhatAFormerSeatSends() {
        Entry left = made("left", choosing("q1", "b"), 300);

        assertThat(ledger.enter(left.receivedFrom("one", millis(310), millis(299))))
                .isEqualTo(Verdict.HELD_FOR_DECISION);
        assertThat(held("left").reason()).isEqualTo(Held.Reason.FORMER_SEAT);
    }

    @Test
    void anEntryFromALedgerThatDoesNotSayWhenTheCandidateWasHeardIsJudgedByHowLongItWasCarried() {
        server.hears(after(600));

        assertThat(ledger.enter(new Entry(new EntryId("old"), after(10), after(601), choosing("q1", "a"))))
                .isEqualTo(Verdict.PERMITTED);
    }

    @Nested
    class AfterTheReceipt {

        @BeforeEach
        void isGiven() {
            desk.afterMinutes(200).ledger();
            assertThat(server.records(new Act.ReceiptGiven(), desk.now())).isEqualTo(Verdict.PERMITTED);
        }

        @Test
        void nothingThatABrowserSendsCounts() {
            double now = 200 * 60;
            server.restarts(after(1_000));

            assertThat(send("late", "a", 1_100, now + 1)).isEqualTo(Verdict.HELD_FOR_DECISION);
            assertThat(held("late").reason()).isEqualTo(Held.Reason.AFTER_THE_RECEIPT);
        }

        @Test
        void itCoversNothingThatABrowserSends() {
            send("late", "a", 1_100, 200 * 60 + 1);

            assertThat(ledger.isCoveredByReceipt(new EntryId("late"))).isFalse();
            assertThat(ledger.entries())
                    .filteredOn(entry -> !entry.id().value().equals("late"))
                    .allMatch(entry -> ledger.isCoveredByReceipt(entry.id()));
        }
    }

    @Test
    void whatIsSentCountsAgainOnceTheOfficeHasLetTheCandidateIn() {
        desk.closes("one").opens("two").afterMinutes(10).closes("two").does(new Act.HandedIn());
        server.records(new Act.ReceiptGiven(), desk.now());
        assertThat(ledger.isReceiptGiven()).isTrue();

        Act reopened = new Act.Reopened(ledger.sitting().route().reopenable().orElseThrow(), "Office", Actor.OFFICE);
        assertThat(server.records(reopened, desk.now())).isEqualTo(Verdict.PERMITTED);

        assertThat(ledger.isReceiptGiven()).isFalse();
        server.hears(desk.now());
        Entry sent = new Entry(new EntryId("again"), desk.now(), desk.now(), choosing("q5", "b"));
        assertThat(server.receives(List.of(sent), List.of(), desk.now())).containsExactly(Verdict.PERMITTED);
        assertThat(ledger.isCoveredByReceipt(sent.id())).isTrue();
    }

    @Test
    void aReceiptIsNotGivenBeforeTheEnd() {
        assertThat(server.records(new Act.ReceiptGiven(), after(10))).isEqualTo(Verdict.NOT_ON_THE_ROUTE);
    }

    @Test
    void whatMayRestOnAHeldEntryIsHeldAndNotRefused() {
        server.hears(after(600));
        send("back", "a", 10, 601);

        assertThat(server.receives(
                        List.of(made("open", new Act.StageOpened(new StageId("two")), 601)), List.of(), after(602)))
                .containsExactly(Verdict.HELD_FOR_DECISION);
        assertThat(held("open").reason()).isEqualTo(Held.Reason.RESTS_ON_HELD);
    }

    @Nested
    class WhenSomebodyDecides {

        @BeforeEach
        void anAnswerIsHeld() {
            server.hears(after(600));
            send("back", "b", 10, 601);
            send("now", "a", 602, 602);
        }

        @Test
        void anEntryThatIsLetCountIsFoldedAtItsOwnInstant() {
            assertThat(decide(true, 700)).isEqualTo(Verdict.PERMITTED);

            assertThat(held("back").counts()).isTrue();
            assertThat(desk.afterMinutes(12).question("q1").label()).isEqualTo("A");
            assertThat(ledger.sitting().refusals()).isEmpty();
        }

        @Test
        void theDecisionCanBeTakenBack() {
            send("erased", new Act.Erased(choosingItem()), 650, 651);
            decide(true, 700);
            assertThat(decide(false, 710)).isEqualTo(Verdict.PERMITTED);

            assertThat(held("back").counts()).isFalse();
            assertThat(held("back").waits()).isFalse();
            assertThat(desk.afterMinutes(12).question("q1").label()).isEmpty();
        }

        @Test
        void thereIsNothingToDecideTwice() {
            decide(false, 700);

            assertThat(decide(false, 701)).isEqualTo(Verdict.ALREADY_SO);
            assertThat(server.records(deciding("none", true), after(702))).isEqualTo(Verdict.NOTHING_TO_DECIDE);
            assertThat(server.records(deciding("now", true), after(702))).isEqualTo(Verdict.NOTHING_TO_DECIDE);
        }

        @Test
        void theLedgerComesToTheSameWhenItIsReadAgain() {
            decide(true, 700);
            send("forged", "a", 20, 710);

            Ledger again = Ledger.of(ledger.sitting().paper(), Window.ALWAYS, ledger.entries());

            assertThat(again.held()).isEqualTo(ledger.held());
            assertThat(again.sitting().questions().all())
                    .isEqualTo(ledger.sitting().questions().all());
        }

        private Verdict decide(boolean counts, double seconds) {
            return server.records(deciding("back", counts), after(seconds));
        }
    }

    private static Act deciding(String held, boolean counts) {
        return new Act.HeldDecided(new EntryId(held), counts, "Jonna Hartwell", Actor.INVIGILATOR);
    }

    private static ItemId choosingItem() {
        return new ItemId("q1");
    }

    private Held held(String id) {
        return ledger.held(new EntryId(id)).orElseThrow();
    }

    private Verdict send(String id, String choice, double at, double received) {
        return send(id, choosing("q1", choice), at, received);
    }

    private Verdict send(String id, Act act, double at, double received) {
        return server.receives(List.of(made(id, act, at)), List.of(), after(received))
                .getFirst();
    }

    private static Entry made(String id, Act act, double at) {
        return Entry.made(new EntryId(id), after(at), act);
    }

    private static Instant after(double seconds) {
        return Desk.NINE.plus(Duration.ofMillis(Math.round(seconds * 1_000)));
    }

    private static long millis(double seconds) {
        return after(seconds).toEpochMilli();
    }
}

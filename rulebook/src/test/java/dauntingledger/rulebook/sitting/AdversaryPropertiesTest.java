package dauntingledger.rulebook.sitting;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.LateAcceptance;
import dauntingledger.rulebook.testing.Scripts;
import dauntingledger.rulebook.testing.Scripts.Script;
import dauntingledger.rulebook.testing.Server;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.stream.LongStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** A candidate with a changed browser against the rules, and an honest one whose connection fails. */
class AdversaryPropertiesTest {

    private static final int TRIES = 400;
    private static final Duration HEARTBEAT = Duration.ofSeconds(5);
    private static final Duration GRACE = LateAcceptance.USUAL.grace();

    /** What a changed browser can gain at most while it is heard: its heartbeat may be due, and then the grace. */
    private static final Duration MOST = HEARTBEAT.plus(GRACE);

    /** Sends any acts with any claims about time, in any order, again and again; the server hears it all the while. */
    private static final class Adversary {

        private final Random random;
        private final Server server;
        private final List<Entry> sent = new ArrayList<>();
        private int made;

        Adversary(long seed, Script script) {
            this.random = new Random(seed);
            this.server = new Server(
                    new Ledger(script.paper(), script.window()),
                    script.entries().getFirst().at());
            for (Entry entry : script.entries()) {
                if (entry.act().actor() == Actor.CANDIDATE) {
                    attacks(entry.act(), entry.at());
                } else {
                    server.records(entry.act(), entry.at());
                }
                if (random.nextInt(10) == 0) {
                    server.records(new Act.ReceiptGiven(), entry.at());
                }
            }
        }

        private void attacks(Act act, Instant now) {
            server.hears(now.minusMillis(random.nextLong(HEARTBEAT.toMillis())));
            List<Entry> batch = new ArrayList<>();
            batch.add(claiming(act, now));
            if (!sent.isEmpty() && random.nextInt(3) == 0) {
                Entry again = sent.get(random.nextInt(sent.size()));
                batch.add(random.nextBoolean() ? again : claiming(again.act(), now));
            }
            Collections.shuffle(batch, random);
            List<Entry> announced = random.nextInt(4) == 0 ? List.of(claiming(act, now)) : List.of();
            server.receives(batch, announced, now);
            server.receives(random.nextBoolean() ? announced : List.of(), List.of(), now);
            sent.addAll(batch);
        }

        private Entry claiming(Act act, Instant now) {
            long span = switch (random.nextInt(12)) {
                case 0, 1 -> random.nextLong(12_000);
                case 2 -> random.nextLong(1_200_000);
                case 3 -> -random.nextLong(600_000);
                default -> random.nextLong(50);
            };
            return Entry.made(new EntryId("a" + ++made), now.minusMillis(span), act);
        }
    }

    @Property(tries = TRIES)
    void nothingCountsThatAnHonestCandidateCouldNotHaveDoneWithinTheGrace(@ForAll long seed) {
        Script script = new Scripts(Math.floorMod(seed, 30_000)).script(80);
        Ledger ledger = new Adversary(seed, script).server.ledger();
        List<Entry> counting = counting(ledger);
        for (Entry entry : counting) {
            if (entry.isFromABrowser()) {
                assertThat(Duration.ofMillis(entry.receivedMillis() - entry.atMillis()))
                        .isBetween(Duration.ZERO, MOST);
            }
            if (entry.act() instanceof Act.OnItem onItem && entry.isFromABrowser() && !isRefused(entry, ledger)) {
                assertWasOpen(onItem.item(), entry, counting, script);
            }
        }
    }

    /** An honest candidate acts at the receipt; with the most that can be gained given to them, the question was open. */
    private static void assertWasOpen(ItemId item, Entry entry, List<Entry> counting, Script script) {
        Instant then = Instant.ofEpochMilli(entry.receivedMillis()).minus(MOST);
        List<Entry> before =
                counting.stream().filter(one -> !one.at().isAfter(then)).toList();
        Sitting honest = Sitting.of(script.paper(), script.window()).after(before);
        Sitting here = honest.now().isAfter(then) ? honest : honest.asOf(then);
        Question question = here.questions().get(item);
        if (entry.act() instanceof Act.Answered) {
            assertThat(question.seal()).as("seal of %s", item).isNotEqualTo(Question.Seal.TRIES);
        }
        assertThat(here.route().records().stream()
                        .filter(stage -> here.questions().in(stage.stage()).contains(question))
                        .map(StageRecord::ended))
                .as("the block of %s", item)
                .allMatch(ended -> ended == StageRecord.Ended.NOT_YET);
    }

    private static boolean isRefused(Entry entry, Ledger ledger) {
        return ledger.sitting().refusals().stream()
                .anyMatch(refusal -> refusal.entry().equals(entry.id()));
    }

    private static List<Entry> counting(Ledger ledger) {
        return ledger.entries().stream()
                .filter(entry -> ledger.held(entry.id()).isEmpty())
                .sorted((a, b) -> Long.compare(a.atMillis(), b.atMillis()))
                .toList();
    }

    @Property(tries = TRIES)
    void whatASeatHasSentAndCountsCameInTheOrderInWhichItWasMade(@ForAll long seed) {
        Ledger ledger = new Adversary(seed, new Scripts(Math.floorMod(seed, 30_000)).script(80)).server.ledger();
        long last = 0;
        for (Entry entry : ledger.entries()) {
            last = entry.act() instanceof Act.SeatTaken ? 0 : last;
            if (entry.isFromABrowser() && ledger.held(entry.id()).isEmpty()) {
                assertThat(entry.atMillis()).isGreaterThanOrEqualTo(last);
                last = entry.atMillis();
            }
        }
    }

    @Property(tries = TRIES)
    void nothingCountsThatCameAfterTheReceipt(@ForAll long seed) {
        Ledger ledger = new Adversary(seed, new Scripts(Math.floorMod(seed, 30_000)).script(80)).server.ledger();
        boolean given = false;
        for (Entry entry : ledger.entries()) {
            given |= entry.act() instanceof Act.ReceiptGiven;
            if (given && entry.isFromABrowser() && !(entry.act() instanceof Act.SurveyAnswered)) {
                assertThat(ledger.held(entry.id())).isPresent();
            }
        }
    }

    @Property(tries = TRIES)
    void aLedgerThatIsReadAgainIsJudgedTheSame(@ForAll long seed) {
        Script script = new Scripts(Math.floorMod(seed, 30_000)).script(80);
        Ledger ledger = new Adversary(seed, script).server.ledger();
        Ledger again = Ledger.of(script.paper(), script.window(), ledger.entries());

        assertThat(again.held()).isEqualTo(ledger.held());
        assertThat(again.sitting().questions().all())
                .isEqualTo(ledger.sitting().questions().all());
        assertThat(again.sitting().route().position())
                .isEqualTo(ledger.sitting().route().position());
    }

    /** Works at a desk of their own; the connection to the server comes and goes, and answers are lost on the way. */
    private static final class Honest {

        private static final int BATCH = 4;
        private static final Duration LONGEST_OUTAGE = Duration.ofMinutes(14);

        private final Random random;
        private final Ledger desk;
        private final Server server;
        private final List<Entry> waiting = new ArrayList<>();
        private final Set<EntryId> announced = new HashSet<>();
        private final Set<EntryId> entered = new HashSet<>();
        private boolean connected = true;
        private int made;

        Honest(long seed, Script script) {
            this.random = new Random(seed);
            this.desk = new Ledger(script.paper(), script.window());
            this.server = new Server(
                    new Ledger(script.paper(), script.window()),
                    script.entries().getFirst().at());
            for (Entry entry : script.entries()) {
                step(entry.act(), entry.at());
            }
            connected = true;
            sends(script.entries().getLast().at().plusSeconds(1), false);
        }

        private void step(Act act, Instant now) {
            if (!waiting.isEmpty()
                    && waiting.getFirst().at().plus(LONGEST_OUTAGE).isBefore(now)) {
                sends(waiting.getFirst().at().plus(LONGEST_OUTAGE), false);
            }
            if (connected && random.nextInt(6) == 0) {
                connected = false;
            } else if (!connected && random.nextInt(4) == 0) {
                connected = true;
            }
            if (act.actor() == Actor.CANDIDATE) {
                acts(act, now);
            } else if (!(act instanceof Act.Paused || act instanceof Act.Resumed) && connected && waiting.isEmpty()) {
                Verdict verdict = server.records(act, now);
                if (verdict.isPermitted()) {
                    desk.enter(server.ledger().entries().getLast());
                }
            }
            if (connected) {
                sends(now.plusMillis(random.nextInt(3_000)), true);
            }
        }

        private void acts(Act act, Instant now) {
            Instant at = now.isBefore(desk.sitting().now()) ? desk.sitting().now() : now;
            Entry entry = Entry.made(new EntryId("h" + ++made), at, act);
            if (desk.enter(entry).isPermitted()) {
                waiting.add(entry);
                entered.add(entry.id());
            }
        }

        private void sends(Instant now, boolean mayFail) {
            Instant arriving = now;
            do {
                List<Entry> batch = List.copyOf(waiting.subList(0, Math.min(BATCH, waiting.size())));
                List<Entry> behind = waiting.subList(batch.size(), waiting.size()).stream()
                        .filter(entry -> !announced.contains(entry.id()))
                        .toList();
                server.receives(batch, behind, arriving);
                if (mayFail && random.nextInt(5) == 0) {
                    connected = false;
                    return;
                }
                behind.forEach(entry -> announced.add(entry.id()));
                waiting.subList(0, batch.size()).clear();
                arriving = arriving.plusMillis(20);
            } while (!waiting.isEmpty());
        }
    }

    @Property(tries = TRIES)
    void nothingIsLostOfWhatAnHonestCandidateEntersWhateverTheConnectionDoes(@ForAll long seed) {
        Honest candidate = new Honest(seed, new Scripts(Math.floorMod(seed, 30_000)).script(80));
        Ledger ledger = candidate.server.ledger();

        assertThat(ledger.entries().stream().map(Entry::id)).containsAll(candidate.entered);
        assertThat(ledger.held()).isEmpty();
        assertThat(ledger.sitting().questions().all())
                .isEqualTo(candidate.desk.sitting().questions().all());
    }

    @Test
    void adversariesAndHonestCandidatesGetSomewhere() {
        List<Ledger> attacked = LongStream.range(0, TRIES)
                .mapToObj(seed -> new Adversary(seed, new Scripts(seed).script(80)).server.ledger())
                .toList();

        assertThat(attacked).filteredOn(ledger -> !ledger.held().isEmpty()).hasSizeGreaterThan(150);
        assertThat(attacked)
                .filteredOn(ledger -> ledger.sitting().questions().totals().answered() > 0)
                .hasSizeGreaterThan(40);
        assertThat(LongStream.range(0, TRIES)
                        .mapToObj(seed -> new Honest(seed, new Scripts(seed).script(80)).entered.size()))
                .filteredOn(entered -> entered > 10)
                .hasSizeGreaterThan(100);
    }
}

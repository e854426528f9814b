package dauntingledger.rulebook.sitting;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.testing.Scripts;
import dauntingledger.rulebook.testing.Scripts.Script;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

/** What holds of pauses that are dated back and of time that is given back, whatever was done before. */
class OutagePropertiesTest {

    private static final int TRIES = 400;

    @Provide
    Arbitrary<Script> scripts() {
        return Arbitraries.integers().between(0, 30_000).map(seed -> new Scripts(seed).script(60));
    }

    /** What the rules refuse leaves no trace, as on the server. */
    private static Ledger ledger(Script script) {
        Ledger ledger = new Ledger(script.paper(), script.window());
        script.entries().forEach(ledger::enter);
        return ledger;
    }

    private static Map<BoxId, Duration> left(Sitting sitting) {
        Map<BoxId, Duration> left = new HashMap<>();
        sitting.clocks().all().forEach(clock -> clock.box().ifPresent(box -> left.put(box, clock.left())));
        return left;
    }

    private static List<Map<ResponseId, Value>> given(Sitting sitting) {
        return sitting.questions().all().stream()
                .map(question -> question.work().responses())
                .toList();
    }

    private static Instant between(Instant from, Instant to, int share) {
        return from.plusMillis(Duration.between(from, to).toMillis() * Math.floorMod(share, 1_001) / 1_000);
    }

    @Property(tries = TRIES)
    void aPauseTakesTimeFromNobody(@ForAll("scripts") Script script, @ForAll int back, @ForAll int length) {
        Ledger without = ledger(script);
        Ledger with = ledger(script);
        Instant last = without.sitting().now();
        Instant pressed = last.plusMillis(1 + Math.floorMod(length, 300_000));
        Instant wanted = between(script.entries().getFirst().at(), pressed, back);
        Instant since = without.pausableFrom(wanted, pressed);
        Act pause = new Act.Paused(By.of("Jonna Hartwell"), "");
        Entry made = new Entry(new EntryId("pause"), since, pressed, pause);
        if (!with.enter(made).isPermitted()) {
            return;
        }
        Instant later = pressed.plusSeconds(90);

        Map<BoxId, Duration> running = left(without.sittingAt(later));
        Map<BoxId, Duration> stopped = left(with.sittingAt(later));
        running.forEach((box, left) -> assertThat(stopped.getOrDefault(box, left))
                .as("%s of %s", box, script.paper().id())
                .isGreaterThanOrEqualTo(left));
        assertThat(with.sittingAt(later).refusals())
                .hasSizeLessThanOrEqualTo(without.sitting().refusals().size());
        assertThat(given(with.sittingAt(later))).isEqualTo(given(without.sittingAt(later)));
    }

    @Property(tries = TRIES)
    void whatAnOutageTookIsGivenBackOnce(@ForAll("scripts") Script script, @ForAll int from, @ForAll int to) {
        Ledger ledger = ledger(script);
        Instant begin = script.entries().getFirst().at();
        Instant now = ledger.sitting().now();
        Instant one = between(begin, now, from);
        Instant other = between(begin, now, to);
        Silence silence = one.isBefore(other) ? new Silence(one, other) : new Silence(other, one);
        Map<BoxId, Duration> lost = ledger.lost(silence);
        Map<BoxId, Duration> before = left(ledger.sitting());

        int number = 0;
        for (Map.Entry<BoxId, Duration> box : lost.entrySet()) {
            assertThat(box.getValue()).isLessThanOrEqualTo(silence.length());
            Act grant = new Act.TimeGranted(box.getKey(), box.getValue(), By.of("Jonna"), Optional.of(silence));
            boolean given = ledger.enter(new Entry(new EntryId("grant" + ++number), now, now, grant))
                    .isPermitted();
            if (given) {
                assertThat(ledger.lost(silence)).doesNotContainKey(box.getKey());
                assertThat(left(ledger.sitting()).get(box.getKey()))
                        .isEqualTo(
                                before.getOrDefault(box.getKey(), Duration.ZERO).plus(box.getValue()));
            }
        }
    }

    @Property(tries = TRIES)
    void whatTwoHalvesOfASilenceTookIsWhatTheWholeTook(@ForAll("scripts") Script script, @ForAll int middle) {
        Ledger ledger = ledger(script);
        Instant begin = script.entries().getFirst().at();
        Instant end = ledger.sitting().now();
        Instant cut = between(begin, end, middle);

        Map<BoxId, Duration> sum = new HashMap<>(ledger.lost(new Silence(begin, cut)));
        ledger.lost(new Silence(cut, end)).forEach((box, lost) -> sum.merge(box, lost, Duration::plus));

        assertThat(sum).isEqualTo(ledger.lost(new Silence(begin, end)));
    }
}

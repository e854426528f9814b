package dauntingledger.rulebook.plain;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.sitting.Clock;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.Position;
import dauntingledger.rulebook.sitting.Presence;
import dauntingledger.rulebook.sitting.Sitting;
import dauntingledger.rulebook.testing.Scripts;
import dauntingledger.rulebook.testing.Scripts.Script;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

/** What a board works out from a standing as time passes is what the sitting comes to, until its stage ends. */
class StandingCodecTest {

    private static final int TRIES = 300;

    @Provide
    Arbitrary<Script> scripts() {
        return Arbitraries.integers().between(0, 30_000).map(seed -> new Scripts(seed).script(40));
    }

    @Property(tries = TRIES)
    void theTimeLeftIsWhatTheClocksSay(@ForAll("scripts") Script script, @ForAll int later) {
        Sitting sitting = Sitting.of(script.paper(), script.window());
        for (Entry entry : script.entries()) {
            sitting = sitting.after(List.of(entry));
            Instant then = sitting.now().plusMillis(Math.floorMod(later, 600_000));
            Sitting after = sitting.asOf(then);
            if (!after.route().position().equals(sitting.route().position())
                    || after.route().position() instanceof Position.Over) {
                continue;
            }
            Optional<Long> expected = after.clocks().tightest().map(Clock::left).map(Duration::toMillis);

            assertThat(left(StandingCodec.toPlain(sitting), then.toEpochMilli()))
                    .as("%s of %s at %s", after.presence(), script.paper().id(), then)
                    .isEqualTo(expected);
            boolean resting = after.presence() == Presence.ON_BREAK;
            assertThat(isResting(StandingCodec.toPlain(sitting), then.toEpochMilli()))
                    .isEqualTo(resting || isOnTheRoutesBreak(after));
        }
    }

    private static boolean isOnTheRoutesBreak(Sitting sitting) {
        return sitting.route().stage().filter(Stage.Break.class::isInstance).isPresent()
                && sitting.route().position() instanceof Position.At;
    }

    /** As {@code board/standing.js} works it out. */
    private static Optional<Long> left(Map<String, Object> standing, long now) {
        boolean rested = standing.get("rest") instanceof Long rest && rest > 0 && rest <= now;
        Object deadline = rested ? standing.get("deadlineAfterRest") : standing.get("deadline");
        return deadline instanceof Long ends
                ? Optional.of(Math.max(0, ends - now))
                : Optional.ofNullable((Long) standing.get("left"));
    }

    private static boolean isResting(Map<String, Object> standing, long now) {
        return standing.get("rest") instanceof Long rest && (rest == 0 || rest > now);
    }
}

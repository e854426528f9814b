package dauntingledger.app.registration;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.stereotype.Component;

/**
 * Slows robots down: from one address, {@value #AT_ONCE} registrations can come at once, and then one each {@code 30}
 * seconds. A class that registers behind one address is through in minutes; a robot gets nowhere.
 */
@Component
class Pace {

    static final int AT_ONCE = 20;
    private static final Duration EACH = Duration.ofSeconds(30);
    private static final int MOST_KEPT = 100_000;

    private final Cache<String, Instant> paidUntil =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();
    private final Clock clock;

    Pace(Clock clock) {
        this.clock = clock;
    }

    /** Returns whether a registration from an address may come now. */
    boolean take(String address) {
        Instant now = clock.instant();
        Instant furthest = now.plus(EACH.multipliedBy(AT_ONCE));
        boolean[] may = {false};
        paidUntil.asMap().compute(address, (same, before) -> {
            Instant from = before == null || before.isBefore(now) ? now : before;
            Instant next = from.plus(EACH);
            may[0] = !next.isAfter(furthest);
            return may[0] ? next : before;
        });
        return may[0];
    }
}

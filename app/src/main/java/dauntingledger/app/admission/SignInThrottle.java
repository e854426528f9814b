package dauntingledger.app.admission;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Slows down the guessing of PINs. The first {@value #FREE_FAILURES} failures in a row for a number cost nothing; each
 * further one doubles the wait, from 4 seconds; from the {@value #LOCK_AFTER}th on the number is locked for 15 minutes
 * at a time. Numbers that nobody has are treated the same, so that the wait does not tell which exist.
 */
@Component
class SignInThrottle {

    static final int FREE_FAILURES = 3;
    static final int LOCK_AFTER = 8;
    static final Duration LOCK = Duration.ofMinutes(15);
    private static final long FIRST_WAIT_SECONDS = 4;
    private static final int MOST_NUMBERS = 100_000;

    private final Cache<String, Failures> failures =
            Caffeine.newBuilder().maximumSize(MOST_NUMBERS).build();

    private record Failures(int count, Instant openAgainAt) {}

    /** Returns how long nobody can sign in with {@code number}, or empty if it can be tried now. */
    Optional<Duration> waitFor(String number, Instant now) {
        return Optional.ofNullable(failures.getIfPresent(number))
                .map(failed -> Duration.between(now, failed.openAgainAt()))
                .filter(Duration::isPositive);
    }

    void failed(String number, Instant now) {
        failures.asMap().compute(number, (key, before) -> {
            int count = before == null ? 1 : before.count() + 1;
            return new Failures(count, now.plus(waitAfter(count)));
        });
    }

    void succeeded(String number) {
        failures.invalidate(number);
    }

    private static Duration waitAfter(int count) {
        if (count <= FREE_FAILURES) {
            return Duration.ZERO;
        }
        return count >= LOCK_AFTER ? LOCK : Duration.ofSeconds(FIRST_WAIT_SECONDS << (count - FREE_FAILURES - 1));
    }
}

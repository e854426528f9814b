package dauntingledger.app.signin;

import static java.util.Objects.requireNonNull;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import dauntingledger.app.nodes.OtherNodes;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Slows down the guessing of PINs, by number and address together, so that a stranger elsewhere locks nobody out. The
 * first {@value #FREE_FAILURES} failures in a row cost nothing; each further one doubles the wait, from 4 seconds; from
 * the {@value #LOCK_AFTER}th on, number and address are locked for 15 minutes at a time. Numbers that nobody has are
 * treated the same, so that the wait does not tell which exist.
 *
 * <p>An address from which many numbers fail is slowed down as a whole: after {@value #FREE_AT_ADDRESS} failures, each
 * costs it two seconds more, up to a minute. A hall that signs in behind one address stays below that, because every
 * success takes failures off.
 *
 * <p>Failures are forgotten {@code 15 minutes} after the wait that they cost. They are kept in memory, on every node; one that
 * was not told of some lets a few tries more through.
 */
@Component
class SignInThrottle implements Locks {

    /* What nodes tell each other: milliseconds, place and number with bars between them; or the number alone. */
    static final String WRONG = "pin-wrong";
    static final String RIGHT = "pin-right";
    static final String LIFTED = "pin-wait-lifted";

    static final int FREE_FAILURES = 3;
    static final int LOCK_AFTER = 8;
    static final int FREE_AT_ADDRESS = 30;
    static final Duration LOCK = Duration.ofMinutes(15);
    private static final Duration FORGOTTEN_AFTER = Duration.ofMinutes(15);
    private static final long FIRST_WAIT_SECONDS = 4;
    private static final long ADDRESS_STEP_SECONDS = 2;
    private static final long LONGEST_AT_ADDRESS_SECONDS = 60;
    private static final int SUCCESS_TAKES_OFF = 3;
    private static final int MOST_KEPT = 100_000;

    private final Cache<Key, Failures> failures =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();
    private final Cache<String, Failures> byAddress =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    private final OtherNodes nodes;

    SignInThrottle(OtherNodes nodes) {
        this.nodes = nodes;
    }

    /**
     * Who tries to sign in.
     *
     * @param place the address it comes from, or what marks a browser that is known
     */
    record Key(String number, String place) {
        Key {
            requireNonNull(number, "number");
            requireNonNull(place, "place");
        }

        /** A browser in which this person has taken a seat; nobody else can use its tries up. */
        static Key known(String number) {
            return new Key(number, "");
        }

        boolean isKnown() {
            return place.isEmpty();
        }
    }

    private record Failures(int count, Instant openAgainAt) {
        boolean isForgotten(Instant now) {
            return !now.isBefore(openAgainAt.plus(FORGOTTEN_AFTER));
        }
    }

    /** Returns how long it takes until this can be tried, or empty if it can be tried now. */
    Optional<Duration> waitFor(Key key, Instant now) {
        Optional<Duration> own = wait(failures.getIfPresent(key), now);
        return own.isPresent() || key.isKnown() ? own : wait(byAddress.getIfPresent(key.place()), now);
    }

    private static Optional<Duration> wait(@Nullable Failures failed, Instant now) {
        return Optional.ofNullable(failed)
                .map(some -> Duration.between(now, some.openAgainAt()))
                .filter(Duration::isPositive);
    }

    void failed(Key key, Instant now) {
        count(key, now);
        nodes.tell(WRONG, List.of(word(key, now)));
    }

    private static String word(Key key, Instant now) {
        return now.toEpochMilli() + "|" + key.place() + "|" + key.number();
    }

    private static Key key(String word) {
        String[] parts = word.split("\\|", 3);
        return new Key(parts[2], parts[1]);
    }

    void failedElsewhere(String word) {
        count(key(word), Instant.ofEpochMilli(Long.parseLong(word.substring(0, word.indexOf('|')))));
    }

    private void count(Key key, Instant now) {
        failures.asMap().compute(key, (same, before) -> {
            int count = before == null || before.isForgotten(now) ? 1 : before.count() + 1;
            return new Failures(count, now.plus(waitAfter(count)));
        });
        if (!key.isKnown()) {
            byAddress.asMap().compute(key.place(), (same, before) -> {
                int count = before == null || before.isForgotten(now) ? 1 : before.count() + 1;
                return new Failures(count, now.plus(waitAtAddress(count)));
            });
        }
    }

    void succeeded(Key key, Instant now) {
        boolean failedBefore = failures.getIfPresent(key) != null || byAddress.getIfPresent(key.place()) != null;
        takeOff(key);
        if (failedBefore) {
            nodes.tell(RIGHT, List.of(word(key, now)));
        }
    }

    void succeededElsewhere(String word) {
        takeOff(key(word));
    }

    private void takeOff(Key key) {
        failures.invalidate(key);
        byAddress.asMap().computeIfPresent(key.place(), (same, before) -> {
            int count = before.count() - SUCCESS_TAKES_OFF;
            return count <= 0 ? null : new Failures(count, before.openAgainAt());
        });
    }

    /** Forgets all failures with a number, wherever they came from. */
    @Override
    public boolean lift(String number, Instant now) {
        boolean locked = locked(now).contains(number);
        liftedElsewhere(number);
        nodes.tell(LIFTED, List.of(number));
        return locked;
    }

    void liftedElsewhere(String number) {
        failures.asMap().keySet().removeIf(key -> key.number().equals(number));
    }

    @Override
    public Set<String> locked(Instant now) {
        return failures.asMap().entrySet().stream()
                .filter(one -> wait(one.getValue(), now).isPresent())
                .map(one -> one.getKey().number())
                .collect(Collectors.toSet());
    }

    private static Duration waitAfter(int count) {
        if (count <= FREE_FAILURES) {
            return Duration.ZERO;
        }
        return count >= LOCK_AFTER ? LOCK : Duration.ofSeconds(FIRST_WAIT_SECONDS << (count - FREE_FAILURES - 1));
    }

    private static Duration waitAtAddress(int count) {
        long seconds = Math.max(0, count - FREE_AT_ADDRESS) * ADDRESS_STEP_SECONDS;
        return Duration.ofSeconds(Math.min(seconds, LONGEST_AT_ADDRESS_SECONDS));
    }
}

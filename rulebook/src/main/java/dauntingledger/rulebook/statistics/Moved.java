package dauntingledger.rulebook.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.util.Optional;

/**
 * How far a facility has moved from one exam to another.
 *
 * @param by above 0 where it has become easier; empty where one of the two has none
 */
public record Moved(Optional<Rational> by) {

    /** From here on a move is pointed out. */
    public static final Rational LEAST = Rational.of(1, 10);

    public Moved {
        requireNonNull(by, "by");
    }

    public static Moved between(Optional<Rational> before, Optional<Rational> now) {
        return new Moved(now.flatMap(one -> before.map(one::minus)));
    }

    public boolean isMuch() {
        return by.filter(one -> one.abs().compareTo(LEAST) >= 0).isPresent();
    }
}

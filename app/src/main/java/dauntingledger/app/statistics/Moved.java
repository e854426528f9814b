package dauntingledger.app.statistics;

import dauntingledger.rulebook.number.Rational;
import java.util.Optional;

/** How far a facility has moved from one exam to another. */
record Moved(Optional<Rational> by) {

    /** From here on a move is pointed out. */
    static final Rational LEAST = Rational.of(1, 10);

    static Moved between(Optional<Rational> before, Optional<Rational> now) {
        return new Moved(now.flatMap(one -> before.map(one::minus)));
    }

    boolean isMuch() {
        return by.filter(one -> one.abs().compareTo(LEAST) >= 0).isPresent();
    }

    /** Returns it with its sign. */
    String said() {
        String sign = by.filter(one -> one.signum() > 0).isPresent() ? "+" : "";
        return sign + ShownFigures.share(by);
    }
}

package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;

/** How far a typed number may lie from the key and still be right. The bounds themselves are right. */
public sealed interface Tolerance {

    boolean admits(Rational key, Rational typed);

    /** At most {@code bound} away from the key, in the key's unit. */
    record Absolute(Rational bound) implements Tolerance {
        public Absolute {
            requireNonNegative(bound);
        }

        @Override
        public boolean admits(Rational key, Rational typed) {
            return typed.minus(key).abs().compareTo(bound) <= 0;
        }
    }

    /** At most {@code share} of the key away from it; 1/50 is two per cent. */
    record Relative(Rational share) implements Tolerance {
        public Relative {
            requireNonNegative(share);
        }

        @Override
        public boolean admits(Rational key, Rational typed) {
            return typed.minus(key).abs().compareTo(key.abs().times(share)) <= 0;
        }
    }

    private static void requireNonNegative(Rational bound) {
        requireNonNull(bound, "bound");
        if (bound.signum() < 0) {
            throw new IllegalArgumentException("a tolerance must be 0 or more, but was " + bound);
        }
    }
}

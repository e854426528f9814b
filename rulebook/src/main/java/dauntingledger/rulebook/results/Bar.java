package dauntingledger.rulebook.results;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;

/**
 * What has to be reached.
 *
 * @param least in marks for {@link Kind#MARK}, 0 to 1 for {@link Kind#SHARE}, 0 to 100 for {@link Kind#PERCENTILE}
 */
public record Bar(Kind kind, Rational least) {

    private static final Rational HUNDRED = Rational.of(100);

    public Bar {
        requireNonNull(kind, "kind");
        requireNonNull(least, "least");
        if (kind == Kind.SHARE && (least.signum() < 0 || least.compareTo(Rational.ONE) > 0)) {
            throw new IllegalArgumentException("a share must be 0 to 1, but was " + least);
        }
        if (kind == Kind.PERCENTILE && (least.signum() < 0 || least.compareTo(HUNDRED) > 0)) {
            throw new IllegalArgumentException("a percentile must be 0 to 100, but was " + least);
        }
    }

    /** What is compared. */
    public enum Kind {
        MARK,
        /** Of the most that could be earned. */
        SHARE,
        /** Among the cohort. */
        PERCENTILE
    }

    public static Bar mark(Rational least) {
        return new Bar(Kind.MARK, least);
    }

    public static Bar share(Rational least) {
        return new Bar(Kind.SHARE, least);
    }

    public static Bar percentile(Rational least) {
        return new Bar(Kind.PERCENTILE, least);
    }

    boolean isReached(Rational marks, Rational most, Rational percentile) {
        return switch (kind) {
            case MARK, SHARE -> marks.compareTo(marksOf(most)) >= 0;
            case PERCENTILE -> percentile.compareTo(least) >= 0;
        };
    }

    /**
     * Returns it in marks, of {@code most}.
     *
     * @throws IllegalStateException if it is a percentile
     */
    public Rational marksOf(Rational most) {
        return switch (kind) {
            case MARK -> least;
            case SHARE -> most.times(least);
            case PERCENTILE -> throw new IllegalStateException("a percentile is no mark");
        };
    }
}

package dauntingledger.rulebook.results;

import dauntingledger.rulebook.number.Rational;
import java.math.BigDecimal;
import java.util.List;

/**
 * A scale that totals are told on.
 *
 * @param kind how it goes on between points
 * @param points two or more for lines, one or more for steps; their marks rise
 * @param decimals to how many decimals a value is rounded, halves away from zero; 0 to {@value #MOST_DECIMALS}. This is
 *     the only rounding of results
 */
public record Scale(Kind kind, List<Point> points, int decimals) {

    static final int MOST_DECIMALS = 6;

    public Scale {
        points = List.copyOf(points);
        if (points.size() < (kind == Kind.LINES ? 2 : 1)) {
            throw new IllegalArgumentException("a scale of lines has two points or more, one of steps has one or more");
        }
        for (int i = 1; i < points.size(); i++) {
            if (points.get(i - 1).mark().compareTo(points.get(i).mark()) >= 0) {
                throw new IllegalArgumentException("the marks of a scale must rise from point to point");
            }
        }
        if (decimals < 0 || decimals > MOST_DECIMALS) {
            throw new IllegalArgumentException("decimals must be 0 to " + MOST_DECIMALS + ", but were " + decimals);
        }
    }

    /** How a scale goes on between its points. */
    public enum Kind {
        /** By the line from one to the next. */
        LINES,
        /** As at the point before. */
        STEPS
    }

    /** A total and what it is told as. */
    public record Point(Rational mark, Rational value) {}

    /** Returns what {@code total} is told as; beyond the ends of the scale, as at its ends. */
    public BigDecimal of(Rational total) {
        return exactly(total).rounded(decimals);
    }

    private Rational exactly(Rational total) {
        Point below = points.getFirst();
        for (Point above : points) {
            if (above.mark().compareTo(total) > 0) {
                return kind == Kind.STEPS || above.equals(below) ? below.value() : between(below, above, total);
            }
            below = above;
        }
        return below.value();
    }

    private static Rational between(Point below, Point above, Rational total) {
        Rational along = total.minus(below.mark()).dividedBy(above.mark().minus(below.mark()));
        return below.value().plus(along.times(above.value().minus(below.value())));
    }
}

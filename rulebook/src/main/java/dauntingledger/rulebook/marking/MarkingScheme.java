package dauntingledger.rulebook.marking;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What a marker gives marks for in the answer to one question. All marks are those of the item's own SCORE, before it is
 * weighted.
 *
 * @param adjustment by how much a marker may go above or below what the points come to, with a reason; 0 for not at all
 * @param markers how many mark each answer, 1 or 2, neither of whom sees the other's mark
 * @param tolerance by how much two marks may differ before the chief marker decides
 * @param combining what two marks within the tolerance come to
 * @param samples answers with known marks, by which markers are looked after
 */
public record MarkingScheme(
        List<Group> groups,
        Rational adjustment,
        int markers,
        Rational tolerance,
        Combining combining,
        List<Sample> samples) {

    public static final int MOST_POINTS = 40;

    public MarkingScheme {
        groups = List.copyOf(groups);
        requireNonNull(adjustment, "adjustment");
        requireNonNull(tolerance, "tolerance");
        requireNonNull(combining, "combining");
        samples = List.copyOf(samples);
    }

    /** Returns a scheme for a question whose author gives none: whole marks up to {@code most}, or all of it. */
    public static MarkingScheme plain(Rational most) {
        Rational step = most.isWhole() ? Rational.ONE : most;
        return new MarkingScheme(
                List.of(new Group(
                        "", Optional.empty(), false, List.of(new Point(new PointId("marks"), "", most, step)))),
                Rational.ZERO,
                1,
                Rational.ZERO,
                Combining.MEAN,
                List.of());
    }

    /** What two marks come to that agree well enough. */
    public enum Combining {
        MEAN,
        HIGHER
    }

    /**
     * Points that belong together.
     *
     * @param most what they bring at most; empty for all they come to
     * @param exclusive whether only one of them can be given
     */
    public record Group(String title, Optional<Rational> most, boolean exclusive, List<Point> points) {
        public Group {
            requireNonNull(title, "title");
            requireNonNull(most, "most");
            points = List.copyOf(points);
        }

        /** Returns the most that this group can bring. */
        Rational best() {
            Rational all = exclusive
                    ? points.stream().map(Point::marks).reduce(Rational.ZERO, Rational::max)
                    : points.stream().map(Point::marks).reduce(Rational.ZERO, Rational::plus);
            return most.map(all::min).orElse(all);
        }
    }

    /**
     * Something that an answer can have.
     *
     * @param marks what it brings at most
     * @param step what it is given by: {@code marks} where it is there or not, less where it is there in part
     */
    public record Point(PointId id, String words, Rational marks, Rational step) {
        public Point {
            requireNonNull(id, "id");
            requireNonNull(words, "words");
            requireNonNull(marks, "marks");
            requireNonNull(step, "step");
        }

        /** Returns whether so many marks can be given for it. */
        boolean takes(Rational given) {
            return given.signum() > 0
                    && given.compareTo(marks) <= 0
                    && given.dividedBy(step).isWhole();
        }
    }

    /**
     * An answer with known marks.
     *
     * @param reason why it has these
     * @param mixedIn whether markers meet it among the candidates' answers, without knowing that it is one; else it is shown
     *     to them with its marks
     */
    public record Sample(String id, String answer, MarksGiven given, String reason, boolean mixedIn) {}

    public Optional<Sample> sample(String id) {
        return samples.stream().filter(sample -> sample.id().equals(id)).findFirst();
    }

    /** Returns the points in their order. */
    public Stream<Point> points() {
        return groups.stream().flatMap(group -> group.points().stream());
    }

    /** Returns the most that the points come to. */
    public Rational best() {
        return groups.stream().map(Group::best).reduce(Rational.ZERO, Rational::plus);
    }

    /** Returns everything that is wrong with it for a question of at most {@code most} marks, a sentence each. */
    public List<String> findings(Rational most) {
        List<String> findings = new ArrayList<>();
        Set<PointId> seen = new HashSet<>();
        points().forEach(point -> {
            if (!seen.add(point.id())) {
                findings.add("two points are called '" + point.id() + "'");
            }
            if (point.marks().signum() <= 0
                    || point.step().signum() <= 0
                    || !point.marks().dividedBy(point.step()).isWhole()) {
                findings.add("point '" + point.id() + "' must bring more than 0 marks, in whole steps");
            }
        });
        if (seen.isEmpty() || seen.size() > MOST_POINTS) {
            findings.add("a scheme has 1 to " + MOST_POINTS + " points, but this has " + seen.size());
        }
        if (best().compareTo(most) < 0) {
            findings.add("its points come to " + best() + " at most, but the question is worth " + most);
        }
        if (adjustment.signum() < 0 || adjustment.compareTo(most) > 0) {
            findings.add("the adjustment must be 0 to " + most + ", but was " + adjustment);
        }
        if (markers < 1 || markers > 2) {
            findings.add("one or two mark an answer, but markers was " + markers);
        }
        if (tolerance.signum() < 0) {
            findings.add("the tolerance must be 0 or more, but was " + tolerance);
        }
        if (findings.isEmpty()) {
            samples.forEach(sample -> problem(sample.given())
                    .ifPresent(problem -> findings.add("sample '" + sample.id() + "': " + problem)));
        }
        return findings;
    }

    /** Returns why {@code given} is no marking by this scheme, or nothing if it is one. */
    public Optional<String> problem(MarksGiven given) {
        for (Map.Entry<PointId, Rational> one : given.points().entrySet()) {
            Optional<Point> point =
                    points().filter(known -> known.id().equals(one.getKey())).findFirst();
            if (point.isEmpty()) {
                return Optional.of("the scheme has no point '" + one.getKey() + "'");
            }
            if (!point.get().takes(one.getValue())) {
                return Optional.of("point '" + one.getKey() + "' does not take " + one.getValue() + " marks");
            }
        }
        for (Group group : groups) {
            long ticked = group.points().stream()
                    .filter(point -> given.points().containsKey(point.id()))
                    .count();
            if (group.exclusive() && ticked > 1) {
                return Optional.of("only one point of '" + group.title() + "' can be given");
            }
        }
        if (given.adjustment().abs().compareTo(adjustment) > 0) {
            return Optional.of("the adjustment can be " + adjustment + " marks at most");
        }
        if (!given.adjustment().isZero() && given.reason().isBlank()) {
            return Optional.of("an adjustment needs a reason");
        }
        return Optional.empty();
    }

    /**
     * Returns what {@code given} comes to: groups held at what they bring at most, adjusted, and not below 0 nor above
     * {@code most}.
     *
     * @throws IllegalArgumentException if it is no marking by this scheme
     */
    public Rational sum(MarksGiven given, Rational most) {
        problem(given).ifPresent(problem -> {
            throw new IllegalArgumentException(problem);
        });
        Rational sum = given.adjustment();
        for (Group group : groups) {
            Rational brings = group.points().stream()
                    .map(point -> given.points().getOrDefault(point.id(), Rational.ZERO))
                    .reduce(Rational.ZERO, Rational::plus);
            sum = sum.plus(group.most().map(brings::min).orElse(brings));
        }
        return sum.max(Rational.ZERO).min(most);
    }

    /** Returns what two marks come to, or nothing if they differ by more than the tolerance and the chief marker decides. */
    public Optional<Rational> combined(Rational one, Rational other) {
        if (one.minus(other).abs().compareTo(tolerance) > 0) {
            return Optional.empty();
        }
        return Optional.of(
                combining == Combining.HIGHER ? one.max(other) : one.plus(other).dividedBy(Rational.of(2)));
    }
}

package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.sitting.Clock.Kind;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * What each element of a response is worth; QTI 3.0's {@code qti-mapping}. Each element counts once, the worths are
 * added, and the sum is held within the bounds.
 *
 * @param otherwise the worth of an element that has no entry
 */
public record Mapping(List<Entry> entries, Rational otherwise, Bounds bounds) implements Measure {

    public Mapping {
        entries = List.copyOf(entries);
        requireNonNull(otherwise, "otherwise");
        requireNonNull(bounds, "bounds");
    }

    /** The worth of one element; {@code anyCase} takes upper and lower case for the same. */
    public record Entry(String element, Rational worth, boolean anyCase) {}

    /** Between what the sum is held. */
    public record Bounds(Optional<Rational> lower, Optional<Rational> upper) {

        public static final Bounds NONE = new Bounds(Optional.empty(), Optional.empty());

        Rational hold(Rational sum) {
            Rational above = lower.map(sum::max).orElse(sum);
            return upper.map(above::min).orElse(above);
        }
    }

    @Override
    public Kind kind() {
        return Kind.MAPPING;
    }

    @Override
    public Rational worth(Value value, List<Worth> worths) {
        Rational sum = Rational.ZERO;
        List<String> counted = new ArrayList<>();
        for (String element : value.elements()) {
            boolean again = counted.stream().anyMatch(other -> Elements.same(value.baseType(), other, element));
            if (!again) {
                counted.add(element);
                Rational worth = worth(value.baseType(), element);
                worths.add(new Worth(element, worth));
                sum = sum.plus(worth);
            }
        }
        return bounds.hold(sum);
    }

    @Override
    public Rational best(int most) {
        return bounds.hold(best(entries.stream().map(Entry::worth).toList(), most));
    }

    /** Returns the sum of the {@code most} largest gains. */
    static Rational best(List<Rational> worths, int most) {
        return worths.stream()
                .filter(worth -> worth.signum() > 0)
                .sorted(Comparator.reverseOrder())
                .limit(most == 0 ? worths.size() : most)
                .reduce(Rational.ZERO, Rational::plus);
    }

    /** Returns the element that is worth most, if one is worth anything. */
    Optional<String> bestElement() {
        return entries.stream()
                .filter(entry -> entry.worth().signum() > 0)
                .max(Comparator.comparing(Entry::worth))
                .map(Entry::element);
    }

    private Rational worth(Value.BaseType type, String element) {
        for (Entry entry : entries) {
            boolean same = Elements.same(type, entry.element(), element)
                    || (entry.anyCase() && entry.element().equalsIgnoreCase(element));
            if (same) {
                return entry.worth();
            }
        }
        return otherwise;
    }
}

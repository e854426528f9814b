package dauntingledger.rulebook.scoring;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Spot;
import dauntingledger.rulebook.response.Value;
import java.util.List;

/**
 * What places on a picture are worth; QTI 3.0's {@code qti-area-mapping}. Each region counts once however many places
 * lie in it, and a place belongs to the first region that holds it.
 *
 * @param otherwise the worth of a place that lies in no region
 */
public record AreaMapping(List<Entry> entries, Rational otherwise, Mapping.Bounds bounds) implements Measure {

    public AreaMapping {
        entries = List.copyOf(entries);
        requireNonNull(otherwise, "otherwise");
        requireNonNull(bounds, "bounds");
    }

    public record Entry(Region region, Rational worth) {}

    @Override
    public Kind kind() {
        return Kind.AREAS;
    }

    @Override
    public Rational worth(Value value, List<Worth> worths) {
        Rational sum = Rational.ZERO;
        boolean[] counted = new boolean[entries.size()];
        for (String element : value.elements()) {
            int index = index(Spot.read(element).orElseThrow());
            boolean again = index >= 0 && counted[index];
            Rational worth = again
                    ? Rational.ZERO
                    : index < 0 ? otherwise : entries.get(index).worth();
            if (index >= 0) {
                counted[index] = true;
            }
            worths.add(new Worth(element, worth));
            sum = sum.plus(worth);
        }
        return bounds.hold(sum);
    }

    @Override
    public Rational best(int most) {
        return bounds.hold(Mapping.best(entries.stream().map(Entry::worth).toList(), most));
    }

    private int index(Spot spot) {
        for (int i = 0; i < entries.size(); i++) {
            if (entries.get(i).region().contains(spot)) {
                return i;
            }
        }
        return -1;
    }
}

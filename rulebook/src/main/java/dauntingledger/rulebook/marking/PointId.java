package dauntingledger.rulebook.marking;

import dauntingledger.rulebook.name.Identifiers;

/** Names a point of a marking scheme. */
public record PointId(String value) implements Comparable<PointId> {
    public PointId {
        Identifiers.require(value, "the id of a point");
    }

    @Override
    public int compareTo(PointId other) {
        return value.compareTo(other.value);
    }

    @Override
    public String toString() {
        return value;
    }
}

package dauntingledger.rulebook.scoring;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.response.Value.BaseType;
import dauntingledger.rulebook.response.Value.Cardinality;
import java.util.ArrayList;
import java.util.List;

/** When elements and values are the same, by base type: numbers by their worth, pairs in either order. */
final class Elements {

    private Elements() {}

    static boolean same(BaseType type, String one, String other) {
        return switch (type) {
            case INTEGER, FLOAT -> Rational.parse(one).equals(Rational.parse(other));
            case PAIR -> one.equals(other) || one.equals(turned(other));
            case IDENTIFIER, STRING, BOOLEAN, POINT, DIRECTED_PAIR -> one.equals(other);
        };
    }

    /** Returns whether two values hold the same elements, in the same order where it counts. */
    static boolean same(Value one, Value other) {
        List<String> left = new ArrayList<>(other.elements());
        if (left.size() != one.elements().size()) {
            return false;
        }
        BaseType type = widest(one.baseType(), other.baseType());
        for (String element : one.elements()) {
            int at = one.cardinality() == Cardinality.ORDERED
                    ? (same(type, element, left.getFirst()) ? 0 : -1)
                    : indexOf(type, left, element);
            if (at < 0) {
                return false;
            }
            left.remove(at);
        }
        return true;
    }

    static int indexOf(BaseType type, List<String> elements, String wanted) {
        for (int i = 0; i < elements.size(); i++) {
            if (same(type, elements.get(i), wanted)) {
                return i;
            }
        }
        return -1;
    }

    /** A whole number and another number are compared as numbers. */
    private static BaseType widest(BaseType one, BaseType other) {
        return one == BaseType.INTEGER && other == BaseType.FLOAT ? other : one;
    }

    private static String turned(String pair) {
        int space = pair.indexOf(' ');
        return pair.substring(space + 1) + " " + pair.substring(0, Math.max(0, space));
    }
}

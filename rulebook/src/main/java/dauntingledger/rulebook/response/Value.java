package dauntingledger.rulebook.response;

import static java.util.Objects.requireNonNull;

import java.util.List;

/**
 * The value of a response variable, in the terms of the QTI 3.0 information model: a cardinality, a base type and the
 * elements in their lexical form. No element at all is the standard's NULL: the response is blank.
 */
public record Value(Cardinality cardinality, BaseType baseType, List<String> elements) {

    public Value {
        requireNonNull(cardinality, "cardinality");
        requireNonNull(baseType, "baseType");
        elements = List.copyOf(elements);
    }

    /** A single chosen option. */
    public static Value choice(ChoiceId choice) {
        return new Value(Cardinality.SINGLE, BaseType.IDENTIFIER, List.of(choice.value()));
    }

    /** Any number of chosen options. */
    public static Value choices(List<ChoiceId> choices) {
        return new Value(
                Cardinality.MULTIPLE,
                BaseType.IDENTIFIER,
                choices.stream().map(ChoiceId::value).toList());
    }

    /** A text as it was typed. */
    public static Value typed(String text) {
        return new Value(Cardinality.SINGLE, BaseType.STRING, text.isEmpty() ? List.of() : List.of(text));
    }

    /** Returns a value of the same cardinality and base type. */
    public Value with(List<String> others) {
        return new Value(cardinality, baseType, others);
    }

    public boolean isBlank() {
        for (String element : elements) {
            if (!element.isBlank()) {
                return false;
            }
        }
        return true;
    }

    /** How many elements a value has, and whether their order counts. */
    public enum Cardinality {
        SINGLE,
        MULTIPLE,
        ORDERED
    }

    /** What the elements are, and how they are written. */
    public enum BaseType {
        IDENTIFIER,
        STRING,
        INTEGER,
        FLOAT,
        BOOLEAN,
        /** Two whole numbers, {@code 12 40}: to the right and down, in the pixels of a picture. */
        POINT,
        /** Two identifiers whose order does not count. */
        PAIR,
        /** Two identifiers, from one to the other. */
        DIRECTED_PAIR
    }
}

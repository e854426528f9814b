package dauntingledger.rulebook.paper;

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

    public boolean isBlank() {
        for (String element : elements) {
            if (!element.isBlank()) {
                return false;
            }
        }
        return true;
    }

    public enum Cardinality {
        SINGLE,
        MULTIPLE
    }

    public enum BaseType {
        IDENTIFIER,
        STRING
    }
}

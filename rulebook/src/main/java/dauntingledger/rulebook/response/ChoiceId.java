package dauntingledger.rulebook.response;

import dauntingledger.rulebook.name.Identifiers;

/**
 * Names an option of a choice interaction; unique in its interaction.
 *
 * @param value 1 to 64 ASCII letters, digits, hyphens, underscores or dots
 */
public record ChoiceId(String value) {

    public ChoiceId {
        Identifiers.require(value, "choiceId");
    }

    @Override
    public String toString() {
        return value;
    }
}

package dauntingledger.rulebook.response;

import dauntingledger.rulebook.name.Identifiers;

/**
 * Names a response variable; unique in its item.
 *
 * @param value 1 to 64 ASCII letters, digits, hyphens, underscores or dots
 */
public record ResponseId(String value) {

    public ResponseId {
        Identifiers.require(value, "responseId");
    }

    @Override
    public String toString() {
        return value;
    }
}

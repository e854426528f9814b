package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.name.Identifiers;

/**
 * Names a time box of a paper.
 *
 * @param value 1 to 64 ASCII letters, digits, hyphens, underscores or dots
 */
public record BoxId(String value) {

    public BoxId {
        Identifiers.require(value, "boxId");
    }

    @Override
    public String toString() {
        return value;
    }
}

package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.name.Identifiers;

/**
 * Names an item set of a paper.
 *
 * @param value 1 to 64 ASCII letters, digits, hyphens, underscores or dots
 */
public record ItemSetId(String value) {

    public ItemSetId {
        Identifiers.require(value, "itemSetId");
    }

    @Override
    public String toString() {
        return value;
    }
}

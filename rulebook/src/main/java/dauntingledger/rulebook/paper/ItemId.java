package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.name.Identifiers;

/**
 * Names an item; unique in its paper.
 *
 * @param value 1 to 64 ASCII letters, digits, hyphens, underscores or dots
 */
public record ItemId(String value) {

    public ItemId {
        Identifiers.require(value, "itemId");
    }

    @Override
    public String toString() {
        return value;
    }
}

package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.name.Identifiers;

/**
 * Names an exhibit of a paper.
 *
 * @param value 1 to 64 ASCII letters, digits, hyphens, underscores or dots
 */
public record ExhibitId(String value) {

    public ExhibitId {
        Identifiers.require(value, "exhibitId");
    }

    @Override
    public String toString() {
        return value;
    }
}

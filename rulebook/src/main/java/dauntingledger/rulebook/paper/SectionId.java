package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.name.Identifiers;

/**
 * Names a section of a paper.
 *
 * @param value 1 to 64 ASCII letters, digits, hyphens, underscores or dots
 */
public record SectionId(String value) {

    public SectionId {
        Identifiers.require(value, "sectionId");
    }

    @Override
    public String toString() {
        return value;
    }
}

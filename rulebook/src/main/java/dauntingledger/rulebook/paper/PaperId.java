package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.name.Identifiers;

/**
 * Names a paper, in every version of it.
 *
 * @param value 1 to 64 ASCII letters, digits, hyphens, underscores or dots
 */
public record PaperId(String value) {

    public PaperId {
        Identifiers.require(value, "paperId");
    }

    @Override
    public String toString() {
        return value;
    }
}

package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.name.Identifiers;

/**
 * Names a stage of a paper's route.
 *
 * @param value 1 to 64 ASCII letters, digits, hyphens, underscores or dots
 */
public record StageId(String value) {

    public StageId {
        Identifiers.require(value, "stageId");
    }

    @Override
    public String toString() {
        return value;
    }
}

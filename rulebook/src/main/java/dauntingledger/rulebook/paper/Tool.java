package dauntingledger.rulebook.paper;

/** What a section can lay beside its questions. Exhibits are not among these: they are there where the paper has them. */
public enum Tool {
    /** Inks, underlining and striking on the words of questions, options and passages. */
    MARKS,
    NOTES,
    BASIC_CALCULATOR,
    SCIENTIFIC_CALCULATOR,
    WORKSHEET,
    SKETCH
}

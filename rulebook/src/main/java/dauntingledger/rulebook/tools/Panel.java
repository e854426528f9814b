package dauntingledger.rulebook.tools;

/** A panel over the room. There are two for exhibits, so that two can stand side by side. */
public enum Panel {
    CALCULATOR,
    WORKSHEET,
    SKETCH,
    NOTES,
    EXHIBIT,
    SECOND_EXHIBIT
}

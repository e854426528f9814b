package dauntingledger.rulebook.tools;

/**
 * A panel over the room, in the order in which they are laid out. There are two for exhibits, so that two can stand side
 * by side.
 */
public enum Panel {
    EXHIBIT,
    SECOND_EXHIBIT,
    WORKSHEET,
    SKETCH,
    CALCULATOR,
    NOTES
}

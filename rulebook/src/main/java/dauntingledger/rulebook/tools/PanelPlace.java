package dauntingledger.rulebook.tools;

import static java.util.Objects.requireNonNull;

/**
 * Where a panel stands, in CSS pixels from the window's upper left corner.
 *
 * @param byHand whether the candidate has put it there; else it makes way for others
 * @param showing what the panel shows, where it can show several things; else empty
 */
public record PanelPlace(State state, boolean byHand, int left, int top, int width, int height, String showing) {

    private static final int FARTHEST = 20_000;
    private static final int LONGEST = 64;

    /** Whether a panel can be seen. */
    public enum State {
        OPEN,
        /** Only its title bar. */
        FOLDED,
        CLOSED
    }

    public PanelPlace {
        requireNonNull(state, "state");
        requireNonNull(showing, "showing");
        if (left < 0 || top < 0 || width < 0 || height < 0 || Math.max(left + width, top + height) > FARTHEST) {
            throw new IllegalArgumentException("a panel must stand on a screen, but was given " + left + ", " + top
                    + ", " + width + " by " + height);
        }
        if (showing.length() > LONGEST) {
            throw new IllegalArgumentException("what a panel shows is named by at most " + LONGEST + " characters");
        }
    }
}

package dauntingledger.rulebook.paper;

/**
 * How an answer to a question is entered.
 *
 * @param deliberate whether an answer counts as entered only by an act of its own; without, each choice is entered as it
 *     is made
 * @param tries how often an answer can be entered before the question is sealed; 0 for as often as one likes
 */
public record Entering(boolean deliberate, int tries) {

    public static final int MOST_TRIES = 20;

    /** Every choice is entered as it is made, and can be changed as often as one likes. */
    public static final Entering AT_EACH_CHOICE = new Entering(false, 0);

    public boolean isLimited() {
        return tries > 0;
    }
}

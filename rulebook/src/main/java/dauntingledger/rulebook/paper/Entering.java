package dauntingledger.rulebook.paper;

import dauntingledger.rulebook.response.Choice;
import dauntingledger.rulebook.response.Interaction;
import java.util.List;

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

    /** Returns what an author got wrong about it in an item with these interactions, a sentence each. */
    List<String> findings(List<Interaction> interactions) {
        return new Requirements()
                .require(
                        tries >= 0 && tries <= MOST_TRIES,
                        "tries must be 0 (as many as one likes) to " + MOST_TRIES + ", but were " + tries)
                .require(
                        !isLimited()
                                || deliberate
                                || interactions.stream()
                                        .allMatch(interaction ->
                                                interaction instanceof Choice choice && choice.isSingle()),
                        "where tries are counted and more than one option or character makes an answer, it must be"
                                + " entered deliberately; otherwise every touch would be a try")
                .found();
    }
}

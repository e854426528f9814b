package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

/**
 * What the organiser would like to hear about a part of the exam after it is closed: a rating from 1 to {@value
 * #MOST_RATING} and a comment. It can be passed over, and no clock of the exam runs for it.
 *
 * @param about a block, or the hand-in for the exam as a whole
 * @param title the question that is put
 */
public record Survey(StageId about, String title) {

    public static final int MOST_RATING = 5;

    public Survey {
        requireNonNull(about, "about");
        requireNonNull(title, "title");
    }
}

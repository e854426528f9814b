package dauntingledger.rulebook.tools;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.ItemId;
import java.util.Optional;

/**
 * A note on a question.
 *
 * @param number 1 or more; given by whoever writes it
 * @param anchor the words it is about, or empty if it is about the question
 */
public record Note(int number, ItemId item, String words, Optional<Anchor> anchor) {

    public static final int MOST_WORDS = 2_000;
    private static final int MOST_NUMBER = 1_000_000;

    public Note {
        requireNonNull(item, "item");
        requireNonNull(words, "words");
        requireNonNull(anchor, "anchor");
        if (number < 1 || number > MOST_NUMBER) {
            throw new IllegalArgumentException("a note's number must be 1 to " + MOST_NUMBER + ", but was " + number);
        }
        if (words.isBlank() || words.length() > MOST_WORDS) {
            throw new IllegalArgumentException(
                    "a note must have 1 to " + MOST_WORDS + " characters, but has " + words.length());
        }
    }
}

package dauntingledger.rulebook.marking;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.response.ResponseId;

/**
 * A stretch of an answer's text that a marker highlights.
 *
 * @param from its first character, from 0, in UTF-16 units of the text as it was entered
 * @param to the character after its last
 * @param text what the marker says to it; empty for nothing
 */
public record Remark(ResponseId response, int from, int to, String text) {

    public static final int MOST_TEXT = 400;
    private static final int LONGEST = 1_000_000;

    public Remark {
        requireNonNull(response, "response");
        if (from < 0 || to <= from || to > LONGEST) {
            throw new IllegalArgumentException(
                    "a remark stands at 0 to " + LONGEST + ", from before to, but was at " + from + " to " + to);
        }
        if (text.length() > MOST_TEXT) {
            throw new IllegalArgumentException(
                    "a remark has at most " + MOST_TEXT + " characters, but this has " + text.length());
        }
    }
}

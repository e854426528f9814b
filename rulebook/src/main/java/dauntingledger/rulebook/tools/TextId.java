package dauntingledger.rulebook.tools;

import static java.util.Objects.requireNonNull;

/**
 * Names a text that can be marked: a part of a question, an option, a passage, a page of an exhibit, each in one language.
 *
 * @param value 1 to {@value #LONGEST} characters without spaces
 */
public record TextId(String value) {

    public static final int LONGEST = 200;

    public TextId {
        requireNonNull(value, "value");
        if (value.isEmpty() || value.length() > LONGEST || value.indexOf(' ') >= 0) {
            throw new IllegalArgumentException(
                    "a text is named by 1 to " + LONGEST + " characters without spaces, not by '" + value + "'");
        }
    }
}

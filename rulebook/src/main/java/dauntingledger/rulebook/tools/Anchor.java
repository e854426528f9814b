package dauntingledger.rulebook.tools;

import static java.util.Objects.requireNonNull;

/** Some characters of a text in its canonical form, from {@code startInclusive} up to {@code endExclusive}. */
public record Anchor(TextId text, int startInclusive, int endExclusive) {

    /** The longest text that can be marked, in characters. */
    public static final int LONGEST = 200_000;

    public Anchor {
        requireNonNull(text, "text");
        if (startInclusive < 0 || startInclusive >= endExclusive || endExclusive > LONGEST) {
            throw new IllegalArgumentException("characters must be from 0 to " + LONGEST
                    + " and at least one, but were " + startInclusive + " to " + endExclusive);
        }
    }
}

package dauntingledger.rulebook.highlight;

import static java.util.Objects.requireNonNull;

/** Characters that look alike, from {@code startInclusive} up to {@code endExclusive}. */
public record Run(int startInclusive, int endExclusive, Look look) {

    public Run {
        requireNonNull(look, "look");
        if (startInclusive < 0 || startInclusive >= endExclusive) {
            throw new IllegalArgumentException(
                    "a run must hold a character, but was " + startInclusive + " to " + endExclusive);
        }
    }
}

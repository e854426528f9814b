package dauntingledger.rulebook.scoring;

import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;

/** A pattern for the whole of a text, which gives up on a text that takes it too many steps. */
record BoundedPattern(Pattern pattern) {

    private static final int MOST_STEPS = 200_000;

    /** @throws IllegalArgumentException if {@code expression} is no regular expression */
    static BoundedPattern of(String expression) {
        try {
            return new BoundedPattern(Pattern.compile(expression));
        } catch (PatternSyntaxException e) {
            throw new IllegalArgumentException(
                    "'" + expression + "' is no regular expression: " + e.getDescription(), e);
        }
    }

    /** Returns whether the pattern fits all of {@code text}; it does not where that takes too many steps to say. */
    boolean matches(String text) {
        try {
            return pattern.matcher(new Counted(text, new int[1])).matches();
        } catch (TooManySteps e) {
            return false;
        }
    }

    /** A text that counts how often it is looked at. */
    @SuppressWarnings("ArrayRecordComponent")
    private record Counted(CharSequence text, int[] looks) implements CharSequence {

        @Override
        public int length() {
            return text.length();
        }

        @Override
        public char charAt(int index) {
            if (++looks[0] > MOST_STEPS) {
                throw new TooManySteps();
            }
            return text.charAt(index);
        }

        @Override
        public CharSequence subSequence(int start, int end) {
            return new Counted(text.subSequence(start, end), looks);
        }

        @Override
        public String toString() {
            return text.toString();
        }
    }

    private static final class TooManySteps extends RuntimeException {
        private static final long serialVersionUID = 1L;

        TooManySteps() {
            super("the pattern takes too many steps", null, false, false);
        }
    }
}

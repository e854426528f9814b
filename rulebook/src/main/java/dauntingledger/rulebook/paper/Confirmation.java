package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.util.List;
import java.util.Locale;

/**
 * What it takes to accept a notice beyond pressing the button.
 *
 * @param how what is done with the statement
 * @param statements the statement in each language of the paper; none for {@link How#PRESS}
 */
public record Confirmation(How how, List<String> statements) {

    /** Accepting is one press. */
    public static final Confirmation PRESS = new Confirmation(How.PRESS, List.of());

    public Confirmation {
        requireNonNull(how, "how");
        statements = List.copyOf(statements);
    }

    /** What is done with the statement. */
    public enum How {
        PRESS,
        /** A box beside the statement is ticked. */
        TICK,
        /** The statement is typed out. */
        COPY
    }

    /**
     * Returns whether {@code given} confirms. White space and capitals make no difference, for this is an act of will
     * and not of typing.
     *
     * @param given for {@code TICK} the ticked statement, for {@code COPY} what was typed
     */
    public boolean isMetBy(String given) {
        return how == How.PRESS
                || statements.stream().anyMatch(statement -> folded(statement).equals(folded(given)));
    }

    private static String folded(String text) {
        StringBuilder folded = new StringBuilder();
        boolean space = false;
        for (char c : text.strip().toLowerCase(Locale.ROOT).toCharArray()) {
            if (Character.isWhitespace(c)) {
                space = true;
                continue;
            }
            folded.append(space ? " " : "").append(c);
            space = false;
        }
        return folded.toString();
    }

    /** Returns whether there is a statement where one is to be ticked or copied, and none where it would not be seen. */
    boolean isComplete() {
        return how == How.PRESS
                ? statements.isEmpty()
                : !statements.isEmpty() && statements.stream().noneMatch(String::isBlank);
    }
}

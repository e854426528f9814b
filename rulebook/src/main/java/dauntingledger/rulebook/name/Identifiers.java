package dauntingledger.rulebook.name;

import static java.util.Objects.requireNonNull;

/** The one rule for identifiers that travel in packages, ledgers and web addresses. */
public final class Identifiers {

    public static final int MAX_LENGTH = 64;

    private Identifiers() {}

    /**
     * Returns {@code value} if it is 1 to {@value #MAX_LENGTH} ASCII letters, digits, hyphens, underscores or dots.
     *
     * @throws NullPointerException if {@code value} is null
     * @throws IllegalArgumentException if {@code value} is empty, too long, or holds another character
     */
    public static String require(String value, String name) {
        requireNonNull(value, name);
        if (value.isEmpty() || value.length() > MAX_LENGTH || !isAllowed(value)) {
            throw new IllegalArgumentException(name + " must be 1 to " + MAX_LENGTH
                    + " letters, digits, '-', '_' or '.', but was '" + value + "'");
        }
        return value;
    }

    private static boolean isAllowed(String value) {
        for (int i = 0; i < value.length(); i++) {
            if (!isAllowed(value.charAt(i))) {
                return false;
            }
        }
        return true;
    }

    private static boolean isAllowed(char c) {
        return (c >= 'a' && c <= 'z')
                || (c >= 'A' && c <= 'Z')
                || (c >= '0' && c <= '9')
                || c == '-'
                || c == '_'
                || c == '.';
    }
}

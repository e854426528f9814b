package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

/**
 * Names an entry; made where the entry is made, so that sending it twice is harmless.
 *
 * @param value 1 to 40 characters out of letters, digits and hyphens
 */
public record EntryId(String value) {

    private static final int MAX_LENGTH = 40;

    public EntryId {
        requireNonNull(value, "value");
        if (value.isEmpty() || value.length() > MAX_LENGTH || !isAllowed(value)) {
            throw new IllegalArgumentException(
                    "entryId must be 1 to " + MAX_LENGTH + " letters, digits or '-', but was '" + value + "'");
        }
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
        return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '-';
    }

    @Override
    public String toString() {
        return value;
    }
}

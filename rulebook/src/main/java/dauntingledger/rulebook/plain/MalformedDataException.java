package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.MalformedPaperException;
import java.util.function.Supplier;

/** Thrown when plain values are not what they should be; the message names the member and what is allowed. */
public final class MalformedDataException extends IllegalArgumentException {

    private static final long serialVersionUID = 1L;

    public MalformedDataException(String message) {
        super(message);
    }

    public MalformedDataException(String message, Throwable cause) {
        super(message, cause);
    }

    /**
     * Returns what {@code reader} makes, and says of whatever cannot be made what it was to be.
     *
     * @throws MalformedDataException if a member is missing or wrong, or what they make is refused
     */
    static <T> T naming(String what, Supplier<T> reader) {
        try {
            return reader.get();
        } catch (MalformedDataException | MalformedPaperException e) {
            throw e;
        } catch (IllegalArgumentException e) {
            throw new MalformedDataException(what + ": " + e.getMessage(), e);
        }
    }
}

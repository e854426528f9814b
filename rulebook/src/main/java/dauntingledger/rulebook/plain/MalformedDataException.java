package dauntingledger.rulebook.plain;

/** Thrown when plain values are not what they should be; the message names the member and what is allowed. */
public final class MalformedDataException extends IllegalArgumentException {

    private static final long serialVersionUID = 1L;

    public MalformedDataException(String message) {
        super(message);
    }

    public MalformedDataException(String message, Throwable cause) {
        super(message, cause);
    }
}

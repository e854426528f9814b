package dauntingledger.app.backup;

/** A copy could not be made; the message says why in a sentence for people, and holds nothing of what was to be copied. */
public final class BackupFailedException extends Exception {

    private static final long serialVersionUID = 1L;

    BackupFailedException(String message) {
        super(message);
    }

    BackupFailedException(String message, Throwable cause) {
        super(message, cause);
    }
}

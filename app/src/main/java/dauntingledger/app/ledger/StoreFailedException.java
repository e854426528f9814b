package dauntingledger.app.ledger;

/**
 * Thrown when lines could not be made durable. Whether they are stored may not be known; sending them again is harmless,
 * and they are not acknowledged before they are on the disk.
 */
public final class StoreFailedException extends IllegalStateException {

    private static final long serialVersionUID = 1L;

    StoreFailedException(String message) {
        super(message);
    }
}

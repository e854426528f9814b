package dauntingledger.app.papers;

/** Thrown when a sheet of responses cannot be read; the message begins with the line. */
final class MalformedSheetException extends RuntimeException {

    private static final long serialVersionUID = 1L;

    MalformedSheetException(int line, String what) {
        super(line + ": " + what);
    }
}

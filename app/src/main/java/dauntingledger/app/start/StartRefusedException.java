package dauntingledger.app.start;

import static java.util.Objects.requireNonNull;

import java.sql.SQLException;
import java.util.Optional;

/** The server does not start. The message says what is wrong, and {@link #action} what to do. */
public final class StartRefusedException extends RuntimeException {

    /** With what the process ends; by sysexits: something is not set up right, and starting again would not help. */
    public static final int EXIT_CODE = 78;

    private static final long serialVersionUID = 1L;

    private final String action;

    public StartRefusedException(String problem, String action) {
        super(problem);
        this.action = requireNonNull(action, "action");
    }

    /** Returns the refusal that a failure came from; nothing if it came from anything else. */
    public static Optional<StartRefusedException> in(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof StartRefusedException refused) {
                return Optional.of(refused);
            }
            if (cause instanceof SQLException sql && DatabaseTrouble.of(sql) instanceof StartRefusedException refused) {
                return Optional.of(refused);
            }
        }
        return Optional.empty();
    }

    public String action() {
        return action;
    }
}

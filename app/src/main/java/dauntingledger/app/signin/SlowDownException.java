package dauntingledger.app.signin;

import java.time.Duration;
import org.springframework.security.authentication.LockedException;

/** Thrown when a number has to wait before it is tried again. */
final class SlowDownException extends LockedException {

    private static final long serialVersionUID = 1L;

    private final Duration wait;

    SlowDownException(Duration wait) {
        super("sign-in has to wait");
        this.wait = wait;
    }

    Duration waitTime() {
        return wait;
    }
}

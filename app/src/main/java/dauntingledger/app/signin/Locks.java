package dauntingledger.app.signin;

import java.time.Instant;
import java.util.Set;

/** Waits that wrong PINs have cost somebody. */
public interface Locks {

    /** Returns the numbers with which somebody, from wherever, has to wait before signing in. */
    Set<String> locked(Instant now);

    /** Lets a number be tried again at once; returns whether anybody had to wait. */
    boolean lift(String number, Instant now);
}

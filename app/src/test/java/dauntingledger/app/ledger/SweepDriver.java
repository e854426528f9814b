package dauntingledger.app.ledger;

import java.time.Instant;
import org.springframework.context.ApplicationContext;

/** Lets tests of other packages have a sweep at an instant of theirs. */
public final class SweepDriver {

    private SweepDriver() {}

    public static int sweep(ApplicationContext server, Instant now) {
        return server.getBean(Sweep.class).sweep(now);
    }
}

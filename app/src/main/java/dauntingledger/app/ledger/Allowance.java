package dauntingledger.app.ledger;

import java.time.Duration;
import java.time.Instant;

/** How many entries a candidate may still send: a store that fills at a steady rate and that every entry takes from. */
final class Allowance {

    private final double perMilli;
    private final int most;
    private double left;
    private Instant filledAt;

    Allowance(LedgerSettings settings, Instant now) {
        this.perMilli = settings.perMinute() / (double) Duration.ofMinutes(1).toMillis();
        this.most = settings.atOnce();
        this.left = most;
        this.filledAt = now;
    }

    /** Takes as many as are asked for, or none if there are fewer; returns whether it did. */
    boolean take(int entries, Instant now) {
        long passed = Math.max(0, Duration.between(filledAt, now).toMillis());
        left = Math.min(most, left + passed * perMilli);
        filledAt = now.isAfter(filledAt) ? now : filledAt;
        if (entries > left) {
            return false;
        }
        left -= entries;
        return true;
    }
}

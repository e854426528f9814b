package dauntingledger.app.ledger;

import java.time.Duration;
import java.time.Instant;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Bounds of the ledgers, far beyond what a person at a desk comes to.
 *
 * @param mostEntries how many entries a ledger holds before it takes none from the candidate any more
 * @param perMinute how many entries a candidate can send a minute in the long run
 * @param atOnce how many of them can come at once, as after an outage
 * @param longestWrite how long a request waits for its entries to be on the disk
 * @param silence after how long without a sign of it a seat counts as not connected
 * @param mostInMemory how many ledgers are kept folded
 */
@ConfigurationProperties("exam.ledger")
record LedgerSettings(
        @DefaultValue("50000") int mostEntries,
        @DefaultValue("600") int perMinute,
        @DefaultValue("4000") int atOnce,
        @DefaultValue("20s") Duration longestWrite,
        @DefaultValue("10s") Duration silence,
        @DefaultValue("20000") int mostInMemory) {

    /** Returns whether a seat that was heard at {@code last} has been silent for longer than a connected one is. */
    boolean isSilence(Instant last, Instant now) {
        return last.plus(silence).isBefore(now);
    }
}

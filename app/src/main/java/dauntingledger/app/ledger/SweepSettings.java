package dauntingledger.app.ledger;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of the sweep of sittings whose time has run out.
 *
 * @param every how long it rests between two turns
 * @param batch how many sittings it takes at once
 * @param claim for how long other nodes leave a batch alone
 */
@ConfigurationProperties("exam.sweep")
record SweepSettings(
        @DefaultValue("5s") Duration every,
        @DefaultValue("500") int batch,
        @DefaultValue("1m") Duration claim) {}

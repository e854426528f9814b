package dauntingledger.app.ledger;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.util.unit.DataSize;

/**
 * How the store is watched.
 *
 * @param watchEvery how often it is tried
 * @param probeWithin how long a row may take to be on the disk
 * @param giveUpAfter how long it may fail, with space on the disk, before the process ends
 * @param reserve below how much free space nothing is written any more, because a write that fails closes the store
 */
@ConfigurationProperties("exam.store")
record StoreSettings(
        @DefaultValue("2s") Duration watchEvery,
        @DefaultValue("3s") Duration probeWithin,
        @DefaultValue("1m") Duration giveUpAfter,
        @DefaultValue("32MB") DataSize reserve) {}

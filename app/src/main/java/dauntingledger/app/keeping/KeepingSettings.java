package dauntingledger.app.keeping;

import java.time.Period;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * For how long things are kept; a period of zero keeps them for ever.
 *
 * @param cron when it is looked for what has been kept long enough, by the hours of the house; {@code -} for never
 * @param portraits pictures of an arrival, from when they were taken
 * @param pictures those of a camera that looks on; a paper may keep them for less
 * @param sittings ledgers with everything about them, from the day of the exam, or from the last entry
 */
@ConfigurationProperties("exam.keeping")
record KeepingSettings(
        @DefaultValue("0 30 3 * * *") String cron,
        @DefaultValue("180d") Period portraits,
        @DefaultValue("90d") Period pictures,
        @DefaultValue("10y") Period sittings) {}

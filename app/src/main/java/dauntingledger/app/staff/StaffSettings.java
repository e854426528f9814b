package dauntingledger.app.staff;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of accounts.
 *
 * @param firstLink for how long the address of the first account is good
 * @param invitation for how long an invitation is good
 */
@ConfigurationProperties("exam.staff")
record StaffSettings(
        @DefaultValue("30m") Duration firstLink,
        @DefaultValue("7d") Duration invitation) {}

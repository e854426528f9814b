package dauntingledger.app.admission;

import java.nio.file.Path;
import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of the sign-in.
 *
 * @param data where the application keeps its files
 * @param pinCost the cost of hashing a PIN, as a power of two of rounds. A PIN is short and protected by the throttle
 *     rather than by the hash; 8 takes about 25 ms of one core, so that a morning's thousands can sign in.
 * @param signedInFor how long a sign-in lasts, across restarts of the server
 */
@ConfigurationProperties("exam")
record AdmissionSettings(
        @DefaultValue("./data") Path data,
        @DefaultValue("8") int pinCost,
        @DefaultValue("12h") Duration signedInFor) {}

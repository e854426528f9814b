package dauntingledger.app.signin;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of the sign-in and the pages around it.
 *
 * @param pinCost the cost of hashing a PIN, as a power of two of rounds. A PIN is short and protected by the throttle
 *     rather than by the hash; 8 takes about 25 ms of one core, so that a morning's thousands can sign in.
 * @param passwordCost the same for the passwords of those who work here, who are few
 * @param numberPrefix what candidate numbers begin with; it need not be typed, so that digits are enough
 * @param shufflesKeypad whether the keys of the on-screen keypad change places with every sign-in
 * @param signedInFor how long a sign-in lasts, across restarts of the server
 */
@ConfigurationProperties("exam")
record SignInSettings(
        @DefaultValue("8") int pinCost,
        @DefaultValue("11") int passwordCost,
        @DefaultValue("") String numberPrefix,
        @DefaultValue("false") boolean shufflesKeypad,
        @DefaultValue("12h") Duration signedInFor) {}

package dauntingledger.app.words;

import java.time.ZoneId;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of what is said.
 *
 * @param zone the time zone of the clock on the wall
 */
@ConfigurationProperties("exam")
record WordsSettings(@DefaultValue("UTC") ZoneId zone) {}

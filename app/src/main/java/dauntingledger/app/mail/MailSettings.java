package dauntingledger.app.mail;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of mail. Where it goes is set by {@code spring.mail.host} and the properties beside it; without, messages
 * become files in the folder {@code outbox} of the data.
 *
 * @param from whom messages are from
 * @param every how often what waits is looked for
 * @param lost after how long a message that is being sent is given up as uncertain
 */
@ConfigurationProperties("exam.mail")
record MailSettings(
        @DefaultValue("exam-office@localhost") String from,
        @DefaultValue("2s") Duration every,
        @DefaultValue("10m") Duration lost) {}

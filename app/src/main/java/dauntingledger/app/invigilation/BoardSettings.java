package dauntingledger.app.invigilation;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of the boards.
 *
 * @param lostAfter after how long without a sign of it a seat is shown as not connected; a room gives one every few seconds
 */
@ConfigurationProperties("exam.board")
record BoardSettings(@DefaultValue("11s") Duration lostAfter) {}

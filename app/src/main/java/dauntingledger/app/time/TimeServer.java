package dauntingledger.app.time;

import java.io.IOException;
import java.net.InetAddress;
import java.time.Duration;
import org.apache.commons.net.ntp.NTPUDPClient;
import org.apache.commons.net.ntp.TimeInfo;

/** A server that is asked for the time by SNTP (RFC 5905, section 14). */
public final class TimeServer {

    private static final Duration PATIENCE = Duration.ofSeconds(2);

    private final String host;
    private final int port;

    private TimeServer(String host, int port) {
        this.host = host;
        this.port = port;
    }

    /**
     * Returns the server of a name, with or without a port.
     *
     * @throws IllegalArgumentException if the port is no number
     */
    public static TimeServer of(String name) {
        int colon = name.lastIndexOf(':');
        return colon < 0
                ? new TimeServer(name, NTPUDPClient.DEFAULT_PORT)
                : new TimeServer(name.substring(0, colon), Integer.parseInt(name.substring(colon + 1)));
    }

    /**
     * Returns how far the computer's clock is ahead of the server's; negative if it is behind.
     *
     * @throws IOException if the server does not answer within two seconds
     */
    public Duration ahead() throws IOException {
        try (NTPUDPClient client = new NTPUDPClient()) {
            client.setDefaultTimeout(PATIENCE);
            client.open();
            TimeInfo answer = client.getTime(InetAddress.getByName(host), port);
            answer.computeDetails();
            Long offset = answer.getOffset();
            if (offset == null) {
                throw new IOException("the time server did not say the time");
            }
            return Duration.ofMillis(-offset);
        }
    }
}

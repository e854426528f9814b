package dauntingledger.app.nodes;

import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Which database keeps everything. What has to be done differently asks here, and nowhere else. */
@Component
public class Engine {

    private final boolean isServer;

    Engine(@Value("${spring.datasource.url}") String url) {
        this.isServer = url.startsWith("jdbc:postgresql:");
    }

    /**
     * Returns whether it is a server of its own, PostgreSQL, which makes commits durable and copies by its own means and may
     * serve several nodes. Else it is a file that this process alone has open.
     */
    public boolean isServer() {
        return isServer;
    }
}

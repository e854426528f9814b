package dauntingledger.app.ledger;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Whether the store takes anything at the moment. While it does not, nobody but its watch touches it. */
@Component
public class StoreGate {

    /*
     * After a write that failed, H2 closes itself under the transactions that run, and a statement of such a transaction
     * may then never return. So the first failure closes this gate, requests are answered before they reach the
     * database, and only the watch tries it, until it works again.
     */

    private static final Logger log = LoggerFactory.getLogger(StoreGate.class);

    private volatile boolean closed;

    StoreGate() {}

    public boolean isClosed() {
        return closed;
    }

    void close(String why) {
        if (!closed) {
            closed = true;
            log.error(
                    "ALARM: the store takes nothing: {}. Answers are kept on the candidates' computers meanwhile.",
                    why);
        }
    }

    void open() {
        if (closed) {
            closed = false;
            log.warn("The store works again.");
        }
    }
}

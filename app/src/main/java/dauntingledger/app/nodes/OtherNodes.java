package dauntingledger.app.nodes;

import jakarta.persistence.EntityManager;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.Collection;
import java.util.UUID;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Tells the other nodes something, by PostgreSQL's {@code NOTIFY}: they hear it when the transaction in which it is told is
 * committed, and never if it is not.
 */
@Component
public class OtherNodes {

    static final String CHANNEL = "ledger";

    private final Engine engine;
    private final EntityManager entities;
    private final TransactionTemplate transactions;
    private final String self = UUID.randomUUID().toString();

    OtherNodes(Engine engine, EntityManager entities, TransactionTemplate transactions) {
        this.engine = engine;
        this.entities = entities;
        this.transactions = transactions;
    }

    /** Tells words in the transaction that there is, or in one of its own. */
    public void tell(String topic, Collection<String> words) {
        if (engine.isServer() && !words.isEmpty()) {
            transactions.executeWithoutResult(
                    status -> entities.unwrap(Session.class).doWork(connection -> tell(connection, topic, words)));
        }
    }

    /** Tells words in the transaction of a connection. */
    public void tell(Connection connection, String topic, Collection<String> words) throws SQLException {
        if (!engine.isServer() || words.isEmpty()) {
            return;
        }
        try (PreparedStatement notify = connection.prepareStatement("select pg_notify('" + CHANNEL + "', ?)")) {
            for (String payload : Message.payloads(self, topic, words)) {
                notify.setString(1, payload);
                notify.execute();
            }
        }
    }

    /** Returns whether a message comes from this node itself. */
    boolean isOwn(Message message) {
        return message.node().equals(self);
    }
}

package dauntingledger.app.ledger;

import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.HikariPoolMXBean;
import java.util.List;
import java.util.Optional;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;

/** The database as the store of the ledgers. */
@Component
class DatabaseStore implements Store {

    private static final int BATCH = 500;

    private final SessionFactory sessions;
    private final HikariDataSource pool;

    DatabaseStore(SessionFactory sessions, HikariDataSource pool) {
        this.sessions = sessions;
        this.pool = pool;
    }

    @Override
    public void commit(List<LedgerLine> lines, List<SittingChange> changes) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            session.setJdbcBatchSize(BATCH);
            session.beginTransaction();
            try {
                session.insertMultiple(lines);
                session.doWork(connection -> {
                    Deadlines.write(connection, of(DeadlineRow.class, changes));
                    StandingRows.write(connection, of(Standing.class, changes));
                    NotedRow.write(connection, of(NotedRow.class, changes));
                });
                session.getTransaction().commit();
            } catch (RuntimeException e) {
                session.getTransaction().rollback();
                throw e;
            }
        }
    }

    private static <T extends SittingChange> List<T> of(Class<T> kind, List<SittingChange> changes) {
        return changes.stream().filter(kind::isInstance).map(kind::cast).toList();
    }

    @Override
    public void sync() {
        try (StatelessSession session = sessions.openStatelessSession()) {
            session.doWork(connection -> {
                try (var statement = connection.createStatement()) {
                    statement.execute("checkpoint sync");
                }
            });
        }
    }

    /** H2 closes itself at the first write that fails, for every connection there is; a new one opens it again. */
    @Override
    public void reopen() {
        Optional.ofNullable(pool.getHikariPoolMXBean()).ifPresent(HikariPoolMXBean::softEvictConnections);
    }
}

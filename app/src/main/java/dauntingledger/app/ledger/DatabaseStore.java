package dauntingledger.app.ledger;

import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.HikariPoolMXBean;
import dauntingledger.app.nodes.Engine;
import dauntingledger.app.nodes.OtherNodes;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.hibernate.SessionFactory;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;

/** The database as the store of the ledgers. */
@Component
class DatabaseStore implements Store {

    private static final int BATCH = 500;

    private final SessionFactory sessions;
    private final HikariDataSource pool;
    private final Engine engine;
    private final OtherNodes nodes;

    DatabaseStore(SessionFactory sessions, HikariDataSource pool, Engine engine, OtherNodes nodes) {
        this.sessions = sessions;
        this.pool = pool;
        this.engine = engine;
        this.nodes = nodes;
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
                    nodes.tell(
                            connection,
                            ToldOfSittings.GROWN,
                            words(lines.stream().map(LedgerLine::sitting)));
                    nodes.tell(
                            connection,
                            ToldOfSittings.NOTED,
                            words(of(NotedRow.class, changes).stream()
                                    .map(row -> row.sitting().value())));
                });
                session.getTransaction().commit();
            } catch (RuntimeException e) {
                session.getTransaction().rollback();
                throw e;
            }
        }
    }

    private static Set<String> words(Stream<Long> sittings) {
        return sittings.map(String::valueOf).collect(Collectors.toSet());
    }

    @Override
    public Map<Long, Integer> ends(Collection<Long> sittings) {
        try (StatelessSession session = sessions.openStatelessSession()) {
            return session
                    .createQuery(
                            "select sitting, max(seq) from LedgerLine where sitting in :sittings group by sitting",
                            Object[].class)
                    .setParameterList("sittings", sittings)
                    .getResultList()
                    .stream()
                    .collect(Collectors.toMap(row -> (Long) row[0], row -> (Integer) row[1]));
        }
    }

    @Override
    public boolean isShared() {
        return engine.isServer();
    }

    private static <T extends SittingChange> List<T> of(Class<T> kind, List<SittingChange> changes) {
        return changes.stream().filter(kind::isInstance).map(kind::cast).toList();
    }

    /** A server has synced before it answered the commit; a file is synced here. */
    @Override
    public void sync() {
        if (engine.isServer()) {
            return;
        }
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

package dauntingledger.app.nodes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import com.zaxxer.hikari.HikariDataSource;
import dauntingledger.app.Postgres;
import io.micrometer.core.instrument.simple.SimpleMeterRegistry;
import jakarta.persistence.EntityManager;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.transaction.support.TransactionTemplate;

/** One node that listens on a PostgreSQL of its own, and another that tells. */
class ListenerTest {

    private static final String TOPIC = "lamps";
    private static final long PATIENCE = 20;

    private final String database = Postgres.newDatabase();
    private final Engine engine = new Engine(database);
    private final OtherNodes here = node();
    private final OtherNodes there = node();
    private final BlockingQueue<List<String>> heard = new LinkedBlockingQueue<>();
    private final BlockingQueue<Object> missed = new LinkedBlockingQueue<>();
    private final SimpleMeterRegistry meters = new SimpleMeterRegistry();
    private final Hearer lamps = new Hearer(TOPIC, words -> {
        heard.add(words);
        if (words.contains("broken")) {
            throw new IllegalStateException("a hearer that fails");
        }
    });
    private Listener listener;

    private OtherNodes node() {
        return new OtherNodes(engine, mock(EntityManager.class), mock(TransactionTemplate.class));
    }

    @BeforeEach
    @SuppressWarnings("unchecked")
    void listen() throws Exception {
        HikariDataSource pool = mock(HikariDataSource.class);
        when(pool.getJdbcUrl()).thenReturn(database);
        when(pool.getUsername()).thenReturn("postgres");
        when(pool.getPassword()).thenReturn("");
        ObjectProvider<Hearer> hearers = mock(ObjectProvider.class);
        when(hearers.stream()).thenAnswer(any -> Stream.of(lamps));
        listener = new Listener(engine, pool, here, hearers, missed::add);
        listener.bindTo(meters);
        listener.start();
        assertThat(missed.poll(PATIENCE, TimeUnit.SECONDS)).isInstanceOf(Missed.class);
    }

    @AfterEach
    void stop() {
        listener.stop();
    }

    private Connection open() throws SQLException {
        return DriverManager.getConnection(database, "postgres", "");
    }

    private void tell(OtherNodes node, String topic, String... words) throws SQLException {
        try (Connection connection = open()) {
            node.tell(connection, topic, List.of(words));
        }
    }

    @Test
    void hearsWhatOthersTellAboutATopicAndNotItself() throws Exception {
        tell(here, TOPIC, "own");
        tell(there, "buoys", "another topic");
        tell(there, TOPIC, "one", "two words");

        assertThat(heard.poll(PATIENCE, TimeUnit.SECONDS)).containsExactly("one", "two words");
        assertThat(heard).isEmpty();
        assertThat(meters.get("exam.nodes.heard").gauge().value()).isEqualTo(1);
    }

    @Test
    void hearsNothingOfWhatIsTakenBack() throws Exception {
        try (Connection connection = open()) {
            connection.setAutoCommit(false);
            there.tell(connection, TOPIC, List.of("taken back"));
            connection.rollback();
        }
        tell(there, TOPIC, "committed");

        assertThat(heard.poll(PATIENCE, TimeUnit.SECONDS)).containsExactly("committed");
    }

    @Test
    void goesOnAfterWordsThatNobodyUnderstandsOrWhoseHearerFails() throws Exception {
        try (Connection connection = open()) {
            connection.createStatement().execute("select pg_notify('ledger', 'x lamps %zz')");
            connection.createStatement().execute("select pg_notify('ledger', 'x')");
        }
        tell(there, TOPIC, "broken");
        tell(there, TOPIC, "whole");

        assertThat(heard.poll(PATIENCE, TimeUnit.SECONDS)).containsExactly("broken");
        assertThat(heard.poll(PATIENCE, TimeUnit.SECONDS)).containsExactly("whole");
    }

    @Test
    void listensAgainWhenItsConnectionIsCutAndSaysThatSomethingMayBeMissed() throws Exception {
        try (Connection connection = open()) {
            connection.createStatement().execute("""
                    select pg_terminate_backend(pid) from pg_stat_activity
                    where datname = current_database() and pid <> pg_backend_pid()""");
        }

        assertThat(missed.poll(PATIENCE, TimeUnit.SECONDS)).isInstanceOf(Missed.class);
        tell(there, TOPIC, "after");
        assertThat(heard.poll(PATIENCE, TimeUnit.SECONDS)).containsExactly("after");
    }

    @Test
    void isNotNeededWhereAFileIsTheDatabase() {
        Engine file = new Engine("jdbc:h2:file:/somewhere");
        Listener alone =
                new Listener(file, mock(HikariDataSource.class), here, mock(ObjectProvider.class), missed::add);
        SimpleMeterRegistry registry = new SimpleMeterRegistry();
        alone.bindTo(registry);
        alone.start();

        assertThat(alone.isRunning()).isFalse();
        assertThat(registry.get("exam.nodes.heard").gauge().value()).isEqualTo(1);
    }
}

package dauntingledger.app.nodes;

import com.zaxxer.hikari.HikariDataSource;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.Executor;
import java.util.concurrent.locks.LockSupport;
import org.jspecify.annotations.Nullable;
import org.postgresql.PGConnection;
import org.postgresql.PGNotification;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** Listens to the other nodes, on a connection of its own; one that is lost is made again. */
@Component
class Listener implements SmartLifecycle, MeterBinder {

    private static final Logger log = LoggerFactory.getLogger(Listener.class);

    /** So often the connection is tried when nothing is told; a server that does not answer is given up after the other. */
    private static final Duration BEAT = Duration.ofMillis(500);

    private static final Duration ANSWER = Duration.ofSeconds(2);
    private static final Duration PAUSE = Duration.ofMillis(200);

    private final Engine engine;
    private final HikariDataSource pool;
    private final OtherNodes nodes;
    private final ObjectProvider<Hearer> hearers;
    private final ApplicationEventPublisher events;
    private volatile boolean running;
    private volatile boolean listening;
    private @Nullable Thread thread;

    Listener(
            Engine engine,
            HikariDataSource pool,
            OtherNodes nodes,
            ObjectProvider<Hearer> hearers,
            ApplicationEventPublisher events) {
        this.engine = engine;
        this.pool = pool;
        this.nodes = nodes;
        this.hearers = hearers;
        this.events = events;
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Gauge.builder("exam.nodes.heard", () -> listening || !engine.isServer() ? 1 : 0)
                .description("whether this node hears the others; always if it is the only one")
                .register(registry);
    }

    @Override
    public void start() {
        if (engine.isServer()) {
            running = true;
            thread = Thread.ofPlatform().name("node-listener").daemon().start(this::loop);
        }
    }

    @Override
    public void stop() {
        running = false;
        Thread stopping = thread;
        if (stopping != null) {
            LockSupport.unpark(stopping);
            try {
                stopping.join(ANSWER);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    private void loop() {
        List<Hearer> all = hearers.stream().toList();
        boolean said = false;
        while (running) {
            try (Connection connection = open()) {
                try (Statement statement = connection.createStatement()) {
                    statement.execute("listen " + OtherNodes.CHANNEL);
                }
                listening = true;
                said = false;
                log.info("Listening to the other nodes");
                publish();
                listen(connection, all);
            } catch (SQLException e) {
                if (!said && running) {
                    log.warn("Nothing is heard of the other nodes ({}); listening is tried again", e.getSQLState());
                    said = true;
                }
                LockSupport.parkNanos(PAUSE.toNanos());
            } finally {
                listening = false;
            }
        }
    }

    private Connection open() throws SQLException {
        Connection connection = DriverManager.getConnection(pool.getJdbcUrl(), pool.getUsername(), pool.getPassword());
        Executor here = Runnable::run;
        connection.setNetworkTimeout(here, (int) ANSWER.toMillis());
        return connection;
    }

    private void listen(Connection connection, List<Hearer> all) throws SQLException {
        PGConnection postgres = connection.unwrap(PGConnection.class);
        while (running) {
            PGNotification[] told = postgres.getNotifications((int) BEAT.toMillis());
            if (told == null || told.length == 0) {
                try (Statement statement = connection.createStatement()) {
                    statement.execute("select 1");
                }
            } else {
                for (PGNotification one : told) {
                    hear(one.getParameter(), all);
                }
            }
        }
    }

    private void publish() {
        attempt("what was missed", () -> events.publishEvent(new Missed()));
    }

    private void hear(String payload, List<Hearer> all) {
        attempt("what was told", () -> {
            Message message = Message.read(payload);
            if (!nodes.isOwn(message)) {
                all.stream()
                        .filter(hearer -> hearer.topic().equals(message.topic()))
                        .forEach(hearer -> hearer.heard().accept(message.words()));
            }
        });
    }

    /** Whatever goes wrong with one word, the next ones are heard. */
    private static void attempt(String what, Runnable hearing) {
        try {
            hearing.run();
        } catch (RuntimeException e) {
            log.error("Not all of {} was taken in: {}", what, e.getClass().getName());
        }
    }
}

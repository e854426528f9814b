package dauntingledger.app.start;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dauntingledger.app.Postgres;
import dauntingledger.app.signing.SigningKey;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SameKeyTest {

    @TempDir
    private Path folder;

    @Test
    void aNodeWithAnotherKeyThanTheFirstOneDoesNotStart() throws Exception {
        String database = Postgres.newDatabase();
        Flyway.configure()
                .dataSource(database, "postgres", "")
                .locations("classpath:db/migration/postgresql")
                .load()
                .migrate();
        SameKey first = new SameKey(new SigningKey(folder.resolve("one")));
        SameKey other = new SameKey(new SigningKey(folder.resolve("two")));
        try (Connection connection = DriverManager.getConnection(database, "postgres", "")) {
            first.check(connection);

            assertThatThrownBy(() -> other.check(connection))
                    .isInstanceOf(StartRefusedException.class)
                    .hasMessageContaining("another signing key")
                    .extracting(refused -> ((StartRefusedException) refused).action())
                    .asString()
                    .contains("signing.key", "certificate-keys");
            assertThatCode(() -> first.check(connection)).doesNotThrowAnyException();
        }
    }
}

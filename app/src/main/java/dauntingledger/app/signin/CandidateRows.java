package dauntingledger.app.signin;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.List;

/** Writes many candidates at once. */
final class CandidateRows {

    private static final int BATCH = 1_000;

    private CandidateRows() {}

    static void insert(Connection connection, List<Candidate> candidates) throws SQLException {
        write(
                connection,
                "insert into candidate (name, email, language, number, pin_hash, face) values (?, ?, ?, ?, '', '')",
                candidates);
    }

    static void update(Connection connection, List<Candidate> candidates) throws SQLException {
        write(connection, "update candidate set name = ?, email = ?, language = ? where number = ?", candidates);
    }

    private static void write(Connection connection, String sql, List<Candidate> candidates) throws SQLException {
        try (PreparedStatement statement = connection.prepareStatement(sql)) {
            int waiting = 0;
            for (Candidate candidate : candidates) {
                statement.setString(1, candidate.name());
                statement.setString(2, candidate.email());
                statement.setString(3, candidate.language());
                statement.setString(4, candidate.number());
                statement.addBatch();
                if (++waiting % BATCH == 0) {
                    statement.executeBatch();
                }
            }
            statement.executeBatch();
        }
    }
}

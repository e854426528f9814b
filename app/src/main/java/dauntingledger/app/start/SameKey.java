package dauntingledger.app.start;

import dauntingledger.app.signing.SigningKey;
import dauntingledger.rulebook.chain.Hash;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import org.springframework.stereotype.Component;

/** Sees to it that all nodes of one database sign with the same key: the first one leaves there by what it is known. */
@Component
class SameKey {

    private static final String TAKEN = "23505";

    private final String fingerprint;

    SameKey(SigningKey key) {
        this.fingerprint = Hash.of("signing key " + key.text()).hex();
    }

    /** @throws StartRefusedException if another node has come up with another key */
    void check(Connection connection) throws SQLException {
        try (PreparedStatement insert = connection.prepareStatement("""
                        merge into signing_key d using (values (1, cast(? as varchar(64)))) n (id, fingerprint) on d.id = n.id
                        when not matched then insert (id, fingerprint) values (n.id, n.fingerprint)""")) {
            insert.setString(1, fingerprint);
            insert.executeUpdate();
        } catch (SQLException e) {
            if (!TAKEN.equals(e.getSQLState())) {
                throw e;
            }
        }
        try (Statement select = connection.createStatement();
                ResultSet row = select.executeQuery("select fingerprint from signing_key")) {
            if (row.next() && !row.getString(1).equals(fingerprint)) {
                throw new StartRefusedException(
                        "This node has another signing key than the others of this database.",
                        "Copy signing.key, operator.token and the folder certificate-keys of the first node's data into this"
                                + " node's folder of the data, and start again.");
            }
        }
    }
}

package dauntingledger.app.ledger;

import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.chain.Hash;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.plain.EntryCodec;
import dauntingledger.rulebook.plain.MalformedDataException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** The ledgers in the database file of a server that is stopped, for the commands that check and repair them. */
final class StoredLedgers implements AutoCloseable {

    private static final JsonMapper JSON = JsonMapper.shared();

    private final Connection connection;

    private StoredLedgers(Connection connection) {
        this.connection = connection;
    }

    /** @throws SQLException if the folder has no database, or a server has it open */
    static StoredLedgers in(Path folder) throws SQLException {
        return on(DatabaseFile.open(folder));
    }

    /** Reads by a connection, which is closed with this. */
    static StoredLedgers on(Connection connection) {
        return new StoredLedgers(connection);
    }

    /** A ledger by its sitting, with the hash of its head. */
    record Stored(long sitting, Hash head) {}

    /**
     * A line that cannot be followed.
     *
     * @param mended whether a repair has noted it already
     */
    record Finding(long sitting, int seq, Mends.Kind kind, String why, boolean mended) {}

    List<Stored> all() throws SQLException {
        return found("");
    }

    /** Returns the ledgers of sittings that are in progress, or open from {@code startInclusive} to {@code endExclusive}. */
    List<Stored> openBetween(Instant startInclusive, Instant endExclusive) throws SQLException {
        return found(
                " where progress = 'IN_PROGRESS' or opens_at >= ? and opens_at < ?",
                startInclusive.atOffset(ZoneOffset.UTC),
                endExclusive.atOffset(ZoneOffset.UTC));
    }

    private List<Stored> found(String which, Object... arguments) throws SQLException {
        List<Stored> all = new ArrayList<>();
        try (PreparedStatement select = connection.prepareStatement(
                "select id, paper, paper_version, seed from sitting" + which + " order by id")) {
            for (int i = 0; i < arguments.length; i++) {
                select.setObject(i + 1, arguments[i]);
            }
            ResultSet rows = select.executeQuery();
            while (rows.next()) {
                Map<String, Object> head = Chain.head(
                        String.valueOf(rows.getLong("id")),
                        new PaperId(rows.getString("paper")),
                        rows.getInt("paper_version"),
                        rows.getInt("seed"));
                all.add(new Stored(rows.getLong("id"), Chain.ofHead(head)));
            }
        }
        return all;
    }

    int entries(Stored ledger) throws SQLException {
        try (PreparedStatement count =
                connection.prepareStatement("select count(*) from ledger_line where sitting = ?")) {
            count.setLong(1, ledger.sitting());
            try (ResultSet row = count.executeQuery()) {
                row.next();
                return row.getInt(1);
            }
        }
    }

    /** Returns all lines of a ledger that cannot be read or do not follow from the line before them. */
    List<Finding> findings(Stored ledger) throws SQLException {
        List<Finding> findings = new ArrayList<>();
        try (PreparedStatement select =
                connection.prepareStatement("select seq, line, hash from ledger_line where sitting = ? order by seq")) {
            select.setLong(1, ledger.sitting());
            try (ResultSet rows = select.executeQuery()) {
                Hash previous = ledger.head();
                int due = 1;
                while (rows.next()) {
                    int seq = rows.getInt("seq");
                    String line = rows.getString("line");
                    Hash hash = new Hash(HexFormat.of().formatHex(rows.getBytes("hash")));
                    if (!isReadable(line)) {
                        findings.add(finding(ledger, seq, Mends.Kind.ASIDE, "it is no entry that can be read"));
                    }
                    if (seq != due) {
                        findings.add(
                                finding(ledger, seq, Mends.Kind.CHAIN, "line " + due + " before it was never stored"));
                    } else if (!Chain.next(previous, line).equals(hash)) {
                        findings.add(finding(
                                ledger, seq, Mends.Kind.CHAIN, "its hash does not follow from the line before it"));
                    }
                    previous = hash;
                    due = seq + 1;
                }
            }
        }
        return findings;
    }

    private static boolean isReadable(String line) {
        try {
            EntryCodec.fromPlain(JSON.readValue(line, Map.class));
            return true;
        } catch (JacksonException | MalformedDataException e) {
            return false;
        }
    }

    private Finding finding(Stored ledger, int seq, Mends.Kind kind, String why) throws SQLException {
        try (PreparedStatement select =
                connection.prepareStatement("select 1 from ledger_mend where sitting = ? and seq = ? and kind = ?")) {
            select.setLong(1, ledger.sitting());
            select.setInt(2, seq);
            select.setString(3, kind.name());
            try (ResultSet row = select.executeQuery()) {
                return new Finding(ledger.sitting(), seq, kind, why, row.next());
            }
        }
    }

    /** Notes what was found, so that the ledger can be used again; changes no line. */
    void mend(Finding finding, Instant now) throws SQLException {
        try (PreparedStatement insert = connection.prepareStatement("insert into ledger_mend values (?, ?, ?, ?, ?)")) {
            insert.setLong(1, finding.sitting());
            insert.setInt(2, finding.seq());
            insert.setString(3, finding.kind().name());
            insert.setString(4, finding.why());
            insert.setObject(5, now.atOffset(ZoneOffset.UTC));
            insert.executeUpdate();
        }
    }

    @Override
    public void close() throws SQLException {
        connection.close();
    }
}

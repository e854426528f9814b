package dauntingledger.app.ledger;

import dauntingledger.rulebook.chain.Hash;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.HexFormat;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A stored line of a ledger: the canonical JSON of an entry, and its hash. */
@Entity
@Table(name = "ledger_line")
@IdClass(LedgerLine.Key.class)
class LedgerLine {

    @Id
    private long sitting;

    @Id
    private int seq;

    @Column(length = 65536)
    private String line = "";

    @JdbcTypeCode(SqlTypes.BINARY)
    @Column(length = 32)
    private byte[] hash = {};

    protected LedgerLine() {}

    LedgerLine(SittingId sitting, int seq, String line, Hash hash) {
        this.sitting = sitting.value();
        this.seq = seq;
        this.line = line;
        this.hash = HexFormat.of().parseHex(hash.hex());
    }

    long sitting() {
        return sitting;
    }

    int seq() {
        return seq;
    }

    String line() {
        return line;
    }

    Hash hash() {
        return new Hash(HexFormat.of().formatHex(hash));
    }

    record Key(long sitting, int seq) implements Serializable {}
}

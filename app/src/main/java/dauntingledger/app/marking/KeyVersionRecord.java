package dauntingledger.app.marking;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;

/** A row of the table of versions of keys. */
@Entity
@Table(name = "key_version")
class KeyVersionRecord {

    /** So many characters can the corrections of a version have. */
    static final int LONGEST = 1_048_576;

    @EmbeddedId
    private Key key = new Key(0, 0);

    @Column(name = "decided_at")
    private Instant decidedAt = Instant.EPOCH;

    @Column(name = "decided_by")
    private String decidedBy = "";

    private String reason = "";

    @Column(length = LONGEST)
    private String corrections = "";

    protected KeyVersionRecord() {}

    /** @param corrections as JSON */
    KeyVersionRecord(Key key, Instant decidedAt, String decidedBy, String reason, String corrections) {
        this.key = key;
        this.decidedAt = decidedAt;
        this.decidedBy = decidedBy;
        this.reason = reason;
        this.corrections = corrections;
    }

    /** @param version from 2 */
    @Embeddable
    record Key(long exam, int version) implements Serializable {}

    int version() {
        return key.version();
    }

    Instant decidedAt() {
        return decidedAt;
    }

    String decidedBy() {
        return decidedBy;
    }

    String reason() {
        return reason;
    }

    String corrections() {
        return corrections;
    }
}

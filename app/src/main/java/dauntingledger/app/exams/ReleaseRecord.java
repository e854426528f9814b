package dauntingledger.app.exams;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;

/** A row of the table of places whose candidates are told their results. */
@Entity
@Table(name = "release")
class ReleaseRecord {

    @EmbeddedId
    private Key key = new Key(0, "");

    @Column(name = "released_at")
    private Instant releasedAt = Instant.EPOCH;

    @Column(name = "released_by")
    private String releasedBy = "";

    protected ReleaseRecord() {}

    ReleaseRecord(Key key, Instant releasedAt, String releasedBy) {
        this.key = key;
        this.releasedAt = releasedAt;
        this.releasedBy = releasedBy;
    }

    @Embeddable
    record Key(long exam, String place) implements Serializable {}

    String place() {
        return key.place();
    }

    Instant releasedAt() {
        return releasedAt;
    }
}

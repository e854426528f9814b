package dauntingledger.app.room;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A row of the table of portraits. */
@Entity
@Table(name = "portrait")
class PortraitRecord {

    @Id
    private long sitting;

    @JdbcTypeCode(SqlTypes.LONG32VARBINARY)
    private byte[] picture = {};

    private String digest = "";

    @Column(name = "taken_at")
    private Instant takenAt = Instant.EPOCH;

    protected PortraitRecord() {}

    PortraitRecord(long sitting, byte[] picture, String digest, Instant takenAt) {
        this.sitting = sitting;
        this.picture = picture;
        this.digest = digest;
        this.takenAt = takenAt;
    }

    byte[] picture() {
        return picture;
    }
}

package dauntingledger.app.room;

import dauntingledger.app.ledger.SittingId;
import dauntingledger.rulebook.picture.PictureView;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A row of the table of pictures that were taken during an exam. */
@Entity
@Table(name = "watch_picture")
class WatchPictureRecord {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long sitting;

    @Column(name = "taken_at")
    private Instant takenAt = Instant.EPOCH;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private PictureView view = PictureView.NO_FACE;

    @JdbcTypeCode(SqlTypes.LONG32VARBINARY)
    private byte[] picture = {};

    @Column(name = "delete_at")
    private Instant deleteAt = Instant.EPOCH;

    protected WatchPictureRecord() {}

    WatchPictureRecord(SittingId sitting, CameraPicture taken, Instant takenAt, Instant deleteAt) {
        this.sitting = sitting.value();
        this.view = taken.view();
        this.picture = taken.bytes();
        this.takenAt = takenAt;
        this.deleteAt = deleteAt;
    }

    boolean isOf(SittingId one) {
        return sitting == one.value();
    }

    byte[] picture() {
        return picture;
    }
}

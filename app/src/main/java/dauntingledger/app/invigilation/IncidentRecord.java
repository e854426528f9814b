package dauntingledger.app.invigilation;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.RoomId;
import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.uploads.Document;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** Something that happened in a room or to somebody there; a row of its table. */
@Entity
@Table(name = "incident")
class IncidentRecord {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long exam;
    private long room;
    private @Nullable Long sitting;

    @Column(name = "happened_at")
    private Instant happenedAt = Instant.EPOCH;

    @Column(name = "noted_at")
    private Instant notedAt = Instant.EPOCH;

    private String words = "";
    private String person = "";

    @Column(name = "attachment_name")
    private String attachmentName = "";

    @Column(name = "attachment_type")
    private String attachmentType = "";

    @JdbcTypeCode(SqlTypes.LONG32VARBINARY)
    private byte @Nullable [] attachment;

    protected IncidentRecord() {}

    IncidentRecord(Place place, Optional<SittingId> sitting, Instant happenedAt, Instant notedAt) {
        this.exam = place.exam().id().value();
        this.room = place.roomId().map(RoomId::value).orElse(0L);
        this.sitting = sitting.map(SittingId::value).orElse(null);
        this.happenedAt = happenedAt;
        this.notedAt = notedAt;
    }

    IncidentRecord saying(String said, String by) {
        this.words = said;
        this.person = by;
        return this;
    }

    void attach(String name, Document document) {
        this.attachmentName = name;
        this.attachmentType = document.type();
        this.attachment = document.bytes();
    }

    long id() {
        return requireNonNull(id, "id");
    }

    boolean isIn(Place place) {
        return exam == place.exam().id().value()
                && room == place.roomId().map(RoomId::value).orElse(0L);
    }

    Optional<Document> attachment() {
        return Optional.ofNullable(attachment).map(bytes -> new Document(attachmentType, bytes));
    }
}

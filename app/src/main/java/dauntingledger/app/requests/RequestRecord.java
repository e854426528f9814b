package dauntingledger.app.requests;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.SittingId;
import dauntingledger.app.uploads.Document;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A request for accommodations; a row of its table. */
@Entity
@Table(name = "accommodation_request")
class RequestRecord {

    static final int LONGEST_TEXT = 4_000;
    static final int LONGEST_REASON = 2_000;

    /** How a request stands. */
    enum Standing {
        OPEN,
        GRANTED,
        GRANTED_IN_PART,
        DECLINED
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long sitting;
    private String text = "";

    @JdbcTypeCode(SqlTypes.LONG32VARBINARY)
    private byte @Nullable [] document;

    @Column(name = "document_type")
    private String documentType = "";

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private Standing standing = Standing.OPEN;

    private String reason = "";

    @Column(name = "made_at")
    private Instant madeAt = Instant.EPOCH;

    @Column(name = "decided_at")
    private @Nullable Instant decidedAt;

    @Column(name = "decided_by")
    private String decidedBy = "";

    protected RequestRecord() {}

    RequestRecord(SittingId sitting, String text, Optional<Document> document, Instant now) {
        this.sitting = sitting.value();
        this.text = text;
        document.ifPresent(file -> {
            this.document = file.bytes();
            this.documentType = file.type();
        });
        this.madeAt = now;
    }

    long id() {
        return requireNonNull(id, "id");
    }

    SittingId sitting() {
        return new SittingId(sitting);
    }

    String text() {
        return text;
    }

    Optional<Document> document() {
        return Optional.ofNullable(document).map(bytes -> new Document(documentType, bytes));
    }

    boolean hasDocument() {
        return !documentType.isEmpty();
    }

    Standing standing() {
        return standing;
    }

    String reason() {
        return reason;
    }

    Instant madeAt() {
        return madeAt;
    }

    String decidedBy() {
        return decidedBy;
    }

    void decide(Standing decision, String why, String who, Instant now) {
        this.standing = decision;
        this.reason = why;
        this.decidedBy = who;
        this.decidedAt = now;
    }
}

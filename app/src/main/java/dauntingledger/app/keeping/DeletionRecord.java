package dauntingledger.app.keeping;

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

/** What was deleted because its time was over; it names nobody. A row of its table. */
@Entity
@Table(name = "deletion")
class DeletionRecord {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private long id;

    @Column(name = "deleted_at")
    private Instant deletedAt = Instant.EPOCH;

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private Keeping.Kind kind = Keeping.Kind.SITTING;

    private String what = "";
    private long counted;

    protected DeletionRecord() {}

    DeletionRecord(Instant deletedAt, Keeping.Kind kind, String what, long counted) {
        this.deletedAt = deletedAt;
        this.kind = kind;
        this.what = what;
        this.counted = counted;
    }

    Instant deletedAt() {
        return deletedAt;
    }

    Keeping.Kind kind() {
        return kind;
    }

    String what() {
        return what;
    }

    /** Returns how many rows were deleted. */
    long counted() {
        return counted;
    }
}

package dauntingledger.app.results;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.SittingId;
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

/** Something that a candidate asks to be looked at again; a row of its table. */
@Entity
@Table(name = "appeal")
class Appeal {

    static final int MOST_WORDS = 2_000;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private @Nullable Long id;

    private long exam;
    private long sitting;
    private String item = "";
    private String reason = "";

    @Column(name = "asked_at")
    private Instant askedAt = Instant.EPOCH;

    private String marker = "";

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private @Nullable Outcome outcome;

    private String answer = "";

    @Column(name = "decided_at")
    private @Nullable Instant decidedAt;

    @Column(name = "decided_by")
    private String decidedBy = "";

    /** What came of it. */
    enum Outcome {
        CHANGED,
        STAYS
    }

    protected Appeal() {}

    /** @param item which question; empty for the whole */
    Appeal(ExamId exam, SittingId sitting, String item, String reason, Instant now) {
        this.exam = exam.value();
        this.sitting = sitting.value();
        this.item = item;
        this.reason = reason;
        this.askedAt = now;
    }

    long id() {
        return requireNonNull(id, "id");
    }

    boolean isIn(ExamId other) {
        return exam == other.value();
    }

    SittingId sitting() {
        return new SittingId(sitting);
    }

    /** Returns which question it is about; empty for the whole. */
    String item() {
        return item;
    }

    String reason() {
        return reason;
    }

    Instant askedAt() {
        return askedAt;
    }

    /** Returns who was asked to look at it; empty for nobody. */
    String marker() {
        return marker;
    }

    void assign(String to) {
        this.marker = to;
    }

    /** Returns what came of it; empty while it is open. */
    Optional<Outcome> outcome() {
        return Optional.ofNullable(outcome);
    }

    boolean isOpen() {
        return outcome == null;
    }

    /** Returns what the candidate is told. */
    String answer() {
        return answer;
    }

    void decide(Outcome decision, String told, String who, Instant now) {
        this.outcome = decision;
        this.answer = told;
        this.decidedBy = who;
        this.decidedAt = now;
    }
}

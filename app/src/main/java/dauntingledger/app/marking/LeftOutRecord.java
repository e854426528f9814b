package dauntingledger.app.marking;

import dauntingledger.app.ledger.ExamId;
import dauntingledger.app.ledger.SittingId;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** A row of the table of those who are left out of the results of their exam. */
@Entity
@Table(name = "left_out")
class LeftOutRecord {

    @Id
    private long sitting;

    private long exam;

    @Column(name = "left_out_at")
    private Instant leftOutAt = Instant.EPOCH;

    @Column(name = "left_out_by")
    private String leftOutBy = "";

    private String reason = "";

    @Column(name = "taken_in_at")
    private @Nullable Instant takenInAt;

    protected LeftOutRecord() {}

    LeftOutRecord(SittingId sitting, ExamId exam) {
        this.sitting = sitting.value();
        this.exam = exam.value();
    }

    void leaveOut(String why, String who, Instant now) {
        this.reason = why;
        this.leftOutBy = who;
        this.leftOutAt = now;
        this.takenInAt = null;
    }

    void takeIn(Instant now) {
        this.takenInAt = now;
    }

    SittingId sitting() {
        return new SittingId(sitting);
    }

    String reason() {
        return reason;
    }

    boolean isOut() {
        return takenInAt == null;
    }

    /** Returns when it was changed last. */
    Instant lastAt() {
        return takenInAt == null ? leftOutAt : takenInAt;
    }
}

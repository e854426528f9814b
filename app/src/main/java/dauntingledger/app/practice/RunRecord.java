package dauntingledger.app.practice;

import dauntingledger.app.ledger.SittingId;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

/** A row of the table of runs. */
@Entity
@Table(name = "practice_run")
class RunRecord {

    static final int LONGEST = 16_384;

    @Id
    private long sitting;

    private String candidate = "";

    @Column(name = "handed_in_at")
    private Instant handedInAt = Instant.EPOCH;

    @Column(length = LONGEST)
    private String run = "";

    protected RunRecord() {}

    RunRecord(SittingId sitting, String candidate, Instant handedInAt, String run) {
        this.sitting = sitting.value();
        this.candidate = candidate;
        this.handedInAt = handedInAt;
        this.run = run;
    }

    SittingId sitting() {
        return new SittingId(sitting);
    }

    String candidate() {
        return candidate;
    }

    String run() {
        return run;
    }
}

package dauntingledger.app.practice;

import dauntingledger.app.ledger.SittingId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.practice.PastAnswer;
import dauntingledger.rulebook.scoring.Score;
import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Duration;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A row of the table of answers in practice that was handed in. */
@Entity
@Table(name = "practice_answer")
class AnswerRecord {

    /** A question of a run. */
    @Embeddable
    record Key(long sitting, String item) implements Serializable {}

    @EmbeddedId
    private Key key = new Key(0, "");

    private String paper = "";

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private Score.Outcome outcome = Score.Outcome.BLANK;

    private boolean marked;

    @Column(name = "spent_millis")
    private long spentMillis;

    protected AnswerRecord() {}

    AnswerRecord(SittingId sitting, PaperId paper, PastAnswer answer) {
        this.key = new Key(sitting.value(), answer.item().value());
        this.paper = paper.value();
        this.outcome = answer.outcome();
        this.marked = answer.marked();
        this.spentMillis = answer.spent().toMillis();
    }

    PastAnswer answer() {
        return new PastAnswer(new ItemId(key.item()), outcome, marked, Duration.ofMillis(spentMillis));
    }
}

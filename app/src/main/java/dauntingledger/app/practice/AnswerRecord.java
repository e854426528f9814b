package dauntingledger.app.practice;

import dauntingledger.app.ledger.SittingId;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.practice.PastAnswer;
import dauntingledger.rulebook.scoring.Score;
import jakarta.persistence.Column;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Duration;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A row of the table of answers in practice that was handed in. */
@Entity
@Table(name = "practice_answer")
class AnswerRecord {

    @EmbeddedId
    private AnswerKey key = AnswerKey.NONE;

    private String paper = "";

    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    private Score.Outcome outcome = Score.Outcome.BLANK;

    private boolean marked;

    @Column(name = "spent_millis")
    private long spentMillis;

    protected AnswerRecord() {}

    AnswerRecord(SittingId sitting, PaperId paper, PastAnswer answer) {
        this.key = AnswerKey.of(sitting, answer.item());
        this.paper = paper.value();
        this.outcome = answer.outcome();
        this.marked = answer.marked();
        this.spentMillis = answer.spent().toMillis();
    }

    PastAnswer answer() {
        return new PastAnswer(key.itemId(), outcome, marked, Duration.ofMillis(spentMillis));
    }
}

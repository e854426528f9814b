package dauntingledger.app.practice;

import dauntingledger.app.ledger.SittingId;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;

/** A row of the table of marks that candidates give to themselves. */
@Entity
@Table(name = "practice_own_mark")
class OwnMarkRecord {

    @EmbeddedId
    private AnswerKey key = AnswerKey.NONE;

    private String marks = "";

    protected OwnMarkRecord() {}

    OwnMarkRecord(SittingId sitting, ItemId item, Rational marks) {
        this.key = AnswerKey.of(sitting, item);
        this.marks = marks.toString();
    }

    ItemId item() {
        return key.itemId();
    }

    Rational marks() {
        return Rational.parse(marks);
    }
}

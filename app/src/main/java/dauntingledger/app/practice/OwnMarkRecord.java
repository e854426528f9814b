package dauntingledger.app.practice;

import dauntingledger.app.ledger.SittingId;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;

/** A row of the table of marks that candidates give to themselves. */
@Entity
@Table(name = "practice_own_mark")
class OwnMarkRecord {

    /** A question of a sitting. */
    @Embeddable
    record Key(long sitting, String item) implements Serializable {}

    @EmbeddedId
    private Key key = new Key(0, "");

    private String marks = "";

    protected OwnMarkRecord() {}

    OwnMarkRecord(SittingId sitting, ItemId item, Rational marks) {
        this.key = new Key(sitting.value(), item.value());
        this.marks = marks.toString();
    }

    ItemId item() {
        return new ItemId(key.item());
    }

    Rational marks() {
        return Rational.parse(marks);
    }
}

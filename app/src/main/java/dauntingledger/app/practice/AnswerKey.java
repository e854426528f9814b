package dauntingledger.app.practice;

import dauntingledger.app.ledger.SittingId;
import dauntingledger.rulebook.paper.ItemId;
import jakarta.persistence.Embeddable;
import java.io.Serializable;

/** Names the answer to a question of a sitting in the tables of practice. */
@Embeddable
record AnswerKey(long sitting, String item) implements Serializable {

    /** Of nothing yet. */
    static final AnswerKey NONE = new AnswerKey(0, "");

    static AnswerKey of(SittingId sitting, ItemId item) {
        return new AnswerKey(sitting.value(), item.value());
    }

    ItemId itemId() {
        return new ItemId(item);
    }
}

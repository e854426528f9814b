package dauntingledger.app.ledger;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.scoring.Correction;
import java.util.List;
import java.util.Map;

/** Knows what a candidate may know of what was decided after the exam. */
public interface ToldMarks {

    /** Returns what has been told to the candidate of a sitting; {@link Told#NOTHING} before the release. */
    Told of(Appointment sitting);

    /**
     * What was decided after the exam.
     *
     * @param corrections what was decided about the key
     * @param given the item's own SCORE, of each item that a person has marked
     */
    record Told(List<Correction> corrections, Map<ItemId, Rational> given) {

        public static final Told NOTHING = new Told(List.of(), Map.of());

        public Told {
            corrections = List.copyOf(corrections);
            given = Map.copyOf(given);
        }
    }
}

package dauntingledger.app.papers;

import dauntingledger.rulebook.scoring.Correction;
import java.util.List;

/** Knows what was decided about the key of an exam's paper after the exam. */
public interface Corrections {

    /**
     * Returns what is in force.
     *
     * @param exam the number of the exam
     */
    List<Correction> of(long exam);
}

package dauntingledger.app.exams;

import dauntingledger.app.ledger.SittingId;
import dauntingledger.rulebook.number.Rational;
import java.util.Optional;

/** Knows the results of exams that are fixed. */
public interface ResultsFixed {

    /** Returns whether the results of an exam are fixed, so that they can be released. */
    boolean in(Exam exam);

    /** Returns the fixed result of a sitting; nothing if the exam has none, or the sitting is left out. */
    Optional<Fixed> of(Exam exam, SittingId sitting);

    /** A result: the marks, and the most that they could have been. */
    record Fixed(Rational marks, Rational most) {}
}

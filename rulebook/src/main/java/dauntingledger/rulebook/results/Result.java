package dauntingledger.rulebook.results;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.math.BigDecimal;
import java.util.Optional;

/**
 * The result of one candidate among a cohort.
 *
 * @param percentile the number of those strictly below, and half the number of those equal, oneself among them, by the size
 *     of the cohort, times 100
 * @param outcome empty where the paper says nothing of passing
 * @param grade the title of the best grade that is reached
 * @param scaled what the total is told as
 */
public record Result(
        String candidate,
        Marks marks,
        Rational percentile,
        Optional<Outcome> outcome,
        Optional<String> grade,
        Optional<BigDecimal> scaled) {

    public Result {
        requireNonNull(candidate, "candidate");
        requireNonNull(marks, "marks");
        requireNonNull(percentile, "percentile");
        requireNonNull(outcome, "outcome");
        requireNonNull(grade, "grade");
        requireNonNull(scaled, "scaled");
    }

    public boolean passes() {
        return outcome.filter(Outcome.PASS::equals).isPresent();
    }

    /** Whether somebody has passed. */
    public enum Outcome {
        PASS,
        FAIL,
        /** What waits for a marker, of this candidate or of the cohort, can change it. */
        PENDING
    }
}

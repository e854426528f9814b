package dauntingledger.rulebook.results;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.util.Optional;

/**
 * How a section counts.
 *
 * @param weight what each of its marks counts in the total; more than 0
 * @param floorAtZero whether it brings no less than 0
 * @param least its minimum, before weighting; no percentile
 */
public record SectionRule(Rational weight, boolean floorAtZero, Optional<Bar> least) {

    /** As a section counts of which nothing is said. */
    public static final SectionRule PLAIN = new SectionRule(Rational.ONE, false, Optional.empty());

    public SectionRule {
        requireNonNull(weight, "weight");
        requireNonNull(least, "least");
        if (weight.signum() <= 0) {
            throw new IllegalArgumentException("a weight must be more than 0, but was " + weight);
        }
        if (least.filter(bar -> bar.kind() == Bar.Kind.PERCENTILE).isPresent()) {
            throw new IllegalArgumentException("the minimum of a section is a mark or a share");
        }
    }
}

package dauntingledger.rulebook.results;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.util.Optional;

/** One of the rules that whoever passes has met; all of them are. */
public sealed interface PassRule {

    /** The total reaches something. */
    record Total(Bar bar) implements PassRule {
        public Total {
            requireNonNull(bar, "bar");
        }
    }

    /**
     * Sections reach their minimums.
     *
     * @param number how many of them; empty for all that have one
     * @param compensates how many marks may be missing in all sections together, before weighting, if the others exceed
     *     their minimums by as many; 0 for none
     */
    record Sections(Optional<Integer> number, Rational compensates) implements PassRule {
        public Sections {
            requireNonNull(number, "number");
            requireNonNull(compensates, "compensates");
            if (number.filter(some -> some < 1).isPresent()) {
                throw new IllegalArgumentException("at least one section must reach its minimum");
            }
            if (compensates.signum() < 0) {
                throw new IllegalArgumentException("what compensates must be 0 or more, but was " + compensates);
            }
        }
    }
}

package dauntingledger.rulebook.results;

import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.SectionId;
import java.util.List;
import java.util.function.Function;

/**
 * What one candidate's marks come to by the rules of the results.
 *
 * @param pending whether an answer waits for a marker
 */
public record Marks(List<OfSection> sections, boolean pending) {

    public Marks {
        sections = List.copyOf(sections);
    }

    /**
     * A section.
     *
     * @param marks before weighting, held at 0 from below where the rules say so
     * @param most the most it could have been, before weighting
     * @param counts whether it is one of those that make the total
     */
    public record OfSection(SectionId section, Rational marks, Rational most, SectionRule rule, boolean counts) {

        OfSection counting(boolean whether) {
            return new OfSection(section, marks, most, rule, whether);
        }

        public Rational weighted() {
            return marks.times(rule.weight());
        }

        public Rational weightedMost() {
            return most.times(rule.weight());
        }

        Rational share() {
            return most.isZero() ? Rational.ZERO : marks.dividedBy(most);
        }

        /** Returns by how many marks it exceeds its minimum, less than 0 if it does not reach it; 0 where it has none. */
        Rational beyondMinimum() {
            return rule.least().map(bar -> marks.minus(bar.marksOf(most))).orElse(Rational.ZERO);
        }
    }

    /** Returns the weighted sum of the sections that count. */
    public Rational total() {
        return sum(OfSection::weighted);
    }

    /** Returns the most that total could have been. */
    public Rational most() {
        return sum(OfSection::weightedMost);
    }

    private Rational sum(Function<OfSection, Rational> part) {
        return sections.stream().filter(OfSection::counts).map(part).reduce(Rational.ZERO, Rational::plus);
    }
}

package dauntingledger.rulebook.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.accommodation.Accommodations.Kind;
import dauntingledger.rulebook.number.Rational;
import java.util.List;
import java.util.Set;

/**
 * One of a cohort.
 *
 * @param granted the kinds of what is granted to this candidate
 * @param total the marks of the exam
 * @param sections the marks of each section, in the order of the paper
 * @param attempts one for each item, in the order of the paper
 */
public record Participant(Set<Kind> granted, Rational total, List<Rational> sections, List<Attempt> attempts) {

    public Participant {
        granted = Set.copyOf(granted);
        requireNonNull(total, "total");
        sections = List.copyOf(sections);
        attempts = List.copyOf(attempts);
    }
}

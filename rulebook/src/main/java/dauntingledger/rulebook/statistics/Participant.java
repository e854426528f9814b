package dauntingledger.rulebook.statistics;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.number.Rational;
import java.util.List;

/**
 * One of a cohort.
 *
 * @param group what is granted to this candidate and others alike; empty where nothing is
 * @param total the marks of the exam
 * @param sections the marks of each section, in the order of the paper
 * @param attempts one for each item, in the order of the paper
 */
public record Participant(String group, Rational total, List<Rational> sections, List<Attempt> attempts) {

    public Participant {
        requireNonNull(group, "group");
        requireNonNull(total, "total");
        sections = List.copyOf(sections);
        attempts = List.copyOf(attempts);
    }
}

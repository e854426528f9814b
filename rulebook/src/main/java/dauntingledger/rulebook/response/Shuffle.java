package dauntingledger.rulebook.response;

import java.util.List;
import java.util.Set;

/**
 * Whether options change places from candidate to candidate.
 *
 * @param fixed the options that keep their places all the same
 */
public record Shuffle(boolean on, Set<ChoiceId> fixed) {

    public static final Shuffle NONE = new Shuffle(false, Set.of());

    public Shuffle {
        fixed = Set.copyOf(fixed);
    }

    /** Returns {@code options} in an order drawn with {@code draw}; the fixed ones keep their places. */
    public List<ChoiceId> apply(List<ChoiceId> options, SeededDraw draw) {
        return on ? draw.shuffled(options, fixed::contains) : options;
    }

    void check(List<String> findings, List<ChoiceId> options) {
        if (!options.containsAll(fixed)) {
            findings.add("an option that keeps its place is not among the options");
        }
    }
}

package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.util.Optional;

/**
 * How a paper is practised in a sitting.
 *
 * @param set which of its questions; empty for all
 */
public record Practised(PracticeMode mode, Optional<PracticeSet> set) {

    /** @throws IllegalArgumentException if some questions are to be practised in a mode that is timed by the paper */
    public Practised {
        requireNonNull(mode, "mode");
        requireNonNull(set, "set");
        if (set.isPresent() && !mode.isUntimed()) {
            throw new IllegalArgumentException("no set is practised in the mode " + mode);
        }
    }

    /** The whole paper. */
    public static Practised in(PracticeMode mode) {
        return new Practised(mode, Optional.empty());
    }

    /**
     * Returns {@code paper} as it is practised.
     *
     * @throws IllegalArgumentException if the paper cannot be practised so; an official one cannot at all
     */
    public Paper applyTo(Paper paper) {
        Paper made = mode.applyTo(paper);
        return set.map(some -> some.of(made)).orElse(made);
    }
}

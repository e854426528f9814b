package dauntingledger.rulebook.paper;

import static java.util.Objects.requireNonNull;

import java.util.List;
import java.util.Optional;

/**
 * That a paper is for practice.
 *
 * @param modes how it can be practised, at least one; each once, the first being offered first
 * @param mode how it is practised in this sitting; empty in the paper itself
 */
public record Practice(List<PracticeMode> modes, Optional<PracticeMode> mode) {

    /** @throws IllegalArgumentException if there is no mode, or the chosen one is none of them */
    public Practice {
        if (modes.isEmpty()) {
            throw new IllegalArgumentException("a paper for practice has at least one mode");
        }
        modes = modes.stream().distinct().toList();
        requireNonNull(mode, "mode");
        if (mode.isPresent() && !modes.contains(mode.get())) {
            throw new IllegalArgumentException("the mode must be one of " + modes + ", but was " + mode.get());
        }
    }

    /** Returns that a paper can be practised in {@code modes}. */
    public static Practice offering(List<PracticeMode> modes) {
        return new Practice(modes, Optional.empty());
    }

    Practice in(PracticeMode chosen) {
        return new Practice(modes, Optional.of(chosen));
    }

    /** Returns whether questions can be checked. */
    public boolean checks() {
        return mode.filter(chosen -> chosen == PracticeMode.LEARN).isPresent();
    }
}

package dauntingledger.rulebook.program;

import java.util.List;

/**
 * Examples that a candidate has tried a program with.
 *
 * @param endings one for each example, in their order
 * @param current whether the program is still the one that was tried
 */
public record Trial(List<Ending> endings, boolean current) {

    public Trial {
        endings = List.copyOf(endings);
    }

    /** Returns how many examples passed. */
    public int passed() {
        return (int) endings.stream().filter(Ending::isPass).count();
    }

    public Trial outdated() {
        return new Trial(endings, false);
    }
}

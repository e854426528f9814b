package dauntingledger.rulebook.program;

import static java.util.Objects.requireNonNull;

import java.util.List;

/**
 * Examples that a candidate has tried a program with.
 *
 * @param hash of the program, as {@link #HASH} digits
 * @param endings one for each example, in their order
 * @param current whether the program is still the one that was tried
 */
public record Trial(String hash, List<Ending> endings, boolean current) {

    /** The hexadecimal digits of a SHA-256. */
    public static final int HASH = 64;

    public Trial {
        requireNonNull(hash, "hash");
        endings = List.copyOf(endings);
    }

    /** Returns how many examples passed. */
    public int passed() {
        return (int) endings.stream().filter(Ending::isPass).count();
    }

    public Trial outdated() {
        return new Trial(hash, endings, false);
    }
}
